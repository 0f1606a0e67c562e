// What a canvas of pixels needs to paint an item as the SVG canvas shows it; of what it would paint
// otherwise there is no recipe, and the item stays SVG.
import type { Drawable, Gradient, Matrix, Paint, Stroke } from "../../api/types";
import { isGradient, isPicture, isSeen, matrixOf, plainColour } from "../paint/paint";
import { sideOf } from "../paint/strokeattributes";

/** Left, top, right, bottom, in sheet units. */
export type Bounds = readonly [number, number, number, number];

export interface GradientInk {
  kind: "linear" | "radial";
  /** From the gradient's own coordinates, 0 to 1, to the sheet. */
  place: Matrix;
  focus: readonly [number, number];
  /** Where from 0 to 1, and the colour there as `#RRGGBBAA`. */
  stops: readonly (readonly [number, string])[];
}

export interface Pen {
  colour: string;
  opacity: number;
  /** Sheet units. */
  width: number;
  cap: CanvasLineCap;
  join: CanvasLineJoin;
  miter: number;
  dashes: readonly number[];
  from: number;
  /** Where its dashes lie, in the place of a pattern. */
  fitted: string | null;
  /** It shows on the inside of the form only. */
  inside: boolean;
}

export interface Recipe {
  path: string;
  rule: "nonzero" | "evenodd";
  fill: { ink: string | GradientInk; opacity: number } | null;
  pens: readonly Pen[];
  /** All that it paints lies in here. */
  bounds: Bounds;
}

const alpha = (opacity: number): string =>
  Math.round(255 * opacity)
    .toString(16)
    .padStart(2, "0");

/** Null: it repeats, is flat, or its focus lies on its rim, which browsers paint differently. */
function gradientInk(gradient: Gradient): GradientInk | null {
  const place = matrixOf(gradient.place);
  const [a, b, c, d] = place;
  const focus = gradient.focus as [number, number];
  const flat = Math.abs(a * d - b * c) < 1e-9 * (a * a + b * b + c * c + d * d);
  if (gradient.spread !== "pad" || flat || Math.hypot(...focus) > 0.99) return null;
  const stops = gradient.stops.map(
    ({ at, colour, opacity }) => [at, plainColour(colour) + alpha(opacity)] as const,
  );
  return { kind: gradient.kind, place, focus, stops };
}

function inkOf(paint: Paint): string | GradientInk | null {
  if (isPicture(paint)) return null;
  return isGradient(paint) ? gradientInk(paint) : plainColour(paint);
}

function penOf(stroke: Stroke, open: boolean, fitted: string | null, opacity: number): Pen | null {
  const side = sideOf(stroke, open);
  const colour = stroke.paint === null ? null : inkOf(stroke.paint);
  if (side === "outside" || typeof colour !== "string") return null;
  return {
    colour,
    opacity: stroke.opacity * opacity,
    width: stroke.width * (side ? 2 : 1),
    cap: stroke.cap,
    join: stroke.join,
    miter: stroke.miter_limit,
    dashes: fitted === null ? stroke.dashes : [],
    from: stroke.dash_from,
    fitted,
    inside: side !== null,
  };
}

/** How far a pen reaches beyond the line it follows. */
const reachOf = ({ width, join, miter, cap }: Pen): number =>
  (width / 2) * Math.max(join === "miter" ? miter : 1, cap === "square" ? Math.SQRT2 : 1);

/**
 * @param item - an item that is drawn: no container but an assembly
 * @returns null where only SVG shows it as it is
 */
export function recipeOf(item: Drawable): Recipe | null {
  const { style, finish, assembly } = item;
  const beside = (assembly?.below.length ?? 0) + (assembly?.above.length ?? 0);
  if (item.filter || finish.blend !== "normal" || beside > 0) return null;
  const seen = style.strokes
    .map((stroke, n) => ({ stroke, fitted: item.dashes[n] ?? null }))
    .filter(({ stroke }) => isSeen(stroke));
  // several paints under one opacity show through each other when they are painted one by one
  if (finish.opacity < 1 && seen.length + (style.fill === null ? 0 : 1) > 1) return null;
  const pens = seen.map(({ stroke, fitted }) => penOf(stroke, item.open, fitted, finish.opacity));
  const ink = style.fill === null ? null : inkOf(style.fill);
  if (pens.includes(null) || (style.fill !== null && ink === null)) return null;
  const drawn = pens.filter((pen) => pen !== null);
  const reach = Math.max(0, ...drawn.map(reachOf));
  const [left, top, right, bottom] = item.box;
  return {
    path: item.path,
    rule: item.rule,
    fill: ink === null ? null : { ink, opacity: style.fill_opacity * finish.opacity },
    pens: drawn,
    bounds: [left - reach, top - reach, right + reach, bottom + reach],
  };
}

/** As a wire: whatever it is painted with, it is one thin line. */
export const wireOf = (item: Drawable): Recipe => ({
  path: item.path,
  rule: item.rule,
  fill: null,
  pens: [],
  bounds: item.box as Bounds,
});
