// Anchors: move anchors, drag handles, change an anchor's kind, remove anchors.
import type { AnchorKind, AnchorMark, AnchorRef, Point, Seam } from "../../api/types";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import { Drag, type Dragging } from "../drag";
import { aboutMark, dragOfItems, dragOfMark } from "../marks";
import { nudge } from "./select";
import {
  far,
  minus,
  type ToolContext,
  type Hint,
  type Hit,
  type Pointer,
  type Tool,
} from "../tool";

const KIND_KEYS: Record<string, AnchorKind> = {
  "1": "corner",
  "2": "smooth",
  "3": "symmetric",
  "4": "flowing",
};

const NEXT_SEAM: Record<Seam, Seam> = { smooth: "point", point: "free", free: "smooth" };

const same = (a: AnchorRef, b: AnchorRef): boolean =>
  a[0] === b[0] && a[1] === b[1] && a[2] === b[2];

export class AnchorsTool implements Tool {
  readonly cursor = "default";
  readonly marks = "anchors";
  private drag: Dragging | null = null;
  private box: { start: Pointer; base: AnchorRef[] } | null = null;
  /** What a click without a drag makes of the chosen anchors. */
  private clicked: ((chosen: AnchorRef[]) => AnchorRef[]) | null = null;
  /** The pressed segment: a click on it chooses its two anchors. */
  private segment: { item: string; at: Point } | null = null;
  /** A press on an outline whose anchors do not show yet: they are being asked for. */
  private asked: Pointer | null = null;
  /** The last press. */
  private last: Pointer | null = null;

  constructor(
    private readonly open: OpenDrawing,
    private readonly bench: ToolContext,
    private readonly nudgeStep: () => number,
    private readonly reach: () => number,
    private readonly showBox: (corners: [Point, Point] | null) => void,
  ) {}

  about(hit: Hit | null): { text: string; hints: Hint[] } {
    const mark = aboutMark(hit, this.open);
    if (mark) return mark;
    if (hit?.what === "handle") {
      return {
        text: "Handle: drag its end",
        hints: [
          ["Shift", "15° steps"],
          ["Alt", "this handle only"],
          ["double click", "withdraw"],
        ],
      };
    }
    if (hit?.what === "stem") {
      return { text: "Handle line: drag to change the length only", hints: [] };
    }
    if (hit?.what === "segment") {
      return {
        text: "Segment: drag to bend, click to select",
        hints: [["double click", "add an anchor"]],
      };
    }
    if (hit?.what === "anchor") {
      const hints: Hint[] = [
        ["Shift", "along an axis, or add to the selection"],
        ["Alt", "pull out a handle"],
      ];
      return { text: `Anchor ${hit.index + 1}: drag to move`, hints };
    }
    if (this.open.selection.anchors.length > 0) {
      return {
        text: "",
        hints: [
          ["Ctrl 1–4", "corner, smooth, symmetric, flowing"],
          ...(this.onSeam() ? ([["Ctrl 5", "on the seam: smooth, point, free"]] as Hint[]) : []),
          ["Del", "delete and refit"],
          ["Shift Del", "delete without refitting"],
          ["[ ]", "previous, next anchor"],
          ["arrows", "nudge"],
        ],
      };
    }
    return { text: "Click an outline to see its anchors", hints: [["Ctrl A", "all anchors"]] };
  }

  private onSeam(): boolean {
    const chosen = new Set(this.open.selection.anchors.map((a) => a.join()));
    return this.open.selection.marks.anchors.some(
      (m) => m.seam && chosen.has([m.item, m.contour, m.index].join()),
    );
  }

  down(p: Pointer): void {
    this.last = p;
    this.clicked = this.segment = this.asked = null;
    const hit = p.hit;
    this.drag = dragOfMark(p, this.open, this.bench);
    if (this.drag) return;
    if (hit?.what === "anchor") this.downOnAnchor(p, [hit.item, hit.contour, hit.index]);
    else if (hit?.what === "handle" || hit?.what === "stem") {
      const stem = hit.what === "stem";
      const anchor: AnchorRef = [hit.item, hit.contour, hit.index];
      const side = hit.side;
      const place = this.open.selection.marks.anchors.find((m) =>
        same([m.item, m.contour, m.index], anchor),
      )?.at;
      if (!this.open.selection.anchors.some((a) => same(a, anchor)))
        this.open.selection.anchors = [anchor];
      this.drag = new Drag(
        this.bench,
        p,
        (to, held) => ({
          kind: "move_handle",
          anchor,
          side,
          to,
          alone: held.alt,
          stepped: held.shift,
          along: stem,
        }),
        { grabbed: hit.at, asks: (to) => ({ probes: [to], start: place, anchors: [anchor] }) },
      );
    } else if (hit?.what === "item") this.downOnItem(p, hit.item);
    else if (hit?.what === "segment") {
      const { item } = hit;
      this.segment = { item, at: p.at };
      this.drag = new Drag(this.bench, p, (to, _, from) => ({
        kind: "bend_segment",
        item,
        grabbed: from,
        to,
      }));
    } else this.box = { start: p, base: p.shift ? this.open.selection.anchors : [] };
  }

  private downOnItem(p: Pointer, item: string): void {
    const { selected } = this.open.selection;
    if (selected.includes(item)) {
      this.open.selection.anchors = [];
      this.drag = dragOfItems(p, this.open, this.bench);
      return;
    }
    this.open.container.goInto(item);
    this.open.selection.select(p.shift ? [...selected, item] : [item]);
    if (!p.shift) this.open.selection.anchors = [];
    this.asked = p;
    void this.open.selection.anchorAt(item, p.at, this.reach()).then((mark) => {
      this.answered(p, mark ?? null);
    });
  }

  /** The anchor under a press on an outline that was not selected, or that there is none. */
  private answered(p: Pointer, mark: AnchorMark | null): void {
    if (this.last !== p) return; // another press came meanwhile
    if (mark) {
      const hit: Hit = { what: "anchor", ...mark };
      this.downOnAnchor({ ...p, hit }, [mark.item, mark.contour, mark.index]);
      this.clicked = null;
    } else if (this.asked === p) this.drag = dragOfItems(p, this.open, this.bench);
    if (this.asked !== p) this.drag = null; // it has been let go
  }

  private downOnAnchor(p: Pointer, anchor: AnchorRef): void {
    const chosen = this.open.selection.anchors;
    if (!chosen.some((a) => same(a, anchor))) {
      this.open.selection.anchors = p.shift ? [...chosen, anchor] : [anchor];
    } else if (p.shift) this.clicked = (all) => all.filter((a) => !same(a, anchor));
    else this.clicked = () => [anchor];
    // The one under the pointer leads, also where its twin is chosen with it.
    const anchors = [anchor, ...this.open.selection.anchors.filter((a) => !same(a, anchor))];
    if (p.alt) {
      this.drag = new Drag(this.bench, p, (to, held) => ({
        kind: "pull_handle",
        anchor,
        to,
        stepped: held.shift,
      }));
      return;
    }
    const grabbed = p.hit && "at" in p.hit ? p.hit.at : p.at;
    this.drag = new Drag(
      this.bench,
      p,
      (to, held, from) => ({
        kind: "move_anchors",
        anchors,
        by: minus(to, from),
        straight: held.shift,
      }),
      { grabbed, asks: (to, from) => ({ probes: [to], start: from, anchors }) },
    );
  }

  move(p: Pointer): void {
    this.drag?.move(p);
    if (this.box && far(p.screen, this.box.start.screen)) this.showBox([this.box.start.at, p.at]);
  }

  up(p: Pointer): void {
    const { drag, box, clicked } = this;
    this.drag = this.box = this.asked = null;
    this.showBox(null);
    if (drag) {
      const edited = drag.up(p);
      if (!edited && clicked) this.open.selection.anchors = clicked(this.open.selection.anchors);
      const segment = this.segment;
      if (!edited && segment) void this.open.selection.selectSegment(segment.item, segment.at);
    } else if (box) this.upOfBox(p, box);
  }

  /** A dragged box takes the anchors it holds; a click beside everything lets go. */
  private upOfBox(p: Pointer, box: { start: Pointer; base: AnchorRef[] }): void {
    if (!far(p.screen, box.start.screen)) {
      if (this.open.selection.anchors.length > 0) this.open.selection.anchors = [];
      else this.open.selection.select([]);
      return;
    }
    void this.open.selection.selectAnchorsWithin(box.start.at, p.at, box.base);
  }

  double(p: Pointer): void {
    const on = p.hit?.what === "item" && this.open.doc.drawable(p.hit.item)?.type === "outline";
    if (p.hit?.what === "segment" || (on && p.hit?.what === "item")) {
      this.open.selection.anchors = [];
      this.bench.commit({ kind: "insert_anchor", item: p.hit.item, at: p.at });
    }
    if (p.hit?.what !== "handle") return;
    const { item, contour, index, side } = p.hit;
    this.bench.commit({
      kind: "set_handle",
      anchor: [item, contour, index],
      side,
      angle: 0,
      length: 0,
    });
  }

  cancel(): void {
    this.drag?.cancel();
    this.drag = this.box = this.asked = null;
    this.showBox(null);
  }

  leave(): void {
    this.open.selection.anchors = [];
  }

  key(event: KeyboardEvent): boolean {
    const { anchors } = this.open.selection;
    const ctrl = event.ctrlKey || event.metaKey;
    if (ctrl && event.key.toLowerCase() === "a") {
      this.open.selection.anchors = this.open.selection.allAnchors();
      return true;
    }
    if (anchors.length === 0) return false;
    return this.keyOnAnchors(event, anchors);
  }

  /** Smooth, a point, free: how the chosen anchors lie on a seam, in turn. */
  private nextSeam(anchors: AnchorRef[]): void {
    const chosen = this.open.selection.marks.anchors.find((m) =>
      anchors.some((a) => same(a, [m.item, m.contour, m.index])),
    );
    const to = NEXT_SEAM[chosen?.seam ?? "free"];
    this.bench.commit({ kind: "set_seam", anchors, to });
  }

  private keyOnAnchors(event: KeyboardEvent, anchors: AnchorRef[]): boolean {
    const by = nudge(event, this.nudgeStep());
    const to = event.ctrlKey || event.metaKey ? KIND_KEYS[event.key] : undefined;
    if (by) {
      const moved = this.open.copies.vectorToOriginal(by);
      this.bench.commit({ kind: "move_anchors", anchors, by: moved }, true);
    } else if (to) this.bench.commit({ kind: "set_anchor_kind", anchors, to });
    else if ((event.ctrlKey || event.metaKey) && event.key === "5") this.nextSeam(anchors);
    else if (event.key === "Delete" || event.key === "Backspace") {
      this.bench.commit({ kind: "delete_anchors", anchors, refit: !event.shiftKey });
      this.open.selection.anchors = [];
    } else if (event.key === "Escape") this.open.selection.anchors = [];
    else return false;
    return true;
  }
}
