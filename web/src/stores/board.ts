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
import type { Shown, WayStep } from "../core/door";
import { newId } from "../core/ids";
import { Newest } from "../core/newest";
import type { Aimed, Aiming } from "../tools/tool";
import { useCues } from "./cues";
import { useFollowing } from "./following";
import type { Letter, Posted } from "./letters";
import type { Kept } from "./outbox";
import { usePost } from "./post";
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

interface Way {
  undo: WayStep | null;
  redo: WayStep | null;
}
const NO_WAY: Way = { undo: null, redo: null };

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
  const post = usePost();
  /** What undo and redo would do to what is kept, and to what is on its way. */
  const keptWay = shallowRef<Way>(NO_WAY);
  const queuedWay = shallowRef<Way | null>(null);
  const undo = computed(() => (queuedWay.value ?? keptWay.value).undo);
  const redo = computed(() => (queuedWay.value ?? keptWay.value).redo);
  const keptAt = ref<Date | null>(null);
  const outbox = computed(() => (id.value === 0 ? null : (post.boxes.get(id.value) ?? null)));

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
    keptWay.value = { undo: board.undo, redo: board.redo };
    keptAt.value = new Date(board.kept);
  }

  function takeAnswer(letter: string, answer: Answer): void {
    const from = version.value;
    takeSteps(answer);
    take(answer.picture);
    void desk.settle(letter, from, answer).then(takeWay);
  }

  /** Undo and redo as the core sees them with what is on its way. */
  function takeWay(shown: Way | null): void {
    if (waiting() > 0 && shown) queuedWay.value = { undo: shown.undo, redo: shown.redo };
  }
  const waiting = (): number => outbox.value?.waiting ?? 0;

  /** All is kept: what the server said replaces what was shown meanwhile. */
  function settle(selection: Selection | null, asked: string[]): void {
    queued.clear();
    queuedOrder.value = null;
    queuedSheet.value = null;
    queuedWay.value = null;
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

  const reader = {
    version: () => version.value,
    kept: (posted: Posted, answer: Answer) => {
      takeAnswer(posted.id, answer);
      said.value ||= answer.picture.said ?? "";
      if (waiting() === 0) settle(answer.picture.selection, posted.letter.selection);
    },
    stale: (answer: Answer) => takeAnswer("", answer),
    refused: (posted: Posted) => {
      toast.tell(posted.refused?.sentence ?? "");
      void desk.settle(posted.id, version.value, null).then(takeWay);
      if (waiting() === 0) settle(null, []);
    },
    reopen,
  };

  /** Read the drawing anew; whoever asked for it asks again where that fails. */
  function reopen(): void {
    open(id.value).catch((problem: unknown) => {
      if (!(problem instanceof Trouble)) throw problem;
    });
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
    queuedWay.value = null;
    takeSteps(found);
    take({ ...found.picture, order: found.picture.items.map((i) => i.id) });
    const box = post.boxOf(found.id);
    box.attach(reader);
    desk.open(found.id, () => box.letters.value.map((p) => p.letter), overlay);
    box.resume();
    following.start();
  }

  const following = useFollowing({
    id: () => id.value,
    version: () => version.value,
    waiting,
    take: (answer) => {
      takeAnswer("", answer);
      settle(null, []);
    },
    reopen,
  });

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
    following.stop();
    outbox.value?.attach(null);
    desk.close();
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
    if (waiting() === 0 || desk.there) clearPreview();
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

  /** The last edit, and when it was made: a series of nudges is one step. */
  let last: { edit: string; at: number } | null = null;

  function send(command: Command, selection: string[], merge: boolean): void {
    said.value = "";
    const now = performance.now();
    const pause = last === null ? 0 : (now - last.at) / 1000;
    const follows = merge && last !== null ? { edit: last.edit, pause } : null;
    const edit = newId();
    last = { edit, at: now };
    put({ id: edit, path: "commands", command, selection, follows });
  }

  /** Go along the history, once it is plain what the edits just made are called. */
  function go(to: "undo" | "redo" | number): void {
    aims.value += 1;
    line = line
      .then(() => showing)
      .then(() => {
        aims.value -= 1;
        const step = to === "undo" ? undo.value : to === "redo" ? redo.value : null;
        if (typeof to === "string" && !step && waiting() === 0) {
          toast.tell(`There is nothing left to ${to}.`);
          return;
        }
        last = null;
        const edit = step?.edit ?? null;
        put({ id: newId(), path: "go", to, edit, selection: selected.value });
      });
  }

  /** On its way, and shown at once where the core is here. */
  function put(letter: Letter): void {
    turn += 1;
    cues.shown = [];
    looking.drop();
    looking.hold(true);
    post.send(id.value, letter);
    if (!desk.there) {
      // Without the core: an edit on its way is what undo takes back; after that, whatever is next.
      const edit = letter.path === "commands" ? letter.id : null;
      queuedWay.value = { undo: edit ? { edit, name: "" } : null, redo: null };
    }
    showing = showLetter(letter);
  }
  /** That what was put last is shown, if it can be. */
  let showing: Promise<void> = Promise.resolve();

  async function showLetter(letter: Letter): Promise<void> {
    const now = turn;
    const shown = await desk.queue(letter, selected.value);
    if (!shown || !outbox.value?.has(letter.id)) return;
    const { picture } = overlay(letter, shown);
    if (!picture || now !== turn) return;
    clearPreview();
    settledTurn = turn;
    marks.value = picture.selection;
    said.value = picture.said ?? "";
    looking.hold(false);
  }

  /** Lay what a letter shows over what is kept. */
  function overlay(letter: Letter, shown: Shown): Shown {
    if (!outbox.value?.has(letter.id)) return shown;
    takeWay(shown);
    const { picture, undo: step } = shown;
    if (step?.edit === letter.id) post.call(id.value, letter.id, step.name);
    if (!picture) return shown;
    for (const item of picture.items) queued.set(item.id, item);
    if (picture.order) queuedOrder.value = picture.order;
    if (picture.sheet) queuedSheet.value = { ...A4, ...picture.sheet } as Sheet;
    keptMarks.value = picture.selection;
    return shown;
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
    waiting,
    deleted: following.deleted,
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
