// Paint as the attributes of SVG elements.
import type { Finish, FilterMark, Gradient, Matrix, Paint, Stroke } from "../../api/types";

export const isGradient = (paint: Paint | null): paint is Gradient =>
  typeof paint === "object" && paint !== null && "stops" in paint;

/** A colour as `#RRGGBB`; of a gradient that of its middle. */
export function plainColour(paint: Paint): string {
  if (typeof paint === "string") return paint;
  if (!isGradient(paint)) return paint.colour;
  return plainColour(paint.stops[Math.floor(paint.stops.length / 2)]?.colour ?? "#808080");
}

/** What a paint is called in an attribute: a colour, or the gradient of an id. */
export function paintOf(paint: Paint | null, id: string): string {
  if (paint === null) return "none";
  return isGradient(paint) ? `url(#${id})` : plainColour(paint);
}

export const shows = (stroke: Stroke): boolean => stroke.paint !== null && stroke.width > 0;

/** The attributes of how something shows as a whole. */
export function showingOf(finish: Finish, filter: FilterMark | null, id: string) {
  return {
    opacity: finish.opacity < 1 ? finish.opacity : undefined,
    style: finish.blend === "normal" ? undefined : `mix-blend-mode: ${finish.blend}`,
    filter: filter ? `url(#${id})` : undefined,
  };
}

export const matrixOf = ({ across, down, origin }: Gradient["place"]): Matrix => [
  ...across,
  ...down,
  ...origin,
];
