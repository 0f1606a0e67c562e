// How the sheet is looked at: scale and place of the sheet on the canvas, in CSS pixels.
import { defineStore } from "pinia";
import { computed, ref } from "vue";
import type { Point, Sheet } from "../../api/types";

export const LEAST_SCALE = 0.02;
export const MOST_SCALE = 64;
const MARGIN = 36;

export const useView = defineStore("view", () => {
  const scale = ref(1);
  const origin = ref<Point>([0, 0]);
  const size = ref<Point>([800, 600]);

  const transform = computed(
    () => `translate(${origin.value[0]} ${origin.value[1]}) scale(${scale.value})`,
  );
  const toScreen = (p: readonly [number, number]): Point => [
    p[0] * scale.value + origin.value[0],
    p[1] * scale.value + origin.value[1],
  ];
  const toSheet = (p: readonly [number, number]): Point => [
    (p[0] - origin.value[0]) / scale.value,
    (p[1] - origin.value[1]) / scale.value,
  ];

  /** The part of the sheet in sight: left, top, right, bottom. */
  const sight = computed((): [number, number, number, number] => [
    ...toSheet([0, 0]),
    ...toSheet(size.value),
  ]);

  /** Scale by a factor, the sheet under a place on the canvas staying there. */
  function zoomAt(at: Point, factor: number): void {
    const to = Math.min(MOST_SCALE, Math.max(LEAST_SCALE, scale.value * factor));
    const under = toSheet(at);
    scale.value = to;
    origin.value = [at[0] - under[0] * to, at[1] - under[1] * to];
  }

  const zoomTo = (to: number): void =>
    zoomAt([size.value[0] / 2, size.value[1] / 2], to / scale.value);

  function pan(by: Point): void {
    origin.value = [origin.value[0] + by[0], origin.value[1] + by[1]];
  }

  /** Show a box of the sheet as large as it fits. */
  function fit(box: readonly [number, number, number, number]): void {
    const [left, top, right, bottom] = box;
    const wide = Math.max(right - left, 1e-6);
    const tall = Math.max(bottom - top, 1e-6);
    const room: Point = [size.value[0] - 2 * MARGIN, size.value[1] - 2 * MARGIN];
    const to = Math.min(room[0] / wide, room[1] / tall, MOST_SCALE);
    scale.value = Math.max(LEAST_SCALE, to);
    origin.value = [
      size.value[0] / 2 - ((left + right) / 2) * scale.value,
      size.value[1] / 2 - ((top + bottom) / 2) * scale.value,
    ];
  }

  const fitSheet = (sheet: Sheet): void => fit([0, 0, sheet.width, sheet.height]);

  return {
    scale,
    sight,
    origin,
    size,
    transform,
    toScreen,
    toSheet,
    zoomAt,
    zoomTo,
    pan,
    fit,
    fitSheet,
  };
});
