// With what items are lined up, and whether by what is seen: choices that stay.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref } from "vue";
import type { Command, Edge } from "../../api/types";
import { useDocument } from "../board/document";
import { useSelection } from "../board/selection";
import { remember, remembered } from "../../lib/settings";

export type Target = "selection" | "item" | "sheet" | "guide";
type Direction = "across" | "down";

export const useAligning = defineDrawingStore("aligning", () => {
  const doc = useDocument();
  const selection = useSelection();
  const wanted = ref<Target>("selection");
  /** The panel is open: the item that stays is marked. */
  const open = ref(false);
  const chosenGuide = ref<string | null>(null);
  const seen = ref(remembered("align-seen") === "yes");

  const several = computed(() => selection.selected.length > 1);
  const guides = computed(() => doc.sheet.guides);
  /** What it is lined up with; one item alone with the sheet, where nothing else goes. */
  const to = computed<Target>(() => {
    if (wanted.value === "guide") return guides.value.length > 0 ? "guide" : "sheet";
    return several.value ? wanted.value : "sheet";
  });
  const guide = computed(
    () => guides.value.find((g) => g.id === chosenGuide.value)?.id ?? guides.value[0]?.id ?? null,
  );
  /** The item clicked last, where that is what stays. */
  const last = computed(() => selection.selected.at(-1) ?? null);
  const stays = computed(() => (open.value && to.value === "item" ? last.value : null));
  const target = computed(() => (to.value === "guide" ? guide.value : last.value));

  function bySeen(on: boolean): void {
    seen.value = on;
    remember("align-seen", on ? "yes" : "no");
  }

  const align = (edge: Edge): Command => ({
    kind: "align_items",
    items: selection.selected,
    edge,
    to: to.value,
    target: to.value === "item" || to.value === "guide" ? target.value : null,
    seen: seen.value,
  });

  const space = (
    axis: Direction,
    by: "gaps" | "centres",
    distance: number | null = null,
  ): Command => ({
    kind: "space_items",
    items: selection.selected,
    axis,
    by,
    distance,
    target: to.value === "item" ? last.value : null,
    sheet: to.value === "sheet",
    seen: seen.value,
  });

  return {
    wanted,
    to,
    open,
    chosenGuide,
    guide,
    guides,
    seen,
    stays,
    several,
    bySeen,
    align,
    space,
  };
});
