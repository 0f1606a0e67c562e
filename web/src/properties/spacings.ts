// How the steps of a blend are spaced, as the panels offer it.
import type { BlendEffect } from "../api/types";

export const SPACINGS: readonly { value: BlendEffect["spacing"]; label: string }[] = [
  { value: "even", label: "Even" },
  { value: "nearer_first", label: "Nearer the first" },
  { value: "nearer_last", label: "Nearer the last" },
];
