// How marks are looked at: as the sheet is, or through the loupe, where they stand farther apart and
// keep their size.
import { computed, inject, provide, reactive, type ComputedRef, type InjectionKey } from "vue";
import type { Matrix, Point } from "../../api/types";
import { mapped } from "../../core/matrices";
import { useView } from "../../stores/display/view";

export interface Lens {
  readonly scale: number;
  readonly size: Point;
  readonly transform: string;
  toScreen(place: readonly [number, number]): Point;
}

const LENS: InjectionKey<Lens> = Symbol("lens");

/** The lens that marks are looked at through. */
export const useLens = (): Lens => inject(LENS, () => useView(), true);

/** An image of the sheet as it lies on the screen: what moves marks of the original there. */
export function onScreen(matrix: Matrix | null, lens: Lens): string | undefined {
  if (!matrix) return undefined;
  const [x, y] = lens.toScreen([0, 0]);
  const origin = lens.toScreen(mapped(matrix, [-x / lens.scale, -y / lens.scale]));
  return `matrix(${matrix.slice(0, 4).join(" ")} ${origin.join(" ")})`;
}

const UPRIGHT: InjectionKey<ComputedRef<string | undefined>> = Symbol("upright");

/** Marks inside show in an image; words among them stay upright and can be read. */
export function showInImage(matrix: () => Matrix | null): ComputedRef<string | undefined> {
  const lens = useLens();
  const upright = computed(() => {
    const image = matrix();
    if (!image) return undefined;
    const [a, b, c, d] = image;
    const size = a * d - b * c;
    return `matrix(${d / size} ${-b / size} ${-c / size} ${a / size} 0 0)`;
  });
  provide(UPRIGHT, upright);
  return computed(() => onScreen(matrix(), lens));
}

/** What turns words upright that stand in an image. */
export const useUpright = (): ComputedRef<string | undefined> =>
  inject(UPRIGHT, () => computed(() => undefined), true);

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
