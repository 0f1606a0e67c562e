// A slider whose drag is previewed and kept once it is let go.
import { onBeforeUnmount, ref } from "vue";
import type { Command } from "../api/types";
import { useEdits } from "../stores/board/edits";
import { usePreview } from "../stores/board/preview";

export function useSliding(command: (value: number) => Command) {
  const edits = useEdits();
  const preview = usePreview();
  /** Where the slider is while it is dragged. */
  const slid = ref<number | null>(null);

  function slide(value: number): void {
    slid.value = value;
    preview.show(command(value));
  }
  function release(): void {
    if (slid.value !== null) edits.commit(command(slid.value));
    slid.value = null;
  }
  // A slider that goes while it is dragged takes what it shows with it.
  onBeforeUnmount(() => {
    if (slid.value !== null) preview.end();
  });
  const keep = (value: number): void => edits.commit(command(value));
  return { slid, slide, release, keep };
}
