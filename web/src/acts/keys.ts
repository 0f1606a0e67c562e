// Keys as they are written down and as they are pressed. Letters and digits go by the place of the key
// (`event.code`), so that the left hand finds them on every layout; with Ctrl letters stand for words
// and go by what they write, like all others.

import { capOf, machineCaps } from "./caps";

/** The parts of a key in the order in which they are written. */
const MODIFIERS = ["Ctrl", "Alt", "Shift"] as const;

const BRACKETS: Record<string, readonly [string, string]> = {
  BracketLeft: ["[", "{"],
  BracketRight: ["]", "}"],
};

/** The letter, digit or bracket of a key's place; where Shift makes a sign of a digit, that counts. */
function placeOf(event: KeyboardEvent): string | undefined {
  const bracket = BRACKETS[event.code];
  if (bracket) return /^[[\]{}]$/.test(event.key) ? event.key : bracket[event.shiftKey ? 1 : 0];
  const [, row, place] = /^(Key|Digit)(.)$/.exec(event.code) ?? [];
  return row === "Digit" && event.shiftKey ? undefined : place;
}

/** What a press is called, as `Ctrl+Shift+G`: the name of the key that an act can have. */
export function pressed(event: KeyboardEvent): string {
  const writes = event.getModifierState?.("AltGraph"); // what it writes counts, as with Shift
  const control = !writes && (event.ctrlKey || event.metaKey);
  const typed = event.key === "Backspace" ? "Delete" : event.key;
  const byWord = control && /^[a-z]$/i.test(typed);
  const place = byWord ? undefined : placeOf(event);
  const key = place ?? typed;
  const sign = key.length === 1 && !/^[a-z0-9]$/i.test(key);
  const held = [
    control ? "Ctrl" : "",
    event.altKey && !writes ? "Alt" : "",
    event.shiftKey && !sign && !/^\d$/.test(key) ? "Shift" : "", // it is what Shift makes it
  ].filter(Boolean);
  return [...held, key.length === 1 ? key.toUpperCase() : key].join("+");
}

const CAPS: Record<string, string> = {
  ArrowUp: "↑",
  ArrowDown: "↓",
  ArrowLeft: "←",
  ArrowRight: "→",
  Delete: "Del",
  Escape: "Esc",
  " ": "Space",
  "-": "−",
};

/** A key as a person reads it: `Ctrl Shift G`. */
export function spoken(keys: string): string {
  const sign = /(?:^|\+)(\+)$/.exec(keys)?.[1];
  const parts = (sign ? keys.slice(0, -1) : keys).split("+").filter(Boolean);
  const key = sign ?? parts.pop() ?? "";
  const held = MODIFIERS.filter((m) => parts.includes(m));
  const cap = CAPS[key] ?? (held.includes("Ctrl") ? key : capOf(key));
  return machineCaps([...held, cap].join(" "));
}
