// A board and a bench for tests of tools: they remember what was asked of them.
import type {
  AnchorMark,
  AnchorRef,
  Command,
  Drawable,
  Finish,
  PathFacts,
  Point,
  Selection,
  Sheet,
  Stroke,
  Style,
} from "../../api/types";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import type { Aiming } from "../../api/types";
import type { Arrange, ToolContext, Hit, Pointer } from "../tool";

/** As the core moves a command on to what is met. */
function movedOn(command: Command, by: Point): Command {
  const plus = (p: Point): Point => [p[0] + by[0], p[1] + by[1]];
  if ("by" in command) return { ...command, by: plus(command.by as Point) } as Command;
  if ("to" in command && Array.isArray(command.to))
    return { ...command, to: plus(command.to as Point) } as Command;
  if (command.kind === "draw_anchor") return { ...command, at: plus(command.at) };
  if (command.kind === "draw_stroke") return { ...command, points: command.points.map(plus) };
  return command;
}

export class RecordingContext implements ToolContext {
  previews: Command[] = [];
  commits: { command: Command; merge: boolean }[] = [];
  aims: (Aiming | null)[] = [];
  ended = 0;
  /** What every aim meets. */
  shift: Point = [0, 0];
  /** Answers that have not come yet, where they are to come late. */
  late: (() => void)[] | null = null;

  preview(command: Command | null): void {
    if (command) this.previews.push(command);
  }
  endPreview(): void {
    this.ended += 1;
  }
  commit(command: Command, merge = false): void {
    this.commits.push({ command, merge });
  }
  aim(
    aiming: Aiming | null,
    command: Command | null,
    _?: string[],
    met?: (shift: Point, line: [Point, Point] | null) => void,
  ): void {
    this.aims.push(aiming);
    const answer = (): void => met?.(aiming ? this.shift : [0, 0], null);
    if (this.late) this.late.push(answer);
    else answer();
    if (command) this.previews.push(aiming ? movedOn(command, this.shift) : command);
  }
  commitAimed(aiming: Aiming | null, command: Command): void {
    const moved = aiming ? movedOn(command, this.shift) : command;
    this.commits.push({ command: moved, merge: false });
  }
  pivot: Point | null = null;
  pegs: { peg: string; to: Point }[] = [];
  arranged: Arrange = { about: "middle", grow: false, felt: true, items: [] };
  arrange(): Arrange {
    return { ...this.arranged, about: this.pivot ?? this.arranged.about };
  }
  setPivot(at: Point | null): void {
    this.pivot = at;
  }
  dragCopies(peg: string, to: Point): void {
    this.pegs.push({ peg, to });
  }
  get last(): Command | undefined {
    return this.commits.at(-1)?.command;
  }
}

export const FINISH: Finish = { opacity: 1, blend: "normal", effects: [] };
export const STROKE: Stroke = {
  paint: "#1B2924",
  width: 2,
  cap: "round",
  join: "round",
  miter_limit: 4,
  dashes: [],
  dash_from: 0,
  dash_fit: false,
  placing: "centred",
  opacity: 1,
  overprint: false,
  follows: [],
};
const PAINT: Style = {
  fill: null,
  fill_opacity: 1,
  fill_overprint: false,
  strokes: [STROKE],
  finish: FINISH,
};

export function drawable(id: string, more: Partial<Drawable> = {}): Drawable {
  return {
    id,
    name: id,
    type: "outline",
    hidden: false,
    locked: false,
    path: "M0 0L9 9",
    rule: "nonzero",
    style: PAINT,
    box: [0, 0, 9, 9],
    finish: FINISH,
    filter: null,
    dashes: [],
    ends: [],
    symmetry: null,
    assembly: null,
    role: null,
    link: null,
    mask: null,
    words: null,
    compound: false,
    open: false,
    ...more,
  };
}

export function anchorMark(item: string, index: number, at: Point): AnchorMark {
  return {
    item,
    contour: 0,
    index,
    at,
    into: null,
    out: null,
    kind: "corner",
    back: [0, 0],
    on: [0, 0],
    into_polar: null,
    out_polar: null,
    first: index === 0,
    end: false,
    turn: null,
    curvature: [null, null],
  };
}

const SHEET: Sheet = {
  width: 400,
  height: 300,
  unit: "px",
  colour: null,
  guides: [{ id: "g", x: 0, y: 50, angle: 0, locked: false, follows: [] }],
  guides_hidden: false,
  grid: { step: 10, parts: 1, shown: false },
  references: [],
  swatches: [],
  styles: [],
  measures: [],
  measure_sets: [],
  measure_set: null,
  parametric: false,
  follows: [],
};

export class FakeBoard {
  items = new Map<string, Drawable>();
  previewed = new Map<string, Drawable>();
  selected: string[] = [];
  anchors: AnchorRef[] = [];
  aid: string | null = null;
  sheet = SHEET;
  went: (string | number)[] = [];
  found: string[] = [];
  marks: Selection = {
    items: [],
    frame: null,
    anchors: [],
    pegs: [],
    dials: [],
    lengths: [],
    tolerance: null,
    paths: [],
    cut: false,
    marked: null,
    curves: [],
    curves_cut: false,
    gradients: [],
    picture: null,
    miters: [],
    style: null,
    follows: [],
  };
  pathOf = (item: string, contour: number): PathFacts => {
    const own = this.marks.anchors.filter((a) => a.item === item && a.contour === contour);
    const closed = !own.some((a) => a.end);
    return { item, contour, count: own.length, closed, worked: false };
  };
  allAnchors = (): AnchorRef[] =>
    this.marks.anchors.map((a): AnchorRef => [a.item, a.contour, a.index]);

  constructor(...ids: string[]) {
    for (const id of ids) this.items.set(id, drawable(id));
  }
  get savedMarks(): Selection {
    return this.marks;
  }
  saved = (id: string): Drawable | undefined => this.items.get(id);
  selectSegment = (item: string): void => {
    this.anchors = [
      [item, 0, 0],
      [item, 0, 1],
    ];
  };
  anchorAt = (item: string, at: Point, reach: number): Promise<AnchorMark | undefined> =>
    Promise.resolve(
      this.marks.anchors.find((a) => a.item === item && Math.abs(a.at[0] - at[0]) <= reach),
    );
  selectAnchorsWithin = (start: Point, end: Point, base: AnchorRef[]): void => {
    const inside = this.marks.anchors.filter((a) => a.at[0] >= start[0] && a.at[0] <= end[0]);
    this.anchors = [...base, ...inside.map((a): AnchorRef => [a.item, a.contour, a.index])];
  };
  active = "layer-1";
  inGroup = false;
  tree = {
    in: (): string[] => [...this.items.keys()],
    containerOf: (): string => this.active,
    holds: (id: string): boolean => this.items.get(id)?.type === "group",
  };
  pickable = (): string[] =>
    [...this.items.values()].filter((i) => !i.hidden && !i.locked).map((i) => i.id);
  pickOf = (id: string): string => this.groups.get(id) ?? id;
  goTo = (): void => undefined;
  vectorToOriginal = (by: Point): Point => by;
  goInto = (): void => undefined;
  enter(id: string): void {
    this.active = id;
    this.groups.clear();
  }
  leave(): string | null {
    if (!this.inGroup) return null;
    this.inGroup = false;
    return this.active;
  }
  leaveGroups = (): void => {
    this.inGroup = false;
  };
  /** The groups that items lie in. */
  groups = new Map<string, string>();
  drawable = (id: string): Drawable | undefined => this.items.get(id);
  exists = (id: string): boolean => this.items.has(id);
  select(ids: string[]): void {
    this.selected = ids;
  }
  go(to: string | number): void {
    this.went.push(to);
  }
  within = (): Promise<string[]> => Promise.resolve(this.found);
  asOpen(): OpenDrawing {
    const all = this as unknown;
    const [doc, selection, preview, history] = [all, all, all, all];
    return { doc, selection, preview, history, container: all, edits: all, copies: all } as never;
  }
}

export function at(
  x: number,
  y: number,
  hit: Hit | null = null,
  held: Partial<Pointer> = {},
): Pointer {
  return {
    at: [x, y],
    screen: [x, y],
    shift: false,
    alt: false,
    ctrl: false,
    space: false,
    trail: [[x, y]],
    hit,
    ...held,
  };
}

export const key = (name: string, more: Partial<KeyboardEvent> = {}): KeyboardEvent =>
  ({
    key: name,
    ctrlKey: false,
    altKey: false,
    metaKey: false,
    shiftKey: false,
    ...more,
  }) as KeyboardEvent;
