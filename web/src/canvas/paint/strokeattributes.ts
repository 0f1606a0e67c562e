// Strokes as the attributes of paths.
import type { Stroke } from "../../api/types";
import { paintOf } from "./paint";

/** The side of its form on which a stroke lies; null: it is centred. */
export const sideOf = (stroke: Stroke, open: boolean): "inside" | "outside" | null =>
  open || stroke.placing === "centred" ? null : stroke.placing;

export function penOf(stroke: Stroke, twice: boolean, ink: string) {
  return {
    stroke: paintOf(stroke.paint, ink),
    "stroke-width": stroke.width * (twice ? 2 : 1),
    "stroke-opacity": stroke.opacity < 1 ? stroke.opacity : undefined,
    "stroke-linecap": stroke.cap,
    "stroke-linejoin": stroke.join,
    "stroke-miterlimit": stroke.miter_limit,
    "stroke-dasharray": stroke.dashes.join(" ") || undefined,
    "stroke-dashoffset": stroke.dash_from || undefined,
  };
}
