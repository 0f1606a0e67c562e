// Paint as the attributes of SVG elements.
import type {
  Finish,
  FilterMark,
  Gradient,
  Matrix,
  Paint,
  PictureFill,
  Stroke,
} from "../../api/types";

export const isGradient = (paint: Paint | null): paint is Gradient =>
  typeof paint === "object" && paint !== null && "stops" in paint;

export const isPicture = (paint: Paint | null): paint is PictureFill =>
  typeof paint === "object" && paint !== null && "picture" in paint;

/** A colour as `#RRGGBB`; of a gradient that of its middle, for a picture grey. */
export function plainColour(paint: Paint): string {
  if (typeof paint === "string") return paint;
  if (isPicture(paint)) return "#808080";
  if (!isGradient(paint)) return paint.colour;
  return plainColour(paint.stops[Math.floor(paint.stops.length / 2)]?.colour ?? "#808080");
}

/** Where the bytes of a picture are. */
export const pictureAddress = (drawing: number, picture: number): string =>
  `/api/v1/drawings/${drawing}/pictures/${picture}`;

/** What a paint is called in an attribute: a colour, or the gradient of an id; pictures are no paint. */
export function paintOf(paint: Paint | null, id: string): string {
  if (paint === null || isPicture(paint)) return "none";
  return isGradient(paint) ? `url(#${id})` : plainColour(paint);
}

export const isSeen = (stroke: Stroke): boolean => stroke.paint !== null && stroke.width > 0;

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
