// The open drawing: its name, its sheet, its items as they are shown; and how it is opened, follows
// what the server and other windows say, and is left.
import { computed, ref, shallowRef } from "vue";
import { ApiError } from "../../api/client";
import type { Answer, Board, Drawable } from "../../api/types";
import { localDrawing, whenWithoutCore } from "../../core";
import { ROOT } from "../../core/tree";
import { ago, counted } from "../../lib/intl";
import { useNotices } from "../../session/notices";
import { usePerson } from "../../session/person";
import type { StoredEdit } from "../../sync/editstore";
import { askToPersist, offlineCopies } from "../../sync/offline";
import { useFollowing } from "../../sync/following";
import type { Settled } from "../../sync/offlinecopies";
import type { SyncState } from "../../sync/syncqueue";
import { useSyncStore } from "../../sync/syncstore";
import { defineDrawingStore } from "../perdrawing";
import { useDrawingParts } from "./drawingparts";
import { openInPages } from "./opening";

/** Answers of the server after which this browser's copy is read anew. */
const MOST_SETTLED = 300;

export const useDocument = defineDrawingStore("document", () => {
  const notices = useNotices();
  const person = usePerson();
  const sync = useSyncStore();
  whenWithoutCore(notices.tell);
  const { id, scene, selection, preview, history, queue } = useDrawingParts().parts;
  const name = ref("");
  const version = ref(0);
  /** What tells that version from another one of the same number, as a store that was set back has. */
  let tip = "";
  const savedAt = ref<Date | null>(null);
  /** The guide or the reference that its tool works on. */
  const aid = ref<string | null>(null);

  function takeSteps(board: Pick<Answer, "version" | "tip" | "undo" | "redo" | "saved">): void {
    version.value = board.version;
    tip = board.tip;
    history.saved.value = { undo: board.undo, redo: board.redo };
    savedAt.value = new Date(board.saved);
  }

  /** Answers since it was opened: with too many on top of it a copy opens slowly. */
  let answers = 0;
  /** It was opened from this browser's own copy, and how many edits were saved since. */
  const offline = shallowRef<{ saved: number } | null>(null);

  function takeAnswer(edit: string, answer: Answer): void {
    const from = version.value;
    const mine = person.id;
    if (mine !== null) void offlineCopies.settle(mine, id.value, { from, answer: plain(answer) });
    if ((answers += 1) % MOST_SETTLED === 0) localDrawing.readCopy();
    takeSteps(answer);
    const whole = scene.take(answer.repaint);
    selection.without(answer.repaint.removed);
    if (!whole) reopen();
    void localDrawing.settle(edit, from, answer).then((steps) => queue.takeNextSteps(steps));
  }

  /** All is saved: what the server said replaces what was shown meanwhile. */
  function settle(answer: Answer | null, asked: string[]): void {
    queue.clear();
    preview.settle();
    selection.settle(answer?.repaint.selection ?? null, asked);
  }

  const reader = {
    known: () => ({ version: version.value, tip }),
    saved: (posted: StoredEdit, answer: Answer) => {
      takeAnswer(posted.id, answer);
      selection.message.value ||= answer.repaint.message ?? "";
      queue.takeSelection(posted.id, answer.repaint.selects);
      if (offline.value) offline.value.saved += 1;
      if (queue.waiting === 0) {
        settle(answer, posted.edit.selection);
        backOnline();
      }
    },
    stale: (answer: Answer) => takeAnswer("", answer),
    refused: (posted: StoredEdit) => {
      notices.tell(posted.refused?.sentence ?? "");
      void localDrawing
        .settle(posted.id, version.value, null)
        .then((steps) => queue.takeNextSteps(steps));
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

  /** The connection is back: what became of the edits that waited. */
  function backOnline(): void {
    if (!offline.value || queue.waiting > 0) return;
    const { saved: count } = offline.value;
    offline.value = null;
    notices.tell(
      count > 0
        ? `The connection is back: ${counted(count, "edit")} saved.`
        : "The connection is back.",
    );
  }

  /**
   * Where the server cannot be reached: the drawing as this browser has it.
   * @param wanted - whether it still is the one that is to be opened
   * @throws ApiError the given one, where it has none
   */
  async function ownCopy(drawing: number, problem: unknown, wanted: () => boolean): Promise<Board> {
    const lost = problem instanceof ApiError && problem.code === "no_connection";
    const found = lost && person.id !== null && (await offlineCopies.find(person.id, drawing));
    if (!found || !wanted()) throw problem;
    const { copy, settled } = found;
    const later = settled.map(({ from, answer }) => ({ edit: "", from, answer }));
    const shown = await localDrawing.openCopy(drawing, copy.base, later).catch(() => {
      throw problem; // without a core that takes it, it is tried again
    });
    const last = settled.at(-1)?.answer ?? { ...copy.base, saved: copy.saved };
    const { version, tip, undo, redo, saved } = last;
    return { id: drawing, name: copy.name, ...shown, version, tip, undo, redo, saved };
  }

  function wentOffline(saved: string): void {
    offline.value = { saved: 0 };
    void askToPersist();
    notices.tell(
      `There is no connection. This is the drawing as this browser has it, saved ${ago(saved)}; ` +
        "edits are stored here and saved when the server is back.",
    );
  }

  /** Of a drawing that comes page by page: how many of its items are here; null: all of them. */
  const coming = ref<{ here: number; count: number } | null>(null);
  let arriving = new AbortController();
  let told = false;

  function more(items: readonly Drawable[]): void {
    scene.more(items);
    if (coming.value) coming.value = { ...coming.value, here: scene.held };
  }

  function interrupted(): void {
    if (told) return;
    told = true;
    notices.tell(
      "The connection was lost before all of the drawing was here. What you see can be edited; " +
        "the rest comes when the server is back.",
    );
  }

  function wholeIsHere(): void {
    coming.value = null;
    told = false;
  }

  /** Open a drawing; whether it is the one that is wanted still when it comes. */
  async function open(drawing: number): Promise<boolean> {
    const mine = ++opening;
    let own = false;
    arriving.abort();
    arriving = new AbortController();
    const { signal } = arriving;
    const begun = await openInPages(drawing, { interrupted, signal }).catch(
      async (problem: unknown) => {
        own = true;
        const board = await ownCopy(drawing, problem, () => mine === opening);
        return { board, follow: () => Promise.resolve() };
      },
    );
    if (mine !== opening) return false;
    const { board: found } = begun;
    offline.value = null;
    if (own) wentOffline(found.saved);
    id.value = found.id;
    name.value = found.name;
    selection.select([]);
    queue.clear();
    if (!own) localDrawing.close(); // until all of it has come the server previews
    coming.value = { here: found.repaint.items.length, count: found.places.length };
    scene.open(found.repaint, found.places);
    takeSteps(found);
    const box = sync.boxOf(found.id);
    box.attach(reader);
    localDrawing.whenRead = (read, base) => {
      if (read !== found.id || person.id === null) return;
      const of = { person: person.id, drawing: read, name: name.value, saved: found.saved };
      void offlineCopies.keep({ ...of, base });
    };
    localDrawing.boxesOf = (read, base) =>
      read === id.value && base.version === version.value && base.tip === tip ? scene.boxes() : {};
    box.resume();
    void begun.follow(more).then(
      () => {
        if (mine !== opening) return;
        wholeIsHere();
        localDrawing.open(
          found.id,
          () => box.pending.value.map((p) => p.edit),
          (edit, shown) => queue.overlay(edit, shown),
        );
      },
      () => undefined, // it was left, or is opened anew
    );
    following.start();
    return true;
  }

  const following = useFollowing({
    id: () => id.value,
    known: () => ({ version: version.value, tip }),
    waiting: () => queue.waiting,
    reached: backOnline,
    take: (answer) => {
      takeAnswer("", answer);
      settle(null, []);
    },
    reopen,
  });

  function close(): void {
    opening += 1;
    arriving.abort();
    history.close();
    following.stop();
    queue.outbox.value?.attach(null);
    localDrawing.close();
    id.value = 0;
  }

  const state = computed<SyncState>(() => {
    const sent = queue.outbox.value?.state.value ?? "saved";
    return sent === "saved" && queue.aims.value > 0 ? "sending" : sent;
  });
  const saved = (item: string): Drawable | undefined => scene.settled(item);

  return {
    id,
    name,
    version,
    aid,
    savedAt,
    /** Whether it was opened from this browser's own copy, and the server is still away. */
    isOffline: computed(() => offline.value !== null),
    state,
    coming,
    sheet: scene.sheet,
    tree: scene.tree,
    savedTree: scene.settledTree,
    drawable: (item: string): Drawable | undefined => scene.item(item),
    saved,
    /** As panels tell of it: without what a button under the pointer would do. */
    steady: (item: string): Drawable | undefined => scene.steady(item),
    steadyTree: scene.steadyTree,
    exists: (item: string): boolean => saved(item) !== undefined,
    /** What is painted as one form: what is drawn, or an assembly. */
    paints: (item: string): boolean =>
      !scene.tree.value.holds(item) || scene.item(item)?.type === "assembly",
    count: computed(() => scene.tree.value.drawnIn(ROOT).length),
    free: (item: string): boolean => scene.free(item),
    moved: scene.moved,
    carriers: scene.carriers,
    deleted: following.deleted,
    open,
    close,
  };
});

/** What is kept of an answer. */
const plain = ({ version, tip, saved, delta, undo, redo }: Answer): Settled["answer"] => ({
  version,
  tip,
  saved,
  delta,
  undo,
  redo,
});
