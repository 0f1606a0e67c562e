// The open drawing: its items as drawables, what is selected, what is previewed, what is kept.
import { defineStore } from "pinia";
import { computed, ref, shallowReactive, shallowRef } from "vue";
import { Trouble, get } from "../api/client";
import type {
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
import { core } from "../core";
import { Newest } from "../core/newest";
import { Outbox, editLetter, goLetter, type Kept } from "./outbox";
import { useToast } from "./toast";

const NOTHING: Selection = { items: [], frame: null, anchors: [], pegs: [], dials: [] };
const A4: Sheet = { width: 793.7, height: 1122.5, unit: "mm", colour: "#FFFFFF" };

export const useBoard = defineStore("board", () => {
  const toast = useToast();
  const id = ref(0);
  const name = ref("");
  const version = ref(0);
  const sheet = shallowRef<Sheet>(A4);
  const items = shallowReactive(new Map<string, Drawable>());
  const previewed = shallowReactive(new Map<string, Drawable>());
  const order = shallowRef<string[]>([]);
  const selected = shallowRef<string[]>([]);
  const anchors = shallowRef<AnchorRef[]>([]);
  const marks = shallowRef<Selection>(NOTHING);
  const undo = shallowRef<StepName | null>(null);
  const redo = shallowRef<StepName | null>(null);
  const keptAt = ref<Date | null>(null);
  const outbox = shallowRef<Outbox | null>(null);

  const drawable = (itemId: string): Drawable | undefined =>
    previewed.get(itemId) ?? items.get(itemId);
  const drawn = computed(() => [
    ...order.value,
    ...[...previewed.keys()].filter((i) => !items.has(i)),
  ]);
  const selectedItems = computed(() =>
    selected.value.map((i) => drawable(i)).filter((d) => d !== undefined),
  );

  const looking = new Newest<{ command: Command; selection: string[]; turn: number }>(
    async ({ command, selection, turn: asked }) => {
      try {
        const picture = await core.preview(id.value, command, selection);
        if (asked === turn) showPreview(picture);
      } catch (problem) {
        if (!(problem instanceof Trouble)) throw problem;
      }
    },
  );
  const marking = new Newest<string[]>(async (selection) => {
    try {
      const found = await core.select(id.value, selection);
      if (selection === selected.value && previewed.size === 0) marks.value = found;
    } catch (problem) {
      if (!(problem instanceof Trouble)) throw problem;
    }
  });
  let turn = 0;

  function showPreview(picture: Picture): void {
    const ids = new Set(picture.items.map((i) => i.id));
    for (const old of [...previewed.keys()]) if (!ids.has(old)) previewed.delete(old);
    for (const item of picture.items) previewed.set(item.id, item);
    marks.value = picture.selection;
  }

  function take(picture: Picture): void {
    for (const item of picture.items) items.set(item.id, item);
    for (const gone of picture.removed) items.delete(gone);
    if (picture.order) order.value = picture.order;
    if (picture.sheet) sheet.value = { ...A4, ...picture.sheet };
    if (picture.removed.length > 0) {
      selected.value = selected.value.filter((i) => items.has(i));
    }
  }

  function takeAnswer(answer: Answer): void {
    version.value = answer.version;
    take(answer.picture);
    undo.value = answer.undo;
    redo.value = answer.redo;
    keptAt.value = new Date(answer.kept);
  }

  function settle(selection: Selection, asked: string[]): void {
    const same =
      asked.length === selected.value.length && asked.every((i) => selected.value.includes(i));
    if (same) marks.value = selection;
    else marking.put(selected.value);
    const there = new Set(marks.value.anchors.map((a) => `${a.item} ${a.contour} ${a.index}`));
    anchors.value = anchors.value.filter((a) => there.has(a.join(" ")));
  }

  function openOutbox(): void {
    outbox.value?.close();
    const box = new Outbox(id.value, {
      version: () => version.value,
      kept: (letter, answer) => {
        takeAnswer(answer);
        if (box.waiting > 0) return;
        previewed.clear();
        settle(answer.picture.selection, letter.selection);
        looking.hold(false);
      },
      stale: (answer) => takeAnswer(answer),
      refused: (_letter, trouble) => {
        toast.tell(trouble.sentence);
        if (box.waiting === 0) {
          previewed.clear();
          looking.hold(false);
          marking.put(selected.value);
        }
      },
    });
    outbox.value = box;
  }

  async function open(drawing: number): Promise<void> {
    const found = await get<Board>(`/drawings/${drawing}`);
    id.value = found.id;
    name.value = found.name;
    items.clear();
    previewed.clear();
    select([]);
    takeAnswer({
      ...found,
      picture: { ...found.picture, order: found.picture.items.map((i) => i.id) },
    });
    openOutbox();
    outbox.value?.resume();
  }

  function close(): void {
    outbox.value?.close();
    outbox.value = null;
    id.value = 0;
  }

  /** Show what a command would do; the newest question wins. */
  function preview(command: Command, selection: string[] = selected.value): void {
    looking.put({ command, selection, turn });
  }

  function endPreview(): void {
    turn += 1;
    looking.drop();
    if (previewed.size > 0 && (outbox.value?.waiting ?? 0) === 0) previewed.clear();
    marking.put(selected.value);
  }

  /** Keep an edit; what is previewed stays until the answer replaces it. */
  function commit(command: Command, merge = false): void {
    turn += 1;
    looking.drop();
    looking.hold(true);
    outbox.value?.send(editLetter(command, selected.value, merge));
  }

  function go(to: "undo" | "redo" | number): void {
    turn += 1;
    looking.drop();
    looking.hold(true);
    outbox.value?.send(goLetter(to, selected.value));
  }

  function select(ids: string[]): void {
    selected.value = ids;
    anchors.value = anchors.value.filter((a) => ids.includes(a[0]));
    if (ids.length === 0) marks.value = NOTHING;
    else marking.put(ids);
  }

  const within = (start: Point, end: Point): Promise<string[]> => core.within(id.value, start, end);
  const state = computed<Kept>(() => outbox.value?.state.value ?? "kept");

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
    marks,
    undo,
    redo,
    state,
    keptAt,
    drawable,
    open,
    close,
    preview,
    endPreview,
    commit,
    go,
    select,
    within,
  };
});
