// The open drawing: its items as drawables, what is selected, what is previewed, what is kept.
import { defineStore } from "pinia";
import { computed, ref, shallowReactive, shallowRef } from "vue";
import { Trouble, get } from "../api/client";
import type {
  AnchorMark,
  AnchorRef,
  Answer,
  Board,
  Command,
  Drawable,
  Picture,
  Point,
  Selection,
  Sheet,
  StepName,
} from "../api/types";
import { core, desk } from "../core";
import { Newest } from "../core/newest";
import type { Aimed, Aiming } from "../tools/tool";
import { useCues } from "./cues";
import { Outbox, editLetter, goLetter, type Kept } from "./outbox";
import { useToast } from "./toast";
import { useView } from "./view";

const NOTHING: Selection = { items: [], frame: null, anchors: [], pegs: [], dials: [] };
const A4: Sheet = {
  width: 793.7,
  height: 1122.5,
  unit: "mm",
  colour: "#FFFFFF",
  guides: [],
  guides_hidden: false,
  grid: { step: 37.8, parts: 5, shown: false },
  underlays: [],
};

interface Look {
  aiming: Aiming | null;
  build: Aimed;
  selection: string[];
  turn: number;
}

/** Edits that turn dials: the next shape of the kind starts with what they came to. */
const DIAL_COMMANDS = new Set<Command["kind"]>(["set_dial", "set_dials", "drag_peg"]);

export const useBoard = defineStore("board", () => {
  /** A dial was turned since this was last cleared. */
  const dialled = ref(false);
  const toast = useToast();
  const cues = useCues();
  const view = useView();
  const id = ref(0);
  const name = ref("");
  const version = ref(0);
  const keptSheet = shallowRef<Sheet>(A4);
  const queuedSheet = shallowRef<Sheet | null>(null);
  const previewedSheet = shallowRef<Sheet | null>(null);
  const sheet = computed(() => previewedSheet.value ?? queuedSheet.value ?? keptSheet.value);
  /** The guide or the underlay that its tool works on. */
  const aid = ref<string | null>(null);
  const items = shallowReactive(new Map<string, Drawable>());
  const previewed = shallowReactive(new Map<string, Drawable>());
  /** What edits on their way to the server change, until it has answered. */
  const queued = shallowReactive(new Map<string, Drawable>());
  const queuedOrder = shallowRef<string[] | null>(null);
  const keptOrder = shallowRef<string[]>([]);
  const order = computed(() => queuedOrder.value ?? keptOrder.value);
  const selected = shallowRef<string[]>([]);
  const anchors = shallowRef<AnchorRef[]>([]);
  const marks = shallowRef<Selection>(NOTHING);
  /** The marks of what is kept or on its way, without what only follows the pointer. */
  const keptMarks = shallowRef<Selection>(NOTHING);
  /** What came of the edit that is previewed or was just kept, where that is not plain to see. */
  const said = ref("");
  /** The step to compare with, and the drawing as it was there while its key is held. */
  const markedStep = shallowRef<StepName | null>(null);
  const before = shallowRef<{ items: Map<string, Drawable>; order: string[] } | null>(null);
  const undo = shallowRef<StepName | null>(null);
  const redo = shallowRef<StepName | null>(null);
  const keptAt = ref<Date | null>(null);
  const outbox = shallowRef<Outbox | null>(null);

  const drawable = (itemId: string): Drawable | undefined =>
    before.value?.items.get(itemId) ??
    previewed.get(itemId) ??
    queued.get(itemId) ??
    items.get(itemId);
  const exists = (itemId: string): boolean => items.has(itemId) || queued.has(itemId);
  const drawn = computed(() => [
    ...(before.value?.order ?? order.value),
    ...[...previewed.keys()].filter((i) => !items.has(i) && !queued.has(i)),
  ]);
  const selectedItems = computed(() =>
    selected.value.map((i) => drawable(i)).filter((d) => d !== undefined),
  );

  const looking = new Newest<Look>(async ({ aiming, build, selection, turn: asked }) => {
    try {
      const shift = await meet(aiming, asked);
      const command = build(shift);
      if (!command || asked !== turn) return;
      const picture = await core.preview(command, selection);
      if (asked === turn) showPreview(picture);
    } catch (problem) {
      if (!(problem instanceof Trouble)) throw problem;
    }
  });
  /** How many edits are finding out what they meet. */
  const aims = ref(0);
  /** Edits that first meet something are kept in the order in which they were made. */
  let line: Promise<void> = Promise.resolve();

  /** How far what is dragged moves to meet something; the cues that say so are shown. */
  async function meet(aiming: Aiming | null, asked: number): Promise<Point> {
    if (!aiming || cues.kinds.length === 0) {
      cues.shown = [];
      return [0, 0];
    }
    const met = await core.meet({ ...aiming, scale: view.scale, kinds: cues.kinds });
    if (asked === turn) cues.shown = met.cues ?? [];
    return met.shift ?? [0, 0];
  }

  const marking = new Newest<string[]>(async (selection) => {
    try {
      const found = await core.select(selection);
      if (selection !== selected.value) return;
      keptMarks.value = found;
      if (previewed.size === 0) marks.value = found;
    } catch (problem) {
      if (!(problem instanceof Trouble)) throw problem;
    }
  });
  /** Counts gestures; an answer to an earlier one is not shown any more. */
  let turn = 0;
  let settledTurn = 0;
  let backwards = false;

  function showPreview(picture: Picture): void {
    const ids = new Set(picture.items.map((i) => i.id));
    for (const old of [...previewed.keys()]) if (!ids.has(old)) previewed.delete(old);
    for (const item of picture.items) previewed.set(item.id, item);
    previewedSheet.value = picture.sheet ? ({ ...A4, ...picture.sheet } as Sheet) : null;
    marks.value = picture.selection;
    said.value = picture.said ?? "";
  }

  function clearPreview(): void {
    previewed.clear();
    previewedSheet.value = null;
  }

  function take(picture: Picture): void {
    for (const item of picture.items) items.set(item.id, item);
    for (const gone of picture.removed) items.delete(gone);
    if (picture.order) keptOrder.value = picture.order;
    if (picture.sheet) keptSheet.value = { ...A4, ...picture.sheet } as Sheet;
    if (picture.removed.length > 0) {
      selected.value = selected.value.filter((i) => items.has(i) || queued.has(i));
    }
  }

  function takeSteps(board: Pick<Answer, "version" | "undo" | "redo" | "kept">): void {
    version.value = board.version;
    undo.value = board.undo;
    redo.value = board.redo;
    keptAt.value = new Date(board.kept);
  }

  function takeAnswer(letter: string, answer: Answer): void {
    takeSteps(answer);
    take(answer.picture);
    void desk.settle(letter, answer.since, answer.version, answer.delta);
  }

  /** All is kept: what the server said replaces what was shown meanwhile. */
  function settle(selection: Selection | null, asked: string[]): void {
    queued.clear();
    queuedOrder.value = null;
    queuedSheet.value = null;
    looking.hold(false);
    if (turn !== settledTurn) clearPreview();
    settledTurn = turn;
    const same =
      asked.length === selected.value.length && asked.every((i) => selected.value.includes(i));
    if (selection && same && previewed.size === 0) {
      marks.value = keptMarks.value = selection;
    } else marking.put(selected.value);
    const there = new Set(marks.value.anchors.map((a) => `${a.item} ${a.contour} ${a.index}`));
    anchors.value = anchors.value.filter((a) => there.has(a.join(" ")));
  }

  function openOutbox(): void {
    outbox.value?.close();
    const box = new Outbox(id.value, {
      version: () => version.value,
      kept: (letter, answer) => {
        takeAnswer(letter.id, answer);
        said.value ||= answer.picture.said ?? "";
        if (box.waiting === 0) settle(answer.picture.selection, letter.selection);
      },
      stale: (answer) => takeAnswer("", answer),
      refused: (letter, trouble) => {
        toast.tell(trouble.sentence);
        void desk.settle(letter.id, version.value, version.value, null);
        if (box.waiting === 0) settle(null, []);
      },
    });
    outbox.value = box;
  }

  async function open(drawing: number): Promise<void> {
    const found = await get<Board>(`/drawings/${drawing}`);
    id.value = found.id;
    name.value = found.name;
    items.clear();
    clearPreview();
    select([]);
    queued.clear();
    queuedOrder.value = null;
    queuedSheet.value = null;
    takeSteps(found);
    take({ ...found.picture, order: found.picture.items.map((i) => i.id) });
    desk.open(found.id);
    openOutbox();
    outbox.value?.resume();
  }

  /** Show the drawing as it was at the marked step, or as it is. */
  async function lookBack(on: boolean): Promise<void> {
    const step = markedStep.value;
    if (!on || !step) {
      backwards = false;
      before.value = null;
      return;
    }
    backwards = true;
    try {
      const picture = await get<Picture>(`/drawings/${id.value}/at/${step.number}`);
      const then = new Map(picture.items.map((i) => [i.id, i]));
      if (backwards) before.value = { items: then, order: picture.order ?? [] };
    } catch (problem) {
      if (!(problem instanceof Trouble)) throw problem;
      toast.tell(problem.sentence);
    }
  }

  function close(): void {
    markedStep.value = before.value = null;
    outbox.value?.close();
    outbox.value = null;
    id.value = 0;
  }

  /** Show what a command would do; the newest question wins. */
  function preview(command: Command, selection: string[] = selected.value): void {
    looking.put({ aiming: null, build: () => command, selection, turn });
  }

  /** The same for what may meet something first. */
  function aim(aiming: Aiming | null, build: Aimed, selection: string[] = selected.value): void {
    looking.put({ aiming, build, selection, turn });
  }

  function endPreview(): void {
    turn += 1;
    cues.shown = [];
    said.value = "";
    looking.drop();
    if ((outbox.value?.waiting ?? 0) === 0 || desk.there) clearPreview();
    marking.put(selected.value);
  }

  /** Keep an edit. It shows at once where the core is here, else when the server has answered. */
  function commit(command: Command, merge = false): void {
    dialled.value ||= DIAL_COMMANDS.has(command.kind);
    const selection = selected.value;
    inTurn(() => send(command, selection, merge));
  }

  /** Keep an edit of something that may meet something first. */
  function commitAimed(aiming: Aiming | null, build: Aimed): void {
    const selection = selected.value;
    looking.drop();
    looking.hold(true);
    aims.value += 1;
    line = line.then(async () => {
      let shift: Point = [0, 0];
      try {
        shift = await meet(aiming, -1);
      } catch (problem) {
        if (!(problem instanceof Trouble)) throw problem;
      }
      const command = build(shift);
      dialled.value ||= command !== null && DIAL_COMMANDS.has(command.kind);
      aims.value -= 1;
      if (command) send(command, selection, false);
      else looking.hold(false);
    });
  }

  /** Act now, or after the edits that are still finding out what they meet. */
  function inTurn(act: () => void): void {
    if (aims.value === 0) act();
    else line = line.then(act);
  }

  function send(command: Command, selection: string[], merge: boolean): void {
    turn += 1;
    cues.shown = [];
    said.value = "";
    looking.drop();
    looking.hold(true);
    const letter = editLetter(command, selection, merge);
    outbox.value?.send(letter);
    void show(letter.id, command);
  }

  async function show(letter: string, command: Command): Promise<void> {
    const now = turn;
    const picture = await desk.queue(letter, command, selected.value);
    if (!picture || !outbox.value?.has(letter)) return;
    for (const item of picture.items) queued.set(item.id, item);
    if (picture.order) queuedOrder.value = picture.order;
    if (picture.sheet) queuedSheet.value = { ...A4, ...picture.sheet } as Sheet;
    keptMarks.value = picture.selection;
    if (now !== turn) return;
    clearPreview();
    settledTurn = turn;
    marks.value = picture.selection;
    said.value = picture.said ?? "";
    looking.hold(false);
  }

  function go(to: "undo" | "redo" | number): void {
    inTurn(() => {
      turn += 1;
      looking.drop();
      looking.hold(true);
      outbox.value?.send(goLetter(to, selected.value));
    });
  }

  function select(ids: string[]): void {
    selected.value = ids;
    anchors.value = anchors.value.filter((a) => ids.includes(a[0]));
    if (ids.length === 0) marks.value = keptMarks.value = NOTHING;
    else marking.put(ids);
  }

  const within = (start: Point, end: Point): Promise<string[]> => core.within(start, end);
  /** Choose the two anchors of the segment of an outline that is nearest to a place. */
  async function chooseSegment(item: string, at: Point): Promise<void> {
    const before = anchors.value;
    try {
      const found = await core.near(item, at);
      if (anchors.value === before) anchors.value = found; // nothing else was chosen meanwhile
    } catch (problem) {
      if (!(problem instanceof Trouble)) throw problem;
    }
  }

  /** The anchor of a selected outline that is within reach of a place (sheet units). */
  async function anchorAt(item: string, at: Point, reach: number): Promise<AnchorMark | undefined> {
    const found = await core.select(selected.value);
    if (selected.value.includes(item)) marks.value = keptMarks.value = found;
    const away = (a: AnchorMark): number => Math.hypot(a.at[0] - at[0], a.at[1] - at[1]);
    return found.anchors
      .filter((a) => a.item === item && away(a) <= reach)
      .sort((a, b) => away(a) - away(b))[0];
  }

  /** Select outlines and choose those of their anchors that a dragged box holds. */
  async function chooseWithin(start: Point, end: Point, base: AnchorRef[]): Promise<void> {
    const ids = await core.within(start, end);
    const outlines = ids.filter((i) => drawable(i)?.type === "outline");
    select([...new Set([...selected.value, ...outlines])]);
    const found = await core.select(selected.value);
    marks.value = keptMarks.value = found;
    const [left, right] = start[0] < end[0] ? [start[0], end[0]] : [end[0], start[0]];
    const [top, bottom] = start[1] < end[1] ? [start[1], end[1]] : [end[1], start[1]];
    const inside = found.anchors
      .filter((a) => a.at[0] >= left && a.at[0] <= right && a.at[1] >= top && a.at[1] <= bottom)
      .map((a): AnchorRef => [a.item, a.contour, a.index]);
    const old = base.filter((a) => !inside.some((b) => a.join() === b.join()));
    anchors.value = [...old, ...inside];
  }
  /** The item as it is kept or on its way, without what is previewed. */
  const kept = (itemId: string): Drawable | undefined => queued.get(itemId) ?? items.get(itemId);
  const state = computed<Kept>(() => {
    const sent = outbox.value?.state.value ?? "kept";
    return sent === "kept" && aims.value > 0 ? "sending" : sent;
  });

  return {
    id,
    name,
    version,
    sheet,
    items,
    previewed,
    order,
    drawn,
    selected,
    selectedItems,
    anchors,
    aid,
    markedStep,
    before,
    lookBack,
    marks,
    keptMarks,
    said,
    kept,
    chooseSegment,
    chooseWithin,
    dialled,
    anchorAt,
    undo,
    redo,
    state,
    keptAt,
    drawable,
    open,
    close,
    preview,
    aim,
    endPreview,
    commit,
    commitAimed,
    exists,
    go,
    select,
    within,
  };
});
