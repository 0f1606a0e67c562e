// Which pointers are down on the canvas and what each of them is for: one draws or drags, two fingers
// move and zoom the sheet, and a pen beats fingers. Plain: it is told of events and says what they are.
import type { Point } from "../../api/types";

export type PointerKind = "mouse" | "pen" | "touch";

export interface Contact {
  id: number;
  kind: PointerKind;
  /** On the screen. */
  at: Point;
}

/** What a pointer that goes down is: a press; one that ends the press of a finger; the second finger. */
export type Down = "press" | "press-instead" | "pinch" | "nothing";

/** What a pointer that moves does. */
export type Move =
  | { what: "drag" }
  | { what: "hover" }
  | { what: "nothing" }
  /** Zoom by a factor about a place, after moving the sheet. */
  | { what: "pinch"; at: Point; by: Point; zoom: number };

/** Pixels: a finger that has gone as far goes on dragging, whatever other fingers do. */
const DRAGS = 10;

const distance = (a: Point, b: Point): number => Math.hypot(b[0] - a[0], b[1] - a[1]);
const between = (a: Point, b: Point): Point => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];

export class Contacts {
  private dragging: { id: number; kind: PointerKind; from: Point; far: boolean } | null = null;
  private readonly fingers = new Map<number, Point>();
  private pinching: readonly [number, number] | null = null;
  private penNear = false;

  /** The pointer that draws or drags. */
  get dragger(): number | null {
    return this.dragging?.id ?? null;
  }

  /** Whether the pointer that drags has not gone far yet. */
  get rests(): boolean {
    return this.dragging !== null && !this.dragging.far;
  }

  down({ id, kind, at }: Contact): Down {
    if (kind === "pen") this.penNear = true;
    if (kind === "touch") this.fingers.set(id, at);
    if (this.pinching && kind === "touch") return "nothing";
    const before = this.dragging;
    if (before === null && (kind !== "touch" || (this.fingers.size === 1 && !this.penNear))) {
      this.pinching = null;
      this.dragging = { id, kind, from: at, far: false };
      return "press";
    }
    if (kind === "pen" && before?.kind === "touch") {
      this.dragging = { id, kind, from: at, far: false };
      return "press-instead";
    }
    const gives = before === null || (before.kind === "touch" && !before.far);
    if (kind !== "touch" || this.fingers.size !== 2 || !gives) return "nothing";
    const [one = id, two = id] = this.fingers.keys();
    this.dragging = null;
    this.pinching = [one, two];
    return "pinch";
  }

  move({ id, kind, at }: Contact): Move {
    if (kind === "pen") this.penNear = true;
    if (this.pinching?.includes(id)) return this.pinch(id, at);
    if (this.fingers.has(id)) this.fingers.set(id, at);
    const held = this.dragging;
    if (held?.id === id) {
      held.far ||= distance(held.from, at) >= DRAGS;
      return { what: "drag" };
    }
    return { what: held === null && kind !== "touch" ? "hover" : "nothing" };
  }

  /** Whether the drag has ended with it. */
  up(id: number): boolean {
    this.fingers.delete(id);
    if (this.pinching?.includes(id)) this.pinching = null;
    const ends = this.dragging?.id === id;
    if (ends) this.dragging = null;
    return ends;
  }

  /** The pen is out of reach. */
  left(kind: PointerKind): void {
    if (kind === "pen") this.penNear = false;
  }

  /** What was dragged was given up; its pointer may be down still. */
  drop(): void {
    this.dragging = null;
  }

  private pinch(id: number, at: Point): Move {
    const [one, two] = this.pinching ?? [id, id];
    const [a, b] = [this.fingers.get(one) ?? at, this.fingers.get(two) ?? at];
    this.fingers.set(id, at);
    const [c, d] = [this.fingers.get(one) ?? at, this.fingers.get(two) ?? at];
    const [before, now] = [between(a, b), between(c, d)];
    const wide = Math.max(1, distance(a, b));
    return {
      what: "pinch",
      at: now,
      by: [now[0] - before[0], now[1] - before[1]],
      zoom: Math.max(1, distance(c, d)) / wide,
    };
  }
}
