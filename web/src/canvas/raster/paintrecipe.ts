// Paints a recipe on a canvas of pixels whose units are those of the sheet.
import type { GradientInk, Pen, Recipe } from "./recipe";

export type Context = OffscreenCanvasRenderingContext2D;

/** A view of wires: the colour of all of them, and how wide one pixel is on the sheet. */
export interface Wire {
  colour: string;
  width: number;
}

function gradientOf(context: Context, ink: GradientInk): CanvasGradient {
  const [x, y] = ink.focus;
  const gradient =
    ink.kind === "linear"
      ? context.createLinearGradient(0, 0, 1, 0)
      : context.createRadialGradient(x, y, 0, 0, 0, 1);
  for (const [at, colour] of ink.stops) gradient.addColorStop(at, colour);
  return gradient;
}

/** A gradient lies in coordinates of its own: the form is brought there, and painted from there. */
function fillGradient(context: Context, path: Path2D, recipe: Recipe, ink: GradientInk): void {
  const place = new DOMMatrix([...ink.place]);
  const there = new Path2D();
  there.addPath(path, place.inverse());
  context.save();
  context.transform(...ink.place);
  context.fillStyle = gradientOf(context, ink);
  context.fill(there, recipe.rule);
  context.restore();
}

/** The pixels that a recipe covers, on a canvas. */
function pixelsOf({ bounds }: Recipe, { canvas }: Context, to: DOMMatrix): number[] {
  const [left, top, right, bottom] = bounds;
  const [a, b] = [new DOMPoint(left, top), new DOMPoint(right, bottom)];
  const [from, until] = [a.matrixTransform(to), b.matrixTransform(to)];
  return [
    Math.max(0, Math.floor(from.x) - 1),
    Math.max(0, Math.floor(from.y) - 1),
    Math.min(canvas.width, Math.ceil(until.x) + 1),
    Math.min(canvas.height, Math.ceil(until.y) + 1),
  ];
}

let scratch: OffscreenCanvas | null = null;

/** A stroke on the inside: cut by the smooth edge of the form, where a clip would have a hard one. */
function drawInside(context: Context, path: Path2D, recipe: Recipe, pen: Pen): void {
  const to = context.getTransform();
  const [left = 0, top = 0, right = 0, bottom = 0] = pixelsOf(recipe, context, to);
  const [width, height] = [right - left, bottom - top];
  if (width <= 0 || height <= 0) return;
  if (!scratch || scratch.width < width || scratch.height < height) {
    scratch = new OffscreenCanvas(
      Math.max(width, scratch?.width ?? 0),
      Math.max(height, scratch?.height ?? 0),
    );
  }
  const apart = scratch.getContext("2d");
  if (!apart) return;
  apart.resetTransform();
  apart.clearRect(0, 0, width, height);
  apart.setTransform(to.a, to.b, to.c, to.d, to.e - left, to.f - top);
  stroke(apart, path, pen);
  apart.globalCompositeOperation = "destination-in";
  apart.globalAlpha = 1;
  apart.fill(path, recipe.rule);
  apart.globalCompositeOperation = "source-over";
  context.save();
  context.resetTransform();
  context.globalAlpha = 1;
  context.drawImage(scratch, 0, 0, width, height, left, top, width, height);
  context.restore();
}

function stroke(context: Context, path: Path2D, pen: Pen): void {
  context.globalAlpha = pen.opacity;
  context.strokeStyle = pen.colour;
  context.lineWidth = pen.width;
  context.lineCap = pen.cap;
  context.lineJoin = pen.join;
  context.miterLimit = pen.miter;
  context.setLineDash([...pen.dashes]);
  context.lineDashOffset = pen.from;
  context.stroke(pen.fitted === null ? path : new Path2D(pen.fitted));
}

export function paintRecipe(
  context: Context,
  recipe: Recipe,
  path: Path2D,
  wire: Wire | null,
): void {
  if (wire) {
    context.globalAlpha = 1;
    context.strokeStyle = wire.colour;
    context.lineWidth = wire.width;
    context.lineCap = "butt";
    context.lineJoin = "miter";
    context.miterLimit = 4;
    context.setLineDash([]);
    context.stroke(path);
    return;
  }
  if (recipe.fill) {
    const { ink, opacity } = recipe.fill;
    context.globalAlpha = opacity;
    if (typeof ink === "string") {
      context.fillStyle = ink;
      context.fill(path, recipe.rule);
    } else fillGradient(context, path, recipe, ink);
  }
  for (const pen of recipe.pens) {
    if (pen.inside) drawInside(context, path, recipe, pen);
    else stroke(context, path, pen);
  }
}
