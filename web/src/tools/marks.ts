// Grips, the protractor, the pivot and pegs act alike in every tool that shows them.
import type { Command, Grip, Point } from "../api/types";
import { newId } from "../api/ids";
import type { OpenDrawing } from "../stores/board/opendrawing";
import { Drag, type Dragging } from "./drag";
import {
  minus,
  plus,
  type ToolContext,
  type GradientPeg,
  type Hint,
  type Hit,
  type Pointer,
  type PulledSetting,
  type SymmetryPeg,
} from "./tool";

type Side = "n" | "e" | "s" | "w";

const isSide = (grip: Grip): grip is Side => grip.length === 1;

/** The drag that a mark under the pointer starts, if there is one. */
export function dragOfMark(p: Pointer, open: OpenDrawing, bench: ToolContext): Dragging | null {
  const hit = p.hit;
  if (hit?.what === "grip") return dragOfGrip(p, hit, open, bench);
  if (hit?.what === "turn") return dragOfTurn(p, open, bench);
  if (hit?.what === "pivot") return new PivotDrag(p, hit.at, bench);
  if (hit?.what === "symmetry") return dragOfSymmetry(p, hit, bench);
  if (hit?.what === "copies") return new CopyPegDrag(p, hit.peg, hit.at, bench);
  if (hit?.what === "edge") {
    const { assembly, at } = hit;
    return new Drag(bench, p, (to) => ({ kind: "drag_offset", assembly, to }), {
      grabbed: at,
      asks: (to) => ({ probes: [to], items: [assembly] }), // not what it is an offset of
    });
  }
  if (hit?.what === "words") {
    const { item, setting, at } = hit;
    return new Drag(bench, p, (to) => ({ kind: "drag_text", item, setting, to }), { grabbed: at });
  }
  if (hit?.what === "gradient") return dragOfGradient(p, hit, bench);
  if (hit?.what === "shadow") return dragOfShadow(p, hit, open, bench);
  if (hit?.what === "peg") {
    const { item, dial } = hit;
    return new Drag(
      bench,
      p,
      (to, held) => ({ kind: "drag_peg", item, dial, to, stepped: held.shift }),
      { grabbed: hit.at },
    );
  }
  return null;
}

/** A side or a corner is pulled; with Ctrl a side slides along itself. */
function dragOfGrip(
  p: Pointer,
  { grip, at }: { grip: Grip; at: Point },
  open: OpenDrawing,
  bench: ToolContext,
): Drag {
  const items = open.selection.selected;
  const { about, grow } = bench.arrange();
  return new Drag(
    bench,
    p,
    (to, held) =>
      held.ctrl && isSide(grip)
        ? {
            kind: "drag_shear",
            items,
            grip,
            to,
            stepped: held.shift,
            centred: held.alt,
            about,
          }
        : {
            kind: "resize_items",
            items,
            grip,
            to,
            even: held.shift,
            centred: held.alt,
            about,
            grow,
          },
    { grabbed: at, asks: (to) => ({ probes: [to], items }) },
  );
}

/** The middle of a symmetry, a grip of its line, or the peg of its number. */
function dragOfSymmetry(
  p: Pointer,
  { symmetry, peg, at }: { symmetry: string; peg: SymmetryPeg; at: Point },
  bench: ToolContext,
): Drag {
  return new Drag(
    bench,
    p,
    (to, held) => ({ kind: "drag_symmetry", symmetry, peg, to, stepped: held.shift }),
    peg === "count" ? { grabbed: at } : { grabbed: at, asks: (to) => ({ probes: [to] }) },
  );
}

/** A peg of a gradient, or a click on its line, which adds a colour there. */
function dragOfGradient(
  p: Pointer,
  { item, stroke, peg, stop, at }: Extract<Hit, { what: "gradient" }>,
  bench: ToolContext,
): Dragging {
  const target = { items: [item], stroke };
  if (peg === "line") return new StopClick(bench, { kind: "add_stop", ...target, to: p.at });
  return new Drag(
    bench,
    p,
    (to, held) => ({ kind: "drag_gradient", ...target, peg, stop, to, held: held.shift }),
    peg === "stop" ? { grabbed: at } : { grabbed: at, asks: (to) => ({ probes: [to] }) },
  );
}

/** A click that is not dragged keeps a command. */
class StopClick implements Dragging {
  constructor(
    private readonly bench: ToolContext,
    private readonly command: Command,
  ) {}
  move(): void {
    // it stays where it was pressed
  }
  up(): boolean {
    this.bench.commit(this.command);
    return true;
  }
  cancel(): void {
    this.bench.endPreview();
  }
}

/** A shadow falls to where its peg is dragged. */
function dragOfShadow(
  p: Pointer,
  { item, effect, at, from }: Extract<Hit, { what: "shadow" }>,
  open: OpenDrawing,
  bench: ToolContext,
): Drag {
  const effects = open.doc.drawable(item)?.finish.effects ?? [];
  return new Drag(
    bench,
    p,
    (to) => ({
      kind: "set_effects",
      items: [item],
      effects: effects.map((e, n) =>
        n === effect && e.kind === "shadow" ? { ...e, by: minus(to, from) } : e,
      ),
    }),
    { grabbed: at },
  );
}

function dragOfTurn(p: Pointer, open: OpenDrawing, bench: ToolContext): Drag {
  const items = open.selection.selected;
  const { about, felt } = bench.arrange();
  const copies = newId();
  return new Drag(bench, p, (to, held, start) => ({
    kind: "drag_rotation",
    items,
    start,
    to,
    stepped: held.shift,
    felt,
    about,
    ...(held.alt ? { copies } : {}),
  }));
}

/** The drag that moves the selected items, or with Alt a copy; the box around them meets things. */
export function dragOfItems(p: Pointer, open: OpenDrawing, bench: ToolContext): Drag {
  const items = open.selection.selected;
  const copies = newId();
  return new Drag(
    bench,
    p,
    (to, held, from) => ({
      kind: "move_items",
      items,
      by: minus(to, from),
      straight: held.shift,
      ...(held.alt ? { copies } : {}),
    }),
    { asks: (to, from) => ({ probes: [], items, by: minus(to, from) }) },
  );
}

/** The pivot goes where it is dragged, to what it meets there, however late that is answered. */
class PivotDrag implements Dragging {
  private readonly before: Point | null;
  private readonly offset: Point;
  /** Where the hand has it; an answer about an earlier place is too late. */
  private to: Point | null = null;
  private open = false;
  private released = false;

  constructor(
    start: Pointer,
    at: Point,
    private readonly bench: ToolContext,
  ) {
    const { about } = bench.arrange();
    this.before = typeof about === "string" ? null : about;
    this.offset = minus(at, start.at);
  }

  move(p: Pointer): void {
    const at = plus(p.at, this.offset);
    const aiming = p.shift ? null : { probes: [at], frame: this.bench.arrange().items };
    this.to = at;
    this.open = true;
    this.bench.setPivot(at);
    this.bench.aim(aiming, null, undefined, (by) => this.meet(at, by));
  }

  private meet(at: Point, by: Point): void {
    if (this.to !== at) return;
    this.open = false;
    this.bench.setPivot(plus(at, by));
    if (this.released) this.bench.endPreview();
  }

  up(): boolean {
    this.released = true;
    if (!this.open) this.bench.endPreview();
    return true;
  }

  cancel(): void {
    this.to = null;
    this.bench.setPivot(this.before);
    this.bench.endPreview();
  }
}

/** A peg of the copies that are about to be made. */
class CopyPegDrag implements Dragging {
  private readonly offset: Point;

  constructor(
    start: Pointer,
    private readonly peg: string,
    private readonly at: Point,
    private readonly bench: ToolContext,
  ) {
    this.offset = minus(at, start.at);
  }

  move(p: Pointer): void {
    this.bench.dragCopies(this.peg, plus(p.at, this.offset), p.shift);
  }

  up(p: Pointer): boolean {
    this.move(p);
    return true;
  }

  cancel(): void {
    this.bench.dragCopies(this.peg, this.at, false);
  }
}

const GRIP_HINTS: Hint[] = [
  ["Shift", "keep proportions"],
  ["Alt", "about the pivot"],
];

const TURNS_LINE = {
  text: "Drag to rotate the axis",
  hints: [["Shift", "15° steps"]] as Hint[],
};
const ABOUT_SYMMETRY: Record<SymmetryPeg, { text: string; hints: Hint[] }> = {
  middle: { text: "Drag the symmetry", hints: [["Shift", "perpendicular to the axis"]] },
  start: TURNS_LINE,
  end: TURNS_LINE,
  count: { text: "Count: drag inward for more", hints: [] },
};

const STEPS: Hint[] = [["Shift", "15° steps"]];
const ABOUT_GRADIENT: Record<GradientPeg | "line", { text: string; hints: Hint[] }> = {
  start: { text: "Gradient start: drag to move", hints: STEPS },
  end: { text: "Gradient end: drag to move", hints: STEPS },
  middle: { text: "Gradient: drag to move", hints: [] },
  side: { text: "Gradient width: drag to change", hints: [] },
  focus: { text: "Gradient focus: drag to move", hints: [] },
  stop: { text: "Colour stop: drag along the gradient", hints: [] },
  line: { text: "Click to add a colour stop", hints: [] },
};

const ABOUT_WORDS: Record<PulledSetting, { text: string; hints: Hint[] }> = {
  radius: { text: "Baseline end: drag to bend the text", hints: [] },
  start: { text: "Start: drag the text along the path", hints: [] },
  offset: { text: "Offset: drag the text off the path", hints: [] },
};

export function aboutMark(
  hit: Hit | null,
  open: OpenDrawing,
): { text: string; hints: Hint[] } | null {
  if (hit?.what === "grip") {
    if (!isSide(hit.grip)) return { text: "Corner: drag to resize", hints: GRIP_HINTS };
    return { text: "Side: drag to resize", hints: [...GRIP_HINTS, ["Ctrl", "shear"]] };
  }
  if (hit?.what === "turn") {
    return {
      text: "Drag to rotate",
      hints: [
        ["Shift", "15° steps"],
        ["Alt", "rotate a copy"],
        ["N", "no snapping"],
      ],
    };
  }
  if (hit?.what === "pivot") {
    return {
      text: "Pivot: drag to where items rotate and scale about",
      hints: [
        ["Shift", "no snapping"],
        ["double click", "reset"],
      ],
    };
  }
  if (hit?.what === "symmetry") return ABOUT_SYMMETRY[hit.peg];
  if (hit?.what === "edge") {
    return { text: "Offset: drag out or in", hints: [["Shift", "no snapping"]] };
  }
  if (hit?.what === "words") return ABOUT_WORDS[hit.setting];
  if (hit?.what === "gradient") return ABOUT_GRADIENT[hit.peg];
  if (hit?.what === "shadow") return { text: "Shadow: drag to move", hints: [] };
  if (hit?.what === "copies") {
    return { text: "Drag to place it", hints: [["Shift", "15° steps"]] };
  }
  if (hit?.what === "peg") {
    const peg = open.selection.marks.pegs.find((g) => g.dial === hit.dial);
    const count = peg?.unit === "count";
    return {
      text: count ? `${peg.label}: drag inward for more` : `${peg?.label ?? "Dial"}: drag the peg`,
      hints: count ? [["+ −", "one more, one fewer"]] : [["Shift", "in steps"]],
    };
  }
  return null;
}
