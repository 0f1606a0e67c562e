// The one door to the Python core: previews, marks, and reading what is typed.
import type {
  Aim,
  Aimed,
  AnchorMark,
  AnchorRef,
  Axis,
  BalanceMark,
  ColourFacts,
  Command,
  Frame,
  Harmony,
  ItemAtPoint,
  Likeness,
  PegDrag,
  Point,
  Palette,
  PaletteKind,
  Reading,
  Repaint,
  Sample,
  Selection,
  ViewRequest,
  CopiesPreview,
  SweepMarks,
  TroubleLimits,
  TroubleSpots,
  FormulaWord,
  MeasureTable,
  FieldKind,
  StepName,
} from "../api/types";

/** What a pending edit shows, and what undo and redo would do then. */
export interface Shown {
  repaint: Repaint | null;
  undo: NextStep | null;
  redo: NextStep | null;
}

/** An edit that undo would take back, or redo bring back. */
export type NextStep = Pick<StepName, "edit" | "name">;

/** What is selected, and what the tool in the hand shows of it. */
export interface SelectionQuery {
  selection: string[];
  view: ViewRequest;
}

export interface Core {
  /** What is met, and what a command would change that moves on to it; or that command to keep. */
  aim(
    aim: Aim | null,
    command: Command | null,
    query: SelectionQuery,
    keeps: boolean,
  ): Promise<Aimed>;
  /** Marks and numbers of what is selected. */
  select(query: SelectionQuery): Promise<Selection>;
  /** The items that a dragged box touches, or holds whole: from a place, or (null) all that is drawn. */
  within(start: Point, end: Point, place: string | null, whole: boolean): Promise<string[]>;
  /** All that is drawn under a place, front to back, within reach (sheet units). */
  pile(at: Point, reach: number): Promise<ItemAtPoint[]>;
  /** What is drawn like any of some items. */
  alike(items: string[], by: Likeness): Promise<string[]>;
  /** The transform that does to other items what one did to some that stood in a frame. */
  again(command: Command, frame: Frame): Promise<Command>;
  /** What a draft comes to, after one of its pegs was dragged. */
  spread(
    command: Command,
    aim: Aim | null,
    drag: PegDrag | null,
    query: SelectionQuery,
  ): Promise<CopiesPreview>;
  /** How symmetric an outline is, about a line or (null) about the one that is found. */
  balance(item: string, axis: Axis | null): Promise<BalanceMark>;
  /** The regions that items make, gaps up to a size (sheet units) closed. */
  regions(items: string[], gap: number): Promise<SweepMarks>;
  /** Which of those regions each of some places lies in; null: none. */
  regionsAt(items: string[], gap: number, places: readonly Point[]): Promise<(number | null)[]>;
  /** What looks unfair in items, each with the edit that mends it. */
  troubles(items: string[], limits: TroubleLimits): Promise<TroubleSpots>;
  /** The measures of the drawing, what each comes to, and what follows it. */
  measures(): Promise<MeasureTable>;
  /** What a formula can name. */
  formulaWords(): Promise<FormulaWord[]>;
  /** What a formula comes to in a field of which nothing stays bound. */
  formula(text: string, unit: string, field: FieldKind): Promise<number>;
  /** Items as an SVG for the clipboard, which holds the items as well. */
  copy(items: string[]): Promise<string>;
  /** Items as style sheet rules. */
  css(items: string[]): Promise<string>;
  /** What was on the clipboard, as it can be pasted. */
  copied(text: string): Promise<Reading>;
  /** The anchor of an outline that is nearest to a place, within reach (sheet units). */
  anchor(item: string, at: Point, reach: number): Promise<AnchorMark | null>;
  /** The anchors that a dragged box holds. */
  anchors(start: Point, end: Point): Promise<AnchorRef[]>;
  /** The two anchors of the segment of an outline that is nearest to a place. */
  near(item: string, at: Point): Promise<[AnchorRef, AnchorRef]>;
  /** A typed colour in all the ways in which it can be typed, and how it stands out. */
  colour(text: string, against: string): Promise<ColourFacts>;
  /** What is painted at a place; strokes count within reach (sheet units). */
  sample(at: Point, reach: number): Promise<Sample | null>;
  /** Colours that go with one. */
  harmonies(colour: string): Promise<Harmony[]>;
  /** The colours of a file. */
  palette(text: string): Promise<Palette>;
  /** The swatches as the text of a file. */
  written(kind: PaletteKind): Promise<string>;
  /** A typed length in sheet units, or a plain number when `unit` is null; % are of `present`. */
  read(text: string, unit: string | null, present: number | null): Promise<number>;
}
