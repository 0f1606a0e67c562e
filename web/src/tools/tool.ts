// What a tool is: a state machine fed with pointer events, which previews and commits commands.
import type { About, Aiming, Command, Grip, Point, ViewRequest, UnitFacts } from "../api/types";

export type GradientPeg = Extract<Command, { kind: "drag_gradient" }>["peg"];
/** What a peg of words moves. */
export type PulledSetting = Extract<Command, { kind: "drag_text" }>["setting"];
export type SymmetryPeg = Extract<Command, { kind: "drag_symmetry" }>["peg"];

/**
 * What lies under the pointer; `at` is its own place on the sheet. `image` says in which image of
 * the symmetries around it; without it, it is the original.
 */
export type Hit =
  | { what: "item"; item: string; image?: number[] }
  | { what: "anchor"; item: string; contour: number; index: number; at: Point }
  | {
      what: "handle";
      item: string;
      contour: number;
      index: number;
      side: "into" | "out";
      at: Point;
    }
  | {
      what: "stem";
      item: string;
      contour: number;
      index: number;
      side: "into" | "out";
      at: Point;
    }
  | { what: "segment"; item: string }
  | {
      what: "end";
      item: string;
      contour: number;
      index: number;
      at: Point;
      count: number;
      image?: number[];
    }
  | { what: "image"; image: number[] }
  | { what: "symmetry"; symmetry: string; peg: SymmetryPeg; at: Point }
  | { what: "peg"; item: string; dial: string; at: Point }
  | {
      what: "gradient";
      item: string;
      stroke: number | null;
      /** Its line itself, where no peg is. */
      peg: GradientPeg | "line";
      stop: number;
      at: Point;
    }
  | { what: "shadow"; item: string; effect: number; at: Point; from: Point }
  | { what: "edge"; assembly: string; at: Point }
  | { what: "words"; item: string; setting: PulledSetting; at: Point }
  | { what: "grip"; grip: Grip; at: Point }
  | { what: "turn"; at: Point }
  | { what: "pivot"; at: Point }
  | { what: "copies"; peg: string; at: Point }
  | { what: "ruler"; axis: "across" | "down" }
  | { what: "guide"; guide: string; at: Point }
  | { what: "reference"; reference: string; part: "whole" | "corner" | "turn" };

export interface Held {
  shift: boolean;
  alt: boolean;
  ctrl: boolean;
  /** The space bar: moves what was just placed. */
  space: boolean;
}

export interface Pointer extends Held {
  /** On the sheet. */
  at: Point;
  /** On the canvas, CSS pixels. */
  screen: Point;
  /** Where it has been since the last event, on the sheet; the last one is `at`. */
  trail: readonly Point[];
  hit: Hit | null;
}

/** A key and what it does right now, for the status bar. */
export type Hint = readonly [key: string, does: string];

export interface Tool {
  readonly cursor: string;
  /** It is drawing on: a press beside everything goes on in the image that it began in. */
  readonly continues?: boolean;
  /** What a press on something drawn takes: itself, where it does not say. */
  picked?(item: string, more: boolean): string;
  /** What it shows of what is selected; the frame, where it does not say. */
  readonly marks?: ViewRequest["marks"];
  /** What the status bar says: what is under the pointer, and what the keys do. */
  about(hit: Hit | null, alt?: boolean): { text: string; hints: Hint[] };
  /** The word beside the pointer that says what a click would do. */
  word?(hit: Hit | null, alt?: boolean): string | null;
  /** The words beside the pointer while something is dragged, where they are its own. */
  bubble?(unit: UnitFacts): string | null;
  /** The anchor a press on which closes what is being drawn. */
  closesAt?(): Hit | null;
  hover?(p: Pointer): void;
  down(p: Pointer): void;
  move(p: Pointer): void;
  up(p: Pointer): void;
  double?(p: Pointer): void;
  /** Whether the tool has dealt with the key. */
  key?(event: KeyboardEvent): boolean;
  /** Puts everything back: the drag was interrupted. */
  cancel(): void;
  /** The tool comes into the hand. */
  enter?(): void;
  /** The tool is put away. */
  leave?(): void;
}

export interface Arrange {
  about: About;
  /** Strokes and corner radii grow with what is sized. */
  grow: boolean;
  /** Level, upright and 45° are felt while something is turned. */
  felt: boolean;
  /** What is selected. */
  items: string[];
}

/** What tools may do to the drawing. */
export interface ToolContext {
  preview(command: Command | null, selection?: string[]): void;
  endPreview(): void;
  commit(command: Command, merge?: boolean): void;
  /**
   * Meet something, then preview; `met` is told how far away that was, and along which line the
   * command goes.
   */
  aim(
    aiming: Aiming | null,
    command: Command | null,
    selection?: string[],
    met?: (shift: Point, line: [Point, Point] | null) => void,
  ): void;
  /** Meet something, then keep: the core moves the command on to what is met. */
  commitAimed(aiming: Aiming | null, command: Command): void;
  /** About which place items are turned and sized, and what goes with that. */
  arrange(): Arrange;
  /** Put the pivot to a place of the sheet; null lets it go. */
  setPivot(at: Point | null): void;
  /** Drag a peg of the copies that are about to be made. */
  dragCopies(peg: string, to: Point, held: boolean): void;
}

/** Pixels a pointer may wander before a click becomes a drag. */
export const SLACK = 3;

export const minus = (a: Point, b: Point): Point => [a[0] - b[0], a[1] - b[1]];
export const plus = (a: Point, b: Point): Point => [a[0] + b[0], a[1] + b[1]];
export const far = (a: Point, b: Point): boolean =>
  Math.abs(a[0] - b[0]) > SLACK || Math.abs(a[1] - b[1]) > SLACK;
