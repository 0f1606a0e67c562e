// The open drawing: what it shows, what is selected, what is previewed, what is kept. The parts
// are plain classes in board/; this is the one door to them.
import { defineStore } from "pinia";
import { computed, ref, watch } from "vue";
import { ApiError, get } from "../../api/client";
import type { Answer, Board, Command, Draft, Drawable, Matrix, Point } from "../../api/types";
import { core, desk, whenWithoutCore } from "../../core";
import { newId } from "../../api/ids";
import { ROOT } from "../../core/tree";
import type { Aiming } from "../../api/types";
import { lastOf, type Last } from "./repeat";
import { Choice } from "./selection";
import { History } from "./history";
import { Images, type Turns } from "./copies";
import { Place } from "./activecontainer";
import { Preview, type Spreading } from "./preview";
import { Queue } from "./editqueue";
import { Scene } from "./scene";
import { useArranging } from "../editing/arranging";
import { useSnapping } from "../display/snapping";
import { useFollowing } from "../../sync/following";
import { useDisplay } from "../display/display";
import type { StoredEdit } from "../../sync/editstore";
import type { KeptState } from "../../sync/syncqueue";
import { useSyncStore } from "../../sync/syncstore";
import { useNotices } from "../../session/notices";
import { useView } from "../display/view";

/** Pixels between two teeth of the comb. */
const TOOTH_EVERY = 6;
/** Edits that turn dials: the next shape of the kind starts with what they came to. */
const DIAL_COMMANDS = new Set<Command["kind"]>(["set_dial", "set_dials", "drag_peg"]);

export const useBoard = defineStore("board", () => {
  const notices = useNotices();
  const sync = useSyncStore();
  whenWithoutCore(notices.tell);
  const id = ref(0);
  const name = ref("");
  const version = ref(0);
  /** What tells that version from another one of the same number, as a store that was set back has. */
  let tip = "";
  const keptAt = ref<Date | null>(null);
  /** The guide or the underlay that its tool works on. */
  const aid = ref<string | null>(null);
  /** A dial was turned since this was last cleared. */
  const dialled = ref(false);
  const showing = new Scene();
  const place = new Place(showing);
  const view = useView();
  const display = useDisplay();
  /** As far apart as some pixels, in steps, so that not every zoom asks anew. */
  const spacing = computed(() =>
    display.comb || display.profile
      ? TOOTH_EVERY / 2 ** (Math.round(2 * Math.log2(view.scale)) / 2)
      : null,
  );
  const choice = new Choice(
    showing,
    place,
    () => view.sight,
    () => spacing.value,
  );
  watch(spacing, () => choice.items.value.length > 0 && choice.refresh());
  const images = new Images(showing, () => choice.items.value);
  const preview = new Preview(
    showing,
    choice,
    useSnapping(),
    view,
    images,
    () => place.here.value,
    notices.tell,
  );
  watch(
    () => view.sight,
    () => choice.seen(),
  );
  const history = new History(showing, notices.tell);
  const queue = new Queue(
    () => id.value,
    sync,
    showing,
    choice,
    preview,
    history,
    (command) => {
      dialled.value ||= DIAL_COMMANDS.has(command.kind);
      last = lastOf(command, choice.keptMarks.value.frame) ?? last;
    },
  );

  /** The last transform. */
  let last: Last | null = null;

  /** The last transform once more, of what is selected now; on copies if it made a copy. */
  function onceMore(): void {
    queue.after(async () => {
      const items = choice.items.value;
      if (!last || items.length === 0) {
        notices.tell(
          last
            ? "Nothing is selected. Select something to repeat the transform on."
            : "Nothing to repeat yet. Move, rotate or scale something; J repeats it.",
        );
        return;
      }
      const { command, frame, copied } = last;
      try {
        const again = await core.again(command, frame);
        const copies = copied ? newId() : null;
        queue.commit({ ...again, items, copies } as Command, false, true);
      } catch (problem) {
        if (!(problem instanceof ApiError)) throw problem;
        notices.tell(problem.message);
      }
    });
  }

  function takeSteps(board: Pick<Answer, "version" | "tip" | "undo" | "redo" | "kept">): void {
    version.value = board.version;
    tip = board.tip;
    history.kept.value = { undo: board.undo, redo: board.redo };
    keptAt.value = new Date(board.kept);
  }

  function takeAnswer(letter: string, answer: Answer): void {
    const from = version.value;
    takeSteps(answer);
    const whole = showing.take(answer.repaint);
    choice.without(answer.repaint.removed);
    if (!whole) reopen();
    void desk.settle(letter, from, answer).then((way) => queue.takeWay(way));
  }

  /** All is kept: what the server said replaces what was shown meanwhile. */
  function settle(answer: Answer | null, asked: string[]): void {
    queue.clear();
    preview.settle();
    choice.settle(answer?.repaint.selection ?? null, asked);
  }

  const reader = {
    known: () => ({ version: version.value, tip }),
    kept: (posted: StoredEdit, answer: Answer) => {
      takeAnswer(posted.id, answer);
      choice.said.value ||= answer.repaint.said ?? "";
      queue.takeMade(posted.id, answer.repaint.made);
      if (queue.waiting === 0) settle(answer, posted.letter.selection);
    },
    stale: (answer: Answer) => takeAnswer("", answer),
    refused: (posted: StoredEdit) => {
      notices.tell(posted.refused?.sentence ?? "");
      void desk.settle(posted.id, version.value, null).then((way) => queue.takeWay(way));
      if (queue.waiting === 0) settle(null, []);
    },
    reopen,
  };

  /** Read the drawing anew; whoever asked for it asks again where that fails. */
  function reopen(): void {
    open(id.value).catch((problem: unknown) => {
      if (!(problem instanceof ApiError)) throw problem;
    });
  }

  /** Counts what was opened and closed: an answer for one that was left is not shown. */
  let opening = 0;

  /** Open a drawing; whether it is the one that is wanted still when it comes. */
  async function open(drawing: number): Promise<boolean> {
    const mine = ++opening;
    const found = await get<Board>(`/drawings/${drawing}`);
    if (mine !== opening) return false;
    if (found.id !== id.value) forget();
    id.value = found.id;
    name.value = found.name;
    select([]);
    queue.clear();
    showing.open(found.repaint, found.places);
    takeSteps(found);
    const box = sync.boxOf(found.id);
    box.attach(reader);
    desk.open(
      found.id,
      () => box.letters.value.map((p) => p.letter),
      (letter, shown) => queue.overlay(letter, shown),
    );
    box.resume();
    following.start();
    return true;
  }

  /** What was of one drawing ends with it. */
  function forget(): void {
    last = null;
    aid.value = null;
    dialled.value = false;
    queue.forget();
    useArranging().pivot = null;
  }

  const following = useFollowing({
    id: () => id.value,
    known: () => ({ version: version.value, tip }),
    waiting: () => queue.waiting,
    take: (answer) => {
      takeAnswer("", answer);
      settle(null, []);
    },
    reopen,
  });

  function close(): void {
    opening += 1;
    history.close();
    following.stop();
    queue.outbox.value?.attach(null);
    desk.close();
    id.value = 0;
  }

  /** Show what a command would do; the newest question wins. */
  function previewed(command: Command, selection: string[] = choice.items.value): void {
    preview.aim(null, command, selection);
  }

  /** The same for what may meet something first. */
  function aim(
    aiming: Aiming | null,
    command: Command | null,
    selection: string[] = choice.items.value,
    met?: (shift: Point, line: [Point, Point] | null) => void,
  ): void {
    preview.aim(aiming, command, selection, met);
  }

  function endPreview(): void {
    preview.over();
    choice.said.value = "";
    if (queue.waiting === 0 || desk.there) preview.clear();
    choice.refresh();
  }

  function go(to: "undo" | "redo" | number): void {
    queue.go(to, () => notices.tell(`Nothing left to ${to}.`));
  }

  function select(ids: string[]): void {
    choice.select(ids);
  }

  const state = computed<KeptState>(() => {
    const sent = queue.outbox.value?.state.value ?? "kept";
    return sent === "kept" && queue.aims.value > 0 ? "sending" : sent;
  });
  const exists = (item: string): boolean => showing.settled(item) !== undefined;
  const kept = (item: string): Drawable | undefined => showing.settled(item);

  return {
    id,
    name,
    version,
    aid,
    dialled,
    keptAt,
    state,
    sheet: showing.sheet,
    tree: showing.tree,
    settledTree: showing.settledTree,
    drawable: (item: string): Drawable | undefined => showing.item(item),
    kept,
    exists,
    /** What is painted as one form: what is drawn, or an assembly. */
    paints: (item: string): boolean =>
      !showing.tree.value.holds(item) || showing.item(item)?.type === "assembly",
    count: computed(() => showing.tree.value.drawnIn(ROOT).length),
    free: (item: string): boolean => showing.free(item),
    place: place.here,
    way: place.way,
    layer: place.layer,
    inGroup: place.inGroup,
    enter: (container: string): void => place.enter(container),
    leave: (): string | null => place.leave(),
    leaveGroups: (): void => place.leaveAll(),
    goTo: (item: string): void => place.goTo(item),
    goInto: (item: string): void => place.goInto(item),
    pickOf: (item: string): string => place.pickOf(item),
    pickable: (): string[] => place.pickable(),
    selected: choice.items,
    selectedItems: choice.drawables,
    anchors: choice.anchors,
    marks: choice.marks,
    keptMarks: choice.keptMarks,
    said: choice.said,
    select,
    within: (start: Point, end: Point, whole: boolean): Promise<string[]> =>
      choice.within(start, end, whole),
    chooseSegment: choice.chooseSegment.bind(choice),
    chooseWithin: choice.chooseWithin.bind(choice),
    anchorAt: choice.anchorAt.bind(choice),
    showAs: choice.showAs.bind(choice),
    pathOf: choice.path.bind(choice),
    allAnchors: choice.all.bind(choice),
    moved: showing.moved,
    carriers: showing.carriers,
    undo: history.undo,
    redo: history.redo,
    markedStep: history.marked,
    before: history.before,
    lookBack: (on: boolean): Promise<void> => history.lookBack(id.value, on),
    /** The edit that is shown while it is made. */
    previewing: preview.command,
    waiting: (): number => queue.waiting,
    deleted: following.deleted,
    open,
    close,
    preview: previewed,
    aim,
    endPreview,
    commit: (command: Command, merge = false): void => queue.commit(command, merge),
    commitAimed: (aiming: Aiming | null, command: Command): void =>
      queue.commitAimed(aiming, command),
    onceMore,
    /** An edit is about to be made, once something is known. */
    awaits: (known: Promise<void>): Promise<void> => queue.awaits(known),
    takeImage: (turns: Turns): void => images.take(turns),
    toOriginal: (place: Point, items?: readonly string[]): Point => images.toOriginal(place, items),
    turnedBack: (by: Point): Point => images.turnedBack(by),
    fromOriginal: (place: Point): Point => images.fromOriginal(place),
    image: images.here,
    otherImages: images.others,
    imagesOf: (item: string): { turns: Turns; matrix: Matrix | null }[] => images.matricesOf(item),
    spread: (command: Draft, spreading: Spreading): void =>
      preview.spread(command, choice.items.value, spreading),
    go,
  };
});
