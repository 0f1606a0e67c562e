// A button that shows what it would do while the pointer or the focus is on it.
import { onBeforeUnmount, ref, type Ref } from "vue";
import type { Command } from "../api/types";
import { usePreview } from "../stores/board/preview";
import { pointedAt } from "./pointing";

export interface Previewed {
  /** For `v-on`: what shows it, and what ends that. */
  readonly listeners: Record<string, (event: Event) => void>;
  /** Whether what it would do shows now: then it can be done, whatever shows. */
  readonly previewed: Readonly<Ref<boolean>>;
  /** What it shows is being done: it stays. */
  done(): void;
}

/** Show the edit that `command` gives; null: there is nothing to show. */
export function usePreviewed(command: () => Command | null): Previewed {
  const preview = usePreview();
  const previewed = ref(false);

  function show(): void {
    const edit = command();
    if (!edit) return;
    previewed.value = true;
    preview.offer(edit);
  }
  function hide(): void {
    if (previewed.value) preview.end();
    previewed.value = false;
  }
  // a button that goes while it shows something takes that with it
  onBeforeUnmount(hide);
  return {
    previewed,
    listeners: {
      pointerenter: (event) => {
        if (pointedAt(event as PointerEvent)) show();
      },
      // the hand moves on a button that had come to lie under it
      pointermove: () => {
        if (!previewed.value) show();
      },
      pointerleave: hide,
      focus: show,
      blur: hide,
    },
    done: () => {
      previewed.value = command() !== null;
    },
  };
}
