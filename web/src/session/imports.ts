// A file that is being imported: shown once that takes a while, and it can be stopped.
import { defineStore } from "pinia";
import { ref, shallowRef } from "vue";
import { ApiError, sendFile } from "../api/client";
import type { AnchorCounts } from "../api/types";

/** Milliseconds after which it is shown: most files are imported before. */
export const SHOWN_AFTER = 600;

export interface RunningImport {
  name: string;
  stopping: boolean;
}

/** A file with more anchors than are imported, while somebody chooses how it is simplified. */
export interface SimplifyOffer extends AnchorCounts {
  name: string;
  /** A tolerance in sheet units; null: it is not imported. */
  choose: (tolerance: number | null) => void;
}

export const useImports = defineStore("imports", () => {
  const running = ref<RunningImport | null>(null);
  const offer = shallowRef<SimplifyOffer | null>(null);

  /** Do the work of importing a file; null once somebody stopped it, and `undo` is done then. */
  async function during<T>(
    name: string,
    work: () => Promise<T>,
    undo: (made: NonNullable<T>) => Promise<void> = () => Promise.resolve(),
  ): Promise<T | null> {
    const state = ref<RunningImport>({ name, stopping: false });
    const timer = setTimeout(() => (running.value = state.value), SHOWN_AFTER);
    try {
      const made = await work();
      if (!state.value.stopping) return made;
      if (made) await undo(made);
      return null;
    } finally {
      clearTimeout(timer);
      if (running.value === state.value) running.value = null;
    }
  }

  /** Import a file as it is, or simplified where it has too many anchors; null: rather not. */
  async function simplifiedIfNeeded<T>(
    file: File,
    work: (tolerance: number) => Promise<T>,
  ): Promise<T | null> {
    try {
      return await work(0);
    } catch (problem) {
      if (!(problem instanceof ApiError) || problem.code !== "too_many_anchors") throw problem;
    }
    const path = `/queries/file-anchors?name=${encodeURIComponent(file.name)}`;
    const counts = await sendFile<AnchorCounts>(path, file);
    const tolerance = await new Promise<number | null>((choose) => {
      offer.value = { ...counts, name: file.name, choose };
    });
    offer.value = null;
    return tolerance === null ? null : work(tolerance);
  }

  function stop(): void {
    if (running.value) running.value.stopping = true;
  }

  return { running, offer, during, simplifiedIfNeeded, stop };
});
