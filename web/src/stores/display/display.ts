// Ways of looking that change nothing: views, and what is held for a moment.
import { defineStore } from "pinia";
import { computed, ref, watch } from "vue";
import { remember, remembered } from "../../lib/settings";

export const VIEWS = ["Work", "Wireframe", "Print"] as const;
/** What the wheel does: what it is taken for, or always the one or the other. */
export const WHEELS = ["auto", "zoom", "pan"] as const;
export type Wheel = (typeof WHEELS)[number];
export const HANDLES_SHOWN = [
  ["chosen", "Selected"],
  ["near", "Near"],
  ["all", "All"],
] as const;
export type HandleDisplay = (typeof HANDLES_SHOWN)[number][0];
export const LEAVES = ["Layers", "Colours", "Profile", "Shelf", "Measures", "History"] as const;
export type Leaf = (typeof LEAVES)[number];
export type View = (typeof VIEWS)[number];

export const useDisplay = defineStore("display", () => {
  const view = ref<View>("Work");
  const loupe = ref(false);
  /** The drawing shows at its actual size as well, in a window of its own. */
  const sizes = ref(remembered("sizes") === "yes");
  watch(sizes, (on) => remember("sizes", on ? "yes" : "no"));
  const wheel = ref<Wheel>(WHEELS.find((w) => w === remembered("wheel")) ?? "auto");
  watch(wheel, (now) => remember("wheel", now));
  const marksHidden = ref(false);
  /** The keyboard shows as a picture; the finder, the settings are open. */
  const help = ref(false);
  const finder = ref(false);
  const settings = ref(false);
  /** Curvature shows on what is selected as the teeth of a comb. */
  const comb = ref(false);
  /** The leaf of the dock that is open, and whether the dock is folded. */
  const leaf = ref<Leaf>("Layers");
  const folded = ref(false);
  /** Curvature shows as a graph. */
  const profile = computed(() => leaf.value === "Profile" && !folded.value);

  function openLeaf(next: Leaf): void {
    leaf.value = next;
    folded.value = false;
  }
  /** Whose handles show while anchors are edited. */
  const handles = ref<HandleDisplay>("near");

  function next(): void {
    view.value = VIEWS[(VIEWS.indexOf(view.value) + 1) % VIEWS.length] ?? "Work";
  }

  function letAllGo(): void {
    loupe.value = marksHidden.value = false;
  }

  return {
    view,
    loupe,
    sizes,
    wheel,
    marksHidden,
    help,
    finder,
    settings,
    comb,
    leaf,
    folded,
    profile,
    openLeaf,
    handles,
    next,
    letAllGo,
  };
});
