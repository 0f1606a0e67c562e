// A button that shows what it would do while the pointer or the focus is on it.
import { onBeforeUnmount, ref, type Ref } from "vue";
import type { Command } from "../api/types";
import { usePreview } from "../stores/board/preview";
import { pointedAt } from "./pointing";

export interface Previewed {
  /** For `v-on`: what shows it, and what ends that. */
  readonly listeners: Record<string, (event: Event) => void>;
  /** Whether what it would do shows now: then it can be done, whatever shows. */
  readonly shows: Readonly<Ref<boolean>>;
  /** What it shows is being done: it stays. */
  done(): void;
}

/** Show the edit that `command` gives; null: there is nothing to show. */
export function usePreviewed(command: () => Command | null): Previewed {
  const preview = usePreview();
  const shows = ref(false);

  function show(): void {
    const edit = command();
    if (!edit) return;
    shows.value = true;
    preview.offer(edit);
  }
  function hide(): void {
    if (shows.value) preview.end();
    shows.value = false;
  }
  // a button that goes while it shows something takes that with it
  onBeforeUnmount(hide);
  return {
    shows,
    listeners: {
      pointerenter: (event) => {
        if (pointedAt(event as PointerEvent)) show();
      },
      // the hand moves on a button that had come to lie under it
      pointermove: () => {
        if (!shows.value) show();
      },
      pointerleave: hide,
      focus: show,
      blur: hide,
    },
    done: () => {
      shows.value = command() !== null;
    },
  };
}
