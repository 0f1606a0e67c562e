// The rooms around the canvas: how wide Properties is, how high the dock, and whether the window is so
// small that they fold away, so that the canvas keeps half of it.
import { defineStore } from "pinia";
import { computed, ref, watch } from "vue";
import { remember, remembered } from "../../lib/settings";

/** Pixels: the least, the first and the most. */
export const PROPERTIES_WIDTH = { least: 240, first: 276, most: 420 } as const;
export const DOCK_HEIGHT = { least: 100, first: 132, most: 420 } as const;
/** A window narrower than this has no room for the panels at both sides. */
const NARROW = 900;
/** One lower than this has none for the dock. */
const LOW = 560;

function rememberedSize(
  key: string,
  { least, first, most }: { least: number; first: number; most: number },
) {
  const stored = Number(remembered(key));
  const size = ref(stored >= least && stored <= most ? stored : first);
  watch(size, (now) => remember(key, String(now)));
  return size;
}

export const usePanels = defineStore("panels", () => {
  const properties = rememberedSize("properties-width", PROPERTIES_WIDTH);
  const dock = rememberedSize("dock-height", DOCK_HEIGHT);
  const size = ref<[number, number]>([window.innerWidth, window.innerHeight]);
  window.addEventListener("resize", () => (size.value = [window.innerWidth, window.innerHeight]));
  const narrow = computed(() => size.value[0] < NARROW);
  const low = computed(() => size.value[1] < LOW);
  /** In a narrow window: the panel that lies over the canvas. */
  const over = ref<"tools" | "properties" | null>(null);
  watch(narrow, () => (over.value = null));
  function toggle(panel: "tools" | "properties"): void {
    over.value = over.value === panel ? null : panel;
  }
  const height = computed(() => size.value[1]);
  return { properties, dock, height, narrow, low, over, toggle };
});
