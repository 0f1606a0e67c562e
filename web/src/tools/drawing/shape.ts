// Shapes: drag the box of a parametric shape.
import type { Command, Point, Style } from "../../api/types";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import { BoxTool, type Boxing } from "./box";
import type { ToolContext, Pointer } from "../tool";

/** What new shapes start with, and the panel for exact values. */
export interface Starts {
  dials(kind: string): { dials?: Record<string, number> };
  style(): { style?: Style };
  /** A click without a drag: ask for exact values at the pointer; null puts the question away. */
  exact(at: Point | null, screen: Point): void;
}

export class ShapeTool extends BoxTool {
  constructor(open: OpenDrawing, bench: ToolContext, shape: string, label: string, starts: Starts) {
    const boxing: Boxing = {
      label: () => label,
      click: "exact values",
      begin: (p: Pointer) => starts.exact(null, p.screen),
      clicked: (_, p) => starts.exact(p.at, p.screen),
      command: (item, from, p): Command => ({
        kind: "draw_shape",
        item,
        shape,
        start: from,
        to: p.at,
        square: p.shift,
        centred: p.alt,
        container: open.container.active,
        ...starts.dials(shape),
        ...starts.style(),
      }),
    };
    super(open, bench, boxing);
  }
}
