// The comb and the profile: how long teeth are, and the place of an outline that is pointed at, in
// the graph or on the canvas.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref, shallowRef, watch } from "vue";
import type { Point } from "../../api/types";
import { useDocument } from "../board/document";
import { useSelection } from "../board/selection";
import { shown } from "../../lib/numbers";
import { nearest, usual, type PlaceOn } from "../../lib/readings";
import { useCatalogue } from "../display/catalogue";

/** Pixels: how long most teeth are at the most, before the dial is turned. */
const MOST_TEETH = 40;
/** Pixels: how near the pointer has to be to a place to point at it. */
const REACH = 14;

export const useCurves = defineDrawingStore("curves", () => {
  const doc = useDocument();
  const selection = useSelection();
  const catalogue = useCatalogue();
  /** What the dial says: 1 to begin with. */
  const size = ref(1);
  /** Pixels of a tooth for a curvature of 1 / sheet unit, with the dial at 1. */
  const base = ref(0);
  const pointed = shallowRef<PlaceOn | null>(null);
  const readings = computed(() => selection.marks.curves);
  const reach = computed(() => base.value * size.value);
  const unit = computed(() => catalogue.unit(doc.sheet.unit));

  let measured = "";
  watch(readings, (now) => {
    if (pointed.value && !now[pointed.value.reading]) pointed.value = null;
    const key = selection.selected.join();
    if (key === measured || now.length === 0) return;
    measured = key;
    const most = usual(now);
    base.value = most > 0 ? MOST_TEETH / most : 0;
  });

  function pointAt(at: Point, scale: number): void {
    pointed.value = nearest(readings.value, at, REACH / scale);
  }

  /** What is told of the place that is pointed at. */
  const words = computed(() => {
    const on = pointed.value;
    const reading = on && readings.value[on.reading];
    if (!reading) return null;
    const { name, size: one, decimals } = unit.value;
    const curvature = reading.curvature[on.place];
    const far = `${shown((reading.along[on.place] ?? 0) / one, decimals)} ${name}`;
    if (curvature == null) return `at ${far}: no finite curvature`;
    const radius = Math.abs(curvature) > 1e-6 ? 1 / Math.abs(curvature) / one : null;
    const round = radius === null ? "straight" : `radius ${shown(radius, decimals)} ${name}`;
    const turned = shown(reading.turn[on.place] ?? 0, 1);
    return `at ${far}: curvature ${shown(curvature * one, 4)} / ${name}, ${round}, turned ${turned}°`;
  });

  return { size, reach, pointed, readings, words, unit, pointAt };
});
