// Carrying cards of the Stack: what is carried, and to which spot it would go.
import { defineStore } from "pinia";
import { computed, shallowRef } from "vue";
import { newId } from "../../api/ids";
import { ROOT } from "../../core/tree";
import { useBoard } from "../../stores/board/board";
import type { Spot } from "./rows";

/** Layers lie in no container that has a name. */
const named = (spot: Spot) => ({
  ...spot,
  container: spot.container === ROOT ? null : spot.container,
});

export const useCarry = defineStore("carry", () => {
  const board = useBoard();
  const items = shallowRef<readonly string[]>([]);
  const spot = shallowRef<Spot | null>(null);
  /** Where the spot shows: beside which card, or on it. */
  const mark = shallowRef<{ id: string; side: string } | null>(null);
  const layers = computed(() => items.value.some((i) => board.tree.containerOf(i) === ROOT));

  /** Take hold of an item, and of all that is selected with it. */
  function take(item: string): void {
    items.value = board.selected.includes(item) ? board.selected : [item];
  }

  function over(next: Spot, at: { id: string; side: string }): void {
    spot.value = next;
    mark.value = at;
  }

  function drop(copy: boolean): void {
    const to = spot.value;
    const carried = [...items.value];
    end();
    if (!to || carried.length === 0) return;
    if (copy) {
      const copies = carried.map(newId);
      board.commit({ kind: "duplicate_items", items: carried, copies, ...named(to) });
    } else move(carried, to);
  }

  /** Put items into a spot, unless that is where they are. */
  function move(carried: string[], to: Spot): void {
    const row = board.tree.in(to.container);
    const [one] = carried;
    const here = carried.length === 1 && one !== undefined && row.includes(one);
    if (here && (to.behind === one || (row[row.indexOf(one) - 1] ?? null) === to.behind)) return;
    board.commit({ kind: "order_items", items: carried, ...named(to) });
  }

  function end(): void {
    items.value = [];
    spot.value = mark.value = null;
  }

  return { items, mark, layers, take, over, drop, move, end };
});
