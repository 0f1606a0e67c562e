// Which of the items that are painted as pixels lie under a place: the browser says it of their paths.
import type { Drawable } from "../../api/types";
import { isSeen } from "../paint/paint";
import { HIT_WIDTH } from "../paint/reach";
import type { Recipe } from "./recipe";

export class Meeting {
  private readonly paths = new WeakMap<Drawable, Path2D>();
  private context: CanvasRenderingContext2D | null = null;
  private places: { order: readonly string[]; bounds: Float64Array } | null = null;

  /** The items lie otherwise than before. */
  forget(): void {
    this.places = null;
  }

  private boundsOf(order: readonly string[], recipe: (id: string) => Recipe | undefined) {
    if (this.places?.order === order) return this.places.bounds;
    const bounds = new Float64Array(4 * order.length);
    order.forEach((id, n) => bounds.set(recipe(id)?.bounds ?? [1, 1, 0, 0], 4 * n));
    this.places = { order, bounds };
    return bounds;
  }

  /** Places in the order whose bounds come near a box of the sheet, from front to back. */
  *near(
    [left, top, right, bottom]: readonly [number, number, number, number],
    order: readonly string[],
    recipe: (id: string) => Recipe | undefined,
  ): Generator<number> {
    const bounds = this.boundsOf(order, recipe);
    for (let n = order.length - 1, at = 4 * n; n >= 0; n -= 1, at -= 4) {
      if ((bounds[at] ?? 0) > right || (bounds[at + 2] ?? 0) < left) continue;
      if ((bounds[at + 1] ?? 0) > bottom || (bounds[at + 3] ?? 0) < top) continue;
      yield n;
    }
  }

  /** Whether the pointer meets an item, as it would meet its path in the SVG canvas. */
  meets(item: Drawable, [x, y]: readonly [number, number], scale: number, wires: boolean): boolean {
    const context = (this.context ??= document.createElement("canvas").getContext("2d"));
    if (!context) return false;
    const path = this.paths.get(item) ?? new Path2D(item.path);
    this.paths.set(item, path);
    if (item.style.fill && context.isPointInPath(path, x, y, item.rule)) return true;
    const widths = wires ? [] : item.style.strokes.filter(isSeen).map((s) => s.width);
    context.lineWidth = Math.max(HIT_WIDTH / scale, ...widths);
    context.lineJoin = "round";
    return context.isPointInStroke(path, x, y);
  }
}
