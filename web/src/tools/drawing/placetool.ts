// An outline of the shelf in the hand: drawn out like a shape, or clicked in its own size.
import type { ShelfClip, Point } from "../../api/types";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import { placing } from "../../stores/library/placement";
import { BoxTool } from "./box";
import type { ToolContext } from "../tool";

/** What of the shelf is in the hand, and how it is placed. */
export interface InHand {
  /** What is kept; null: nothing was taken yet. */
  source(): ShelfClip | null;
  /** It follows what is kept. */
  linked(): boolean;
  /** The size of one that is clicked, where that was typed. */
  size(): { width?: number; height?: number };
}

export class PlaceTool extends BoxTool {
  constructor(open: OpenDrawing, bench: ToolContext, hand: InHand) {
    const placed = (item: string, start: Point) => {
      const source = hand.source();
      return (
        source &&
        placing(source, item, start, { linked: hand.linked(), container: open.container.active })
      );
    };
    super(open, bench, {
      label: () => hand.source()?.name ?? "",
      click: "in the size set in Properties",
      begin: () => undefined,
      clicked(item, p) {
        const command = placed(item, p.at);
        if (!command) return;
        open.selection.select([item]);
        bench.commit({ ...command, ...hand.size() });
      },
      command(item, from, p) {
        const command = placed(item, from);
        return command && { ...command, to: p.at, square: p.shift, centred: p.alt };
      },
    });
  }
}
