// Where edits wait until the server has kept them: in the browser's own store, each under the
// window that made it, so that windows never mix and a closed one's pending edits can be taken over.
import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import type { PendingEdit } from "../core/pendingedit";
import { newId } from "../api/ids";
import { remembered } from "../lib/settings";

export interface RefusedEdit {
  code: string;
  sentence: string;
  at: string;
}

/** A pending edit with what is needed to send it from anywhere. */
export interface StoredEdit {
  id: string;
  drawing: number;
  /** Who drew it; nobody else's session sends it. */
  person: number;
  /** The window it belongs to. */
  window: string;
  /** Its place among that window's pending edits. */
  place: number;
  edit: PendingEdit;
  /** What the step is called, where the core was there to say. */
  name?: string;
  /** Why the server will never keep it; it stays to be looked at. */
  refused?: RefusedEdit;
}

export interface EditStore {
  all(): Promise<StoredEdit[]>;
  /** Whether it was stored: a browser may be full, or may not keep anything. */
  put(posted: StoredEdit[]): Promise<boolean>;
  drop(id: string): Promise<void>;
}

interface Schema extends DBSchema {
  letters: { key: string; value: StoredEdit };
}

const isPosted = (value: Partial<StoredEdit> | undefined): value is StoredEdit =>
  typeof value?.id === "string" &&
  typeof value.drawing === "number" &&
  typeof value.person === "number" &&
  typeof value.window === "string" &&
  typeof value.edit?.path === "string";

/** Windows of an earlier form of the program called an edit a letter; the store keeps that name. */
export function asNow({ letter, ...value }: StoredEdit & { letter?: PendingEdit }): StoredEdit {
  return letter ? { ...value, edit: letter } : value;
}

export class BrowserEditStore implements EditStore {
  private opened: Promise<IDBPDatabase<Schema>> | null = null;

  private open(): Promise<IDBPDatabase<Schema>> {
    this.opened ??= openDB<Schema>("build-up-curve", 1, {
      upgrade: (db) => void db.createObjectStore("letters", { keyPath: "id" }),
      terminated: () => (this.opened = null),
    });
    this.opened.catch(() => (this.opened = null));
    return this.opened;
  }

  async all(): Promise<StoredEdit[]> {
    try {
      const found = await (await this.open()).getAll("letters");
      return found
        .map(asNow)
        .filter(isPosted)
        .sort((a, b) => a.place - b.place);
    } catch {
      return [];
    }
  }

  async put(posted: StoredEdit[]): Promise<boolean> {
    try {
      const transaction = (await this.open()).transaction("letters", "readwrite");
      await Promise.all([...posted.map((p) => transaction.store.put(p)), transaction.done]);
      return true;
    } catch {
      return false;
    }
  }

  async drop(id: string): Promise<void> {
    try {
      await (await this.open()).delete("letters", id);
    } catch {
      // sending it again changes nothing
    }
  }
}

/** Pending edits that an earlier form of the program left in the page's small storage. */
export function leftInStorage(
  person: number,
  window: string,
): { key: string; posted: StoredEdit[] }[] {
  const found: { key: string; posted: StoredEdit[] }[] = [];
  try {
    for (const key of Object.keys(localStorage)) {
      const drawing = Number(/^waiting-(\d+)$/.exec(key)?.[1]);
      if (!drawing) continue;
      found.push({ key, posted: read(remembered(key) ?? "", drawing, person, window) });
    }
  } catch {
    // the browser keeps nothing
  }
  return found;
}

function read(text: string, drawing: number, person: number, window: string): StoredEdit[] {
  let stored: unknown;
  try {
    stored = JSON.parse(text);
  } catch {
    return [];
  }
  if (!Array.isArray(stored)) return [];
  return (stored as (Partial<PendingEdit> | null)[]).flatMap((old, place) => {
    const id = old?.id ?? newId();
    const selection = old?.selection ?? [];
    let edit: PendingEdit;
    if (old?.path === "commands" && old.command) {
      edit = { id, selection, path: "commands", command: old.command, follows: null };
    } else if (old?.path === "go" && old.to !== undefined) {
      edit = { id, selection, path: "go", to: old.to, edit: null };
    } else return [];
    return [{ id, drawing, person, window, place, edit }];
  });
}
