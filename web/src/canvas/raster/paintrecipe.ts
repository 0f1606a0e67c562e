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

function draw(context: Context, path: Path2D, recipe: Recipe, pen: Pen): void {
  context.globalAlpha = pen.opacity;
  context.strokeStyle = pen.colour;
  context.lineWidth = pen.width;
  context.lineCap = pen.cap;
  context.lineJoin = pen.join;
  context.miterLimit = pen.miter;
  context.setLineDash([...pen.dashes]);
  context.lineDashOffset = pen.from;
  if (pen.inside) {
    context.save();
    context.clip(path, recipe.rule);
  }
  context.stroke(pen.fitted === null ? path : new Path2D(pen.fitted));
  if (pen.inside) context.restore();
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
  for (const pen of recipe.pens) draw(context, path, recipe, pen);
}
