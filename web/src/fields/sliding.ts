// A slider whose drag is previewed and kept once it is let go.
import { onBeforeUnmount, ref } from "vue";
import type { Command } from "../api/types";
import { useBoard } from "../stores/board/board";

export function useSliding(command: (value: number) => Command) {
  const board = useBoard();
  /** Where the slider is while it is dragged. */
  const slid = ref<number | null>(null);

  function slide(value: number): void {
    slid.value = value;
    board.preview(command(value));
  }
  function release(): void {
    if (slid.value !== null) board.commit(command(slid.value));
    slid.value = null;
  }
  // A slider that goes while it is dragged takes what it shows with it.
  onBeforeUnmount(() => {
    if (slid.value !== null) board.endPreview();
  });
  const keep = (value: number): void => board.commit(command(value));
  return { slid, slide, release, keep };
}
