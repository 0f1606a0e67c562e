// What an edit would do, while it is made.
import type { Aiming, Command, Draft, Point } from "../../api/types";
import { localDrawing } from "../../core";
import { defineDrawingStore } from "../perdrawing";
import { useDrawingParts } from "./drawingparts";
import type { Spreading } from "./previewmodel";

export const usePreview = defineDrawingStore("preview", () => {
  const { preview, selection, queue } = useDrawingParts().parts;

  /** Show what a command would do; the newest question wins. */
  function show(command: Command, selected: string[] = selection.items.value): void {
    preview.aim(null, command, selected);
  }

  /** Show what a button would do: the panels stay as they are meanwhile. */
  const offer = (command: Command): void => preview.offer(command, selection.items.value);

  /** The same for what may snap to something first. */
  function aim(
    aiming: Aiming | null,
    command: Command | null,
    selected: string[] = selection.items.value,
    met?: (shift: Point, line: [Point, Point] | null) => void,
  ): void {
    preview.aim(aiming, command, selected, met);
  }

  function end(): void {
    preview.over();
    selection.message.value = "";
    if (queue.waiting === 0 || localDrawing.there) preview.clear();
    selection.refresh();
  }

  return {
    /** The edit that is shown while it is made. */
    previewing: preview.command,
    /** What holds a number that the hand would set. */
    heldBy: preview.heldBy,
    show,
    offer,
    aim,
    end,
    spread: (command: Draft, spreading: Spreading): void =>
      preview.spread(command, selection.items.value, spreading),
  };
});
