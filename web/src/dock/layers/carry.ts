// Carrying cards of the Stack: what is carried, and to which spot it would go.
import { defineDrawingStore } from "../../stores/perdrawing";
import { computed, shallowRef } from "vue";
import { newId } from "../../api/ids";
import { ROOT } from "../../core/tree";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import type { Spot } from "./rows";

/** Layers lie in no container that has a name. */
const named = (spot: Spot) => ({
  ...spot,
  container: spot.container === ROOT ? null : spot.container,
});

export const useCarry = defineDrawingStore("carry", () => {
  const doc = useDocument();
  const edits = useEdits();
  const selection = useSelection();
  const items = shallowRef<readonly string[]>([]);
  const spot = shallowRef<Spot | null>(null);
  /** Where the spot shows: beside which card, or on it. */
  const mark = shallowRef<{ id: string; side: string } | null>(null);
  const layers = computed(() => items.value.some((i) => doc.tree.containerOf(i) === ROOT));

  /** Take hold of an item, and of all that is selected with it. */
  function take(item: string): void {
    items.value = selection.selected.includes(item) ? selection.selected : [item];
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
      edits.commit({ kind: "duplicate_items", items: carried, copies, ...named(to) });
    } else move(carried, to);
  }

  /** Put items into a spot, unless that is where they are. */
  function move(carried: string[], to: Spot): void {
    const row = doc.tree.in(to.container);
    const [one] = carried;
    const here = carried.length === 1 && one !== undefined && row.includes(one);
    if (here && (to.behind === one || (row[row.indexOf(one) - 1] ?? null) === to.behind)) return;
    edits.commit({ kind: "order_items", items: carried, ...named(to) });
  }

  function end(): void {
    items.value = [];
    spot.value = mark.value = null;
  }

  return { items, mark, layers, take, over, drop, move, end };
});
