// How strokes and offsets go round corners and end, in words.
import type { Style } from "../api/types";

type Options<V> = readonly { value: V; label: string }[];
type Full = Required<Style>;

export const JOINS: Options<Full["join"]> = [
  { value: "round", label: "round" },
  { value: "miter", label: "mitred" },
  { value: "bevel", label: "bevelled" },
];
export const CAPS: Options<Full["cap"]> = [
  { value: "round", label: "round" },
  { value: "butt", label: "flat, at the end" },
  { value: "square", label: "square, beyond the end" },
];
export const PLACINGS: Options<Full["placing"]> = [
  { value: "centred", label: "on the outline" },
  { value: "inside", label: "inside it" },
  { value: "outside", label: "outside it" },
];
