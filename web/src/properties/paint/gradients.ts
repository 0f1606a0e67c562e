// Gradients in words, and as bars in the Readout.
import type { Gradient, Stop } from "../../api/types";
import { plainColour } from "../../canvas/paint/paint";

export type PaintKind = "plain" | "picture" | Gradient["kind"];

export const PAINT_KINDS: readonly (readonly [PaintKind, string, string])[] = [
  ["plain", "Solid", "M2.5 2.5H13.5V13.5H2.5Z"],
  ["linear", "Linear", "M2 8H14M2 5V11M14 5V11"],
  ["radial", "Radial", "M2 8A6 6 0 1 0 14 8A6 6 0 1 0 2 8M8 8h.01"],
];
/** Of fills; strokes show no pictures. */
export const FILL_KINDS: typeof PAINT_KINDS = [
  ...PAINT_KINDS,
  ["picture", "Picture", "M2 3H14V13H2ZM2 11.5L6 7L9 10.5L11 8.5L14 11.5"],
];
export const SPREADS: readonly { value: Gradient["spread"]; label: string }[] = [
  { value: "pad", label: "Extend" },
  { value: "reflect", label: "Reflect" },
  { value: "repeat", label: "Repeat" },
];

/** The colours of a gradient from left to right, as CSS. */
export function barOf(stops: readonly Stop[]): string {
  const parts = stops.map((s) => {
    const share = Math.round(s.opacity * 255)
      .toString(16)
      .padStart(2, "0");
    return `${plainColour(s.colour)}${share} ${(s.at * 100).toFixed(2)}%`;
  });
  return `linear-gradient(to right, ${parts.join(", ")})`;
}
