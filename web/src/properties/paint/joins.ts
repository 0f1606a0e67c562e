// How strokes and offsets go round corners and end, in words.
import type { Stroke } from "../../api/types";

type Options<V> = readonly { value: V; label: string }[];

export const JOINS: Options<Stroke["join"]> = [
  { value: "round", label: "Round" },
  { value: "miter", label: "Miter" },
  { value: "bevel", label: "Bevel" },
];
export const CAPS: Options<Stroke["cap"]> = [
  { value: "round", label: "Round" },
  { value: "butt", label: "Butt" },
  { value: "square", label: "Square" },
];
export const PLACINGS: Options<Stroke["placing"]> = [
  { value: "centred", label: "Centre" },
  { value: "inside", label: "Inside" },
  { value: "outside", label: "Outside" },
];
