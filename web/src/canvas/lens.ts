// How marks are looked at: as the sheet is, or through the loupe, where they stand farther apart and
// keep their size.
import { computed, inject, provide, reactive, type InjectionKey } from "vue";
import type { Point } from "../api/types";
import { useView } from "../stores/view";

export interface Lens {
  readonly scale: number;
  readonly size: Point;
  readonly transform: string;
  toScreen(place: readonly [number, number]): Point;
}

const LENS: InjectionKey<Lens> = Symbol("lens");

/** The lens that marks are looked at through. */
export const useLens = (): Lens => inject(LENS, () => useView(), true);

/** Marks inside are looked at so many times larger, what lies under a place staying there. */
export function magnify(at: () => Point, times: number): void {
  const view = useView();
  const off = computed<Point>(() => [at()[0] * (1 - times), at()[1] * (1 - times)]);
  const lens = reactive({
    scale: computed(() => view.scale * times),
    size: computed(() => view.size),
    transform: computed(
      () => `translate(${off.value.join(" ")}) scale(${times}) ${view.transform}`,
    ),
    toScreen: (place: readonly [number, number]): Point => {
      const [x, y] = view.toScreen(place);
      return [x * times + off.value[0], y * times + off.value[1]];
    },
  });
  provide(LENS, lens);
}
