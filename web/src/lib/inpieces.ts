// A long list that is made visible a few at a time, so that no frame takes long.
import { computed, ref, watch, type ComputedRef } from "vue";

/** So many come with each frame. */
const PIECE = 3;

/** The beginning of a list, which grows with each frame until it is all of it. */
export function inPieces<T>(list: () => readonly T[]): ComputedRef<readonly T[]> {
  const count = ref(PIECE);
  const grow = (): void => {
    if (count.value >= list().length) return;
    requestAnimationFrame(() => {
      count.value += PIECE;
      grow();
    });
  };
  watch(() => list().length, grow, { immediate: true });
  return computed(() => list().slice(0, count.value));
}
