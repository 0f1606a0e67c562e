// Edits of the drawing: made here, shown at once, and sent until they are saved.
import { ApiError } from "../../api/client";
import { newId } from "../../api/ids";
import type { Aiming, Command } from "../../api/types";
import { core } from "../../core";
import { useNotices } from "../../session/notices";
import { defineDrawingStore } from "../perdrawing";
import { useDrawingParts } from "./drawingparts";

/** The status of what the core refuses. */
const REFUSED = 422;

export const useEdits = defineDrawingStore("edits", () => {
  const notices = useNotices();
  const { queue, selection, dialled, lastTransform } = useDrawingParts().parts;

  /** Repeat the last transform, on what is selected now; on copies if it made a copy. */
  function repeat(): void {
    queue.after(async () => {
      const items = selection.items.value;
      const last = lastTransform();
      if (!last || items.length === 0) {
        notices.tell(
          last
            ? "Nothing is selected. Select something to repeat the transform on."
            : "Nothing to repeat yet. Move, rotate or scale something; J repeats it.",
        );
        return;
      }
      const { command, frame, copied } = last;
      try {
        const again = await core.again(command, frame);
        const copies = copied ? newId() : null;
        queue.commit({ ...again, items, copies } as Command, false, true);
      } catch (problem) {
        if (!(problem instanceof ApiError)) throw problem;
        notices.tell(problem.message);
      }
    });
  }

  /** Commit an edit unless the core refuses it, which is thrown: then nothing is done. */
  async function commitChecked(command: Command, merge = false): Promise<void> {
    try {
      await core.aim(null, command, selection.query(), false);
    } catch (problem) {
      // where nobody answers it waits, as any edit does
      if (!(problem instanceof ApiError) || problem.status === REFUSED) throw problem;
    }
    queue.commit(command, merge);
  }

  return {
    commitChecked,
    dialled,
    commit: (command: Command, merge = false): void => queue.commit(command, merge),
    commitAimed: (aiming: Aiming | null, command: Command): void =>
      queue.commitAimed(aiming, command),
    repeat,
    /** An edit is about to be made, once something is known. */
    expect: (known: Promise<void>): Promise<void> => queue.awaits(known),
    waiting: (): number => queue.waiting,
  };
});
