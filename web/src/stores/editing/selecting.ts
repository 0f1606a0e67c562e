// Choosing by what lies where and what is alike: the pile under the pointer, the same ones, the rest.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref, shallowRef } from "vue";
import { ApiError } from "../../api/client";
import type { ItemAtPoint, Likeness, Point } from "../../api/types";
import { core } from "../../core";
import { useActiveContainer } from "../board/activecontainer";
import { useDocument } from "../board/document";
import { useEdits } from "../board/edits";
import { useSelection } from "../board/selection";
import { useNotices } from "../../session/notices";
import { useView } from "../display/view";

/** Pixels within which an edge is met. */
const REACH = 6;

const counted = (count: number, what: string): string | null =>
  count === 0 ? null : `${count} ${what}`;

export const useSelecting = defineDrawingStore("selecting", () => {
  const containerStore = useActiveContainer();
  const doc = useDocument();
  const edits = useEdits();
  const selection = useSelection();
  const view = useView();
  const notices = useNotices();
  /** What lies under a place, front to back, and where the list of it shows. */
  const pile = shallowRef<readonly ItemAtPoint[]>([]);
  const listAt = shallowRef<Point | null>(null);
  /** What lies where the pointer rests and cannot be picked. */
  const beneath = ref("");
  /** The items that a click could pick, each group as one. */
  const picks = computed(() => [
    ...new Set(
      pile.value.filter((l) => !l.hidden && !l.locked).map((l) => containerStore.pickOf(l.item)),
    ),
  ]);

  async function look(screen: Point): Promise<boolean> {
    try {
      pile.value = await core.pile(view.toSheet(screen), REACH / view.scale);
      return true;
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      return false;
    }
  }

  /** Pick the next one below under a place; from the rearmost on the frontmost again. */
  async function below(screen: Point): Promise<void> {
    if (!(await look(screen))) return;
    const at = picks.value.findIndex((i) => selection.selected.includes(i));
    const next = picks.value[(at + 1) % Math.max(picks.value.length, 1)];
    if (next) selection.select([next]);
  }

  /** Say what lies under a resting pointer and is hidden or locked. */
  async function rest(screen: Point): Promise<void> {
    const before = beneath.value;
    if (!(await look(screen)) || before !== beneath.value) return;
    const locked = pile.value.filter((l) => l.locked && !l.hidden).length;
    const hidden = pile.value.filter((l) => l.hidden).length;
    const parts = [counted(locked, "locked"), counted(hidden, "hidden")].filter(Boolean);
    const many = locked + hidden > 1;
    beneath.value = parts.length ? `${parts.join(" and ")} ${many ? "items" : "item"} here` : "";
  }

  /** Select all that is like what is selected. */
  async function same(by: Likeness): Promise<void> {
    try {
      selection.select(await core.alike(selection.selected, by));
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(problem.message);
    }
  }

  function invert(): void {
    const chosen = new Set(selection.selected);
    selection.select(containerStore.pickable().filter((i) => !chosen.has(i)));
  }

  /** Select all that lies in a layer or a group, and work in it. */
  function allIn(container: string): void {
    containerStore.enter(container);
    selection.select(doc.tree.in(container).filter((i) => doc.free(i)));
  }

  /** Make one of the pile free to be picked, or pick it. */
  function take(one: ItemAtPoint): void {
    if (one.locked) free(one.item, "locked");
    else if (one.hidden) free(one.item, "hidden");
    else selection.select([containerStore.pickOf(one.item)]);
  }

  function free(item: string, flag: "locked" | "hidden"): void {
    const around = [item, ...doc.tree.above(item)];
    const items = around.filter((i) => doc.drawable(i)?.[flag]);
    if (items.length === 0) return;
    if (flag === "locked") edits.commit({ kind: "lock_items", items, locked: false });
    else edits.commit({ kind: "hide_items", items, hidden: false });
  }

  return { pile, listAt, beneath, picks, look, below, rest, same, invert, allIn, take };
});
