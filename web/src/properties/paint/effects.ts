// Effects, in words.
import type { Effect } from "../../api/types";

export const EFFECTS: readonly (readonly [Effect["kind"], string])[] = [
  ["shadow", "Shadow"],
  ["glow", "Glow"],
  ["blur", "Blur"],
  ["feather", "Feather"],
];
export const LABELS = Object.fromEntries(EFFECTS) as Record<Effect["kind"], string>;
