// A file that is being imported: shown once that takes a while, and it can be stopped.
import { defineStore } from "pinia";
import { ref } from "vue";

/** Milliseconds after which it is shown: most files are imported before. */
export const SHOWN_AFTER = 600;

export interface RunningImport {
  name: string;
  stopping: boolean;
}

export const useImports = defineStore("imports", () => {
  const running = ref<RunningImport | null>(null);

  /** Do the work of importing a file; null once somebody stopped it, and `undo` is done then. */
  async function during<T>(
    name: string,
    work: () => Promise<T>,
    undo: (made: T) => Promise<void> = () => Promise.resolve(),
  ): Promise<T | null> {
    const state = ref<RunningImport>({ name, stopping: false });
    const timer = setTimeout(() => (running.value = state.value), SHOWN_AFTER);
    try {
      const made = await work();
      if (!state.value.stopping) return made;
      await undo(made);
      return null;
    } finally {
      clearTimeout(timer);
      if (running.value === state.value) running.value = null;
    }
  }

  function stop(): void {
    if (running.value) running.value.stopping = true;
  }

  return { running, during, stop };
});
