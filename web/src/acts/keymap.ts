// Which act has which key: those of the table, but for what somebody has changed for themselves.
import { shallowReactive, shallowRef } from "vue";
import type { Act } from "./act";
import { spoken } from "./keys";

/** What was changed: by the act's id its key, null: none. */
const changed = shallowReactive(new Map<string, string | null>());
/** Whether a letter, digit or sign does anything without Ctrl or Alt (WCAG 2.1.4). */
const single = shallowRef(true);

export interface Keymap {
  keys: Readonly<Record<string, string | null>>;
  single_keys: boolean;
}

export function takeKeymap({ keys, single_keys }: Keymap): void {
  changed.clear();
  for (const [id, key] of Object.entries(keys)) changed.set(id, key);
  single.value = single_keys;
}

export const keymap = (): Keymap => ({
  keys: Object.fromEntries(changed),
  single_keys: single.value,
});

export const singleKeys = (): boolean => single.value;

/** A key that is one character by itself. */
export const isSingle = (keys: string): boolean => /^(Shift\+)?.$/.test(keys);

type Keyed = Pick<Act, "id" | "keys" | "otherKeys">;

/** The key of an act, whether it acts now or not. */
export function keyOf(act: Keyed): string | undefined {
  const own = changed.get(act.id);
  return own === undefined ? act.keys : (own ?? undefined);
}
export const isChanged = (act: Keyed): boolean => changed.has(act.id);

/** All keys that do it now: a key of one's own is instead of the usual ones. */
export function keysOf(act: Keyed): string[] {
  const all = isChanged(act) ? [keyOf(act)] : [act.keys, act.otherKeys];
  return all.filter((key) => key !== undefined).filter((key) => single.value || !isSingle(key));
}

/** As a hint: the key that does it now, as it is read; empty where none does. */
export const hintOf = (act: Keyed): string => {
  const [key] = keysOf(act);
  return key === undefined ? "" : spoken(key);
};

/** What the canvas, the browser or a held key has for itself. */
const TAKEN: Record<string, string> = {
  Escape: "leaves what one is in",
  Enter: "finishes, and places by keys",
  Tab: "goes to the next control",
  " ": "pans while it is held",
  L: "is the loupe while it is held",
  M: "hides marks while it is held",
  N: "stops snapping while it is held",
  K: "shows the drawing as it was while it is held",
  "4": "shows the reference while it is held",
  P: "selects the item below",
};
/** With these browsers close or open windows, whatever a page says. */
const OF_BROWSERS = new Set([
  "Ctrl+W",
  "Ctrl+T",
  "Ctrl+N",
  "Ctrl+Shift+N",
  "Ctrl+Shift+T",
  "Ctrl+Shift+W",
]);

/** Why a key cannot be given to an act; null: it can. */
export function whyNot(keys: string): string | null {
  if (OF_BROWSERS.has(keys)) return `The browser keeps ${spoken(keys)} for itself.`;
  if (/^(Shift\+|Alt\+)?Arrow/.test(keys)) return "Arrow keys move what is selected.";
  if (/^F\d+$/.test(keys)) return "The browser and the system have keys of that row.";
  const taken = TAKEN[keys];
  return taken ? `${spoken(keys)} ${taken}.` : null;
}

/** Other acts that have the key; those that share it with the act from the beginning do not count. */
export function clashes(keys: string, act: Keyed, all: readonly Act[]): Act[] {
  const shares = (other: Act): boolean =>
    !isChanged(other) && other.keys !== undefined && other.keys === act.keys && keys === act.keys;
  return all.filter(
    (other) =>
      other.id !== act.id &&
      !shares(other) &&
      (keyOf(other) === keys || (!isChanged(other) && other.otherKeys === keys)),
  );
}
