// How items are placed, turned and sized: about which place, and what grows with them. These are
// choices that stay.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref, shallowRef, watch } from "vue";
import type { About, Point, Spot } from "../../api/types";
import { remember, remembered } from "../../lib/settings";

/** The nine places of a frame, row by row, and what they are called. */
export const SPOTS: readonly (readonly [Spot, string])[] = [
  ["nw", "Top left"],
  ["n", "Top"],
  ["ne", "Top right"],
  ["w", "Left"],
  ["middle", "Centre"],
  ["e", "Right"],
  ["sw", "Bottom left"],
  ["s", "Bottom"],
  ["se", "Bottom right"],
];

const rememberedFlag = (key: string) => {
  const choice = ref(remembered(key) === "yes");
  watch(choice, (on) => remember(key, on ? "yes" : "no"));
  return choice;
};

export const useArranging = defineDrawingStore("arranging", () => {
  /** The place of the frame that stays, and whose numbers are told. */
  const spot = ref<Spot>("middle");
  /** The pivot, where it was dragged away from the frame. */
  const pivot = shallowRef<Point | null>(null);
  const about = computed<About>(() => pivot.value ?? spot.value);
  /** Strokes and corner radii grow with what is sized. */
  const grow = rememberedFlag("strokes-grow");
  /** Width and height stay in proportion when one of them is typed. */
  const even = rememberedFlag("size-locked");

  function choose(next: Spot): void {
    spot.value = next;
    pivot.value = null;
  }
  const letGo = (): void => choose("middle");

  return { spot, pivot, about, grow, even, choose, letGo };
});
