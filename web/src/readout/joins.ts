// How strokes and offsets go round corners and end, in words.
import type { Stroke } from "../api/types";

type Options<V> = readonly { value: V; label: string }[];

export const JOINS: Options<Stroke["join"]> = [
  { value: "round", label: "round" },
  { value: "miter", label: "mitred" },
  { value: "bevel", label: "bevelled" },
];
export const CAPS: Options<Stroke["cap"]> = [
  { value: "round", label: "round" },
  { value: "butt", label: "flat, at the end" },
  { value: "square", label: "square, beyond the end" },
];
export const PLACINGS: Options<Stroke["placing"]> = [
  { value: "centred", label: "on the outline" },
  { value: "inside", label: "inside it" },
  { value: "outside", label: "outside it" },
];
