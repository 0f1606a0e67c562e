// Corners: press on a corner of an outline and drag along a side; its radius stays live.
import type { AnchorMark, AnchorRef, Command } from "../../api/types";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import { Drag, type Dragging } from "../drag";
import { aboutMark, dragOfMark } from "../marks";
import { far, type ToolContext, type Hint, type Hit, type Pointer, type Tool } from "../tool";

const same = (a: AnchorRef, b: AnchorRef): boolean => a.join() === b.join();

export class CornersTool implements Tool {
  readonly cursor = "default";
  readonly marks = "corners";
  private drag: Dragging | null = null;
  private asked: Pointer | null = null;
  private box: Pointer | null = null;

  constructor(
    private readonly open: OpenDrawing,
    private readonly bench: ToolContext,
    private readonly reach: () => number,
  ) {}

  about(hit: Hit | null): { text: string; hints: Hint[] } {
    const peg = aboutMark(hit, this.open);
    if (peg) return peg;
    const mark = hit && this.markOf(hit);
    if (mark && !mark.corner) return { text: "The path does not turn here", hints: [] };
    if (mark) {
      return {
        text: `Corner ${mark.index + 1}: drag along the side to set its radius`,
        hints: [
          ["Shift", "select several"],
          ["Del", "sharp corner"],
        ],
      };
    }
    const type = hit?.what === "item" ? this.open.doc.drawable(hit.item)?.type : undefined;
    if (type !== undefined && type !== "outline" && type !== "assembly") {
      return { text: "Click a shape, then drag its corner peg", hints: [] };
    }
    return {
      text: "Click an outline, then drag one of its corners",
      hints: [["Ctrl A", "all corners"]],
    };
  }

  private markOf(hit: Hit): AnchorMark | undefined {
    if (hit.what !== "anchor") return undefined;
    return this.open.selection.marks.anchors.find(
      (m) => m.item === hit.item && m.contour === hit.contour && m.index === hit.index,
    );
  }

  down(p: Pointer): void {
    const { hit } = p;
    this.asked = this.box = null;
    this.drag = dragOfMark(p, this.open, this.bench);
    if (this.drag) return;
    if (hit?.what === "anchor") this.downOn(p, [hit.item, hit.contour, hit.index]);
    else if (hit?.what === "item") {
      const { selected } = this.open.selection;
      if (!selected.includes(hit.item)) {
        this.open.selection.select(p.shift ? [...selected, hit.item] : [hit.item]);
      }
      if (!p.shift) this.open.selection.anchors = [];
      this.asked = p;
      void this.open.selection.anchorAt(hit.item, p.at, this.reach()).then((mark) => {
        if (mark && this.asked === p) this.downOn(p, [mark.item, mark.contour, mark.index]);
      });
    } else this.box = p;
  }

  private downOn(p: Pointer, anchor: AnchorRef): void {
    const chosen = this.open.selection.anchors;
    const known = chosen.some((a) => same(a, anchor));
    if (p.shift) {
      this.open.selection.anchors = known
        ? chosen.filter((a) => !same(a, anchor))
        : [...chosen, anchor];
      return;
    }
    if (!known) this.open.selection.anchors = [anchor];
    const anchors = [anchor, ...this.open.selection.anchors.filter((a) => !same(a, anchor))];
    const mark = this.open.selection.marks.anchors.find((m) =>
      same([m.item, m.contour, m.index], anchor),
    );
    if (!mark?.corner) return;
    // From the peg's own place, so that the radius goes on from what it was.
    this.drag = new Drag(this.bench, p, (to): Command => ({ kind: "drag_corners", anchors, to }), {
      grabbed: mark.corner.peg,
    });
  }

  move(p: Pointer): void {
    this.drag?.move(p);
  }

  up(p: Pointer): void {
    this.drag?.up(p);
    if (this.box && far(p.screen, this.box.screen)) {
      void this.open.selection.selectAnchorsWithin(
        this.box.at,
        p.at,
        p.shift ? this.open.selection.anchors : [],
      );
    } else if (this.box) {
      if (this.open.selection.anchors.length > 0) this.open.selection.anchors = [];
      else this.open.selection.select([]);
    }
    this.drag = this.asked = this.box = null;
  }

  cancel(): void {
    this.drag?.cancel();
    this.drag = this.asked = this.box = null;
  }

  leave(): void {
    this.open.selection.anchors = [];
  }

  key(event: KeyboardEvent): boolean {
    const { anchors } = this.open.selection;
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "a") {
      this.open.selection.anchors = this.open.selection.marks.anchors.flatMap((m): AnchorRef[] =>
        m.corner ? [[m.item, m.contour, m.index]] : [],
      );
      return true;
    }
    if (anchors.length === 0) return false;
    if (event.key === "Delete" || event.key === "Backspace") {
      this.bench.commit({ kind: "set_corners", anchors, radius: 0 });
    } else if (event.key === "Escape") this.open.selection.anchors = [];
    else return false;
    return true;
  }
}
