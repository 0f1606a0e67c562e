// A button that shows what it would do while the pointer or the focus is on it.
import { onBeforeUnmount } from "vue";
import type { Command } from "../api/types";
import { usePreview } from "../stores/board/preview";
import { pointedAt } from "./pointing";

export interface Previewed {
  /** For `v-on`: what shows it, and what ends that. */
  readonly listeners: Record<string, (event: Event) => void>;
  /** What it shows is being done: it stays. */
  done(): void;
}

/** Show the edit that `command` gives; null: there is nothing to show. */
export function usePreviewed(command: () => Command | null): Previewed {
  const preview = usePreview();
  let shows = false;

  function show(): void {
    const edit = command();
    if (!edit) return;
    shows = true;
    preview.show(edit);
  }
  function hide(): void {
    if (shows) preview.end();
    shows = false;
  }
  // a button that goes while it shows something takes that with it
  onBeforeUnmount(hide);
  return {
    listeners: {
      pointerenter: (event) => {
        if (pointedAt(event as PointerEvent)) show();
      },
      // the hand moves on a button that had come to lie under it
      pointermove: () => {
        if (!shows) show();
      },
      pointerleave: hide,
      focus: show,
      blur: hide,
    },
    done: () => {
      shows = command() !== null;
    },
  };
}
