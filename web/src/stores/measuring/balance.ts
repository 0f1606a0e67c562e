// Whether an outline is symmetric: asked for, shown on the sheet with its line and its worst place,
// and asked anew whenever the outline changes.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref, shallowRef, watch } from "vue";
import { ApiError } from "../../api/client";
import type { Axis, BalanceMark } from "../../api/types";
import { core } from "../../core";
import { LatestOnly } from "../../lib/latestonly";
import { useDocument } from "../board/document";
import { useSelection } from "../board/selection";

export const useBalance = defineDrawingStore("balance", () => {
  const doc = useDocument();
  const selection = useSelection();
  const on = ref(false);
  /** The line that was chosen; null: the one that is found. */
  const axis = shallowRef<Axis | null>(null);
  const mark = shallowRef<BalanceMark | null>(null);
  const trouble = ref("");
  const item = computed(() => {
    const [one, ...others] = selection.selectedItems;
    return others.length === 0 && one?.type === "outline" ? one.id : null;
  });

  const asking = new LatestOnly<string>(async (id) => {
    try {
      const found = await core.balance(id, axis.value);
      if (on.value && item.value === id) [mark.value, trouble.value] = [found, ""];
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      [mark.value, trouble.value] = [null, problem.message];
    }
  });

  function ask(next: Axis | null = axis.value): void {
    axis.value = next;
    on.value = item.value !== null;
    if (item.value) asking.put(item.value);
  }

  function leave(): void {
    on.value = false;
    mark.value = axis.value = null;
    trouble.value = "";
  }

  watch(item, (now) => {
    const asked = on.value;
    leave();
    if (asked && now) ask();
  });
  watch(
    () => item.value && doc.saved(item.value)?.path,
    () => on.value && ask(),
  );

  return { on, item, axis, mark, trouble, ask, leave };
});
