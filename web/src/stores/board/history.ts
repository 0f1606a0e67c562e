// Undo, redo, and a step of the past to compare with.
import { useNotices } from "../../session/notices";
import { defineDrawingStore } from "../perdrawing";
import { useDrawingParts } from "./drawingparts";

export const useHistory = defineDrawingStore("history", () => {
  const notices = useNotices();
  const { id, history, queue } = useDrawingParts().parts;
  return {
    undo: history.undo,
    redo: history.redo,
    comparedStep: history.marked,
    before: history.before,
    compare: (on: boolean): Promise<void> => history.lookBack(id.value, on),
    go: (to: "undo" | "redo" | number): void =>
      queue.go(to, () => notices.tell(`Nothing left to ${to}.`)),
  };
});
