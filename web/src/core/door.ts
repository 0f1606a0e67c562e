// The one door to the Python core: previews, marks, and reading what is typed.
import type {
  Aim,
  AnchorRef,
  Command,
  Meeting,
  Picture,
  Point,
  Selection,
  StepName,
} from "../api/types";

/** What a letter on its way shows, and what undo and redo would do then. */
export interface Shown {
  picture: Picture | null;
  undo: WayStep | null;
  redo: WayStep | null;
}

/** An edit that undo would take back, or redo bring back. */
export type WayStep = Pick<StepName, "edit" | "name">;

export interface Core {
  /** What a command would change; nothing is kept. */
  preview(command: Command, selection: string[]): Promise<Picture>;
  /** Marks and numbers of what is selected. */
  select(selection: string[]): Promise<Selection>;
  /** The items that a dragged box touches: from a place to work in, or (null) all that is drawn. */
  within(start: Point, end: Point, place: string | null): Promise<string[]>;
  /** What is met while something is drawn or dragged. */
  meet(aim: Aim): Promise<Meeting>;
  /** The two anchors of the segment of an outline that is nearest to a place. */
  near(item: string, at: Point): Promise<[AnchorRef, AnchorRef]>;
  /** A typed length in sheet units, or a plain number when `unit` is null; % are of `present`. */
  read(text: string, unit: string | null, present: number | null): Promise<number>;
}
