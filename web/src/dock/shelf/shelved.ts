// Which entries of the shelf show, and in what order they lie.
import { carried } from "../../lib/pointercarry";
import type { ShelfEntry } from "../../api/types";

/** What is carried of the shelf. */
export interface CarriedEntry {
  entry: number;
}

/** The entry that is carried now; null where it is something else. */
export function carriedEntry(): number | null {
  const thing = carried() as Partial<CarriedEntry> | null;
  return thing?.entry ?? null;
}

export interface Sought {
  tray: string | undefined;
  /** Part of a name, in all trays. */
  find: string;
  /** Entries by how much they look like what was asked about. */
  alike: readonly number[] | null;
}

export function foundOn(entries: readonly ShelfEntry[], sought: Sought): ShelfEntry[] {
  const name = sought.find.trim().toLowerCase();
  const named = name ? entries.filter((e) => e.name.toLowerCase().includes(name)) : entries;
  if (sought.alike) {
    const known = new Map(named.map((e) => [e.id, e]));
    return sought.alike.flatMap((id) => known.get(id) ?? []);
  }
  return name ? [...named] : named.filter((e) => e.tray === sought.tray);
}

/** A row in which one entry comes to lie where another one lies. */
export function laidBefore(row: readonly ShelfEntry[], entry: number, where: number): ShelfEntry[] {
  const to = row.findIndex((e) => e.id === where);
  const moving = row.filter((e) => e.id === entry);
  const rest = row.filter((e) => e.id !== entry);
  return [...rest.slice(0, to), ...moving, ...rest.slice(to)];
}

export function byName(row: readonly ShelfEntry[]): ShelfEntry[] {
  return [...row].sort((a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }));
}
