// Effects and ways of mixing, in words.
import type { Effect, Finish } from "../api/types";

export const EFFECTS: readonly (readonly [Effect["kind"], string])[] = [
  ["shadow", "Shadow"],
  ["glow", "Glow"],
  ["blur", "Blur"],
  ["feather", "Feather"],
];
export const LABELS = Object.fromEntries(EFFECTS) as Record<Effect["kind"], string>;

/** An effect as it begins. */
export function newEffect(kind: Effect["kind"]): Effect {
  switch (kind) {
    case "shadow":
      return { kind, by: [4, 4], radius: 4, colour: "#1B2924", opacity: 0.45 };
    case "glow":
      return { kind, radius: 6, colour: "#FFD9A0", opacity: 0.9 };
    default:
      return { kind, radius: 4 };
  }
}

const WORDS: readonly Finish["blend"][] = [
  "normal",
  "multiply",
  "screen",
  "overlay",
  "darken",
  "lighten",
  "color-dodge",
  "color-burn",
  "hard-light",
  "soft-light",
  "difference",
  "exclusion",
  "hue",
  "saturation",
  "color",
  "luminosity",
];
/** The modes of the CSS standard, under its names. */
export const BLENDS = WORDS.map((value) => ({ value, label: value.replaceAll("-", " ") }));
