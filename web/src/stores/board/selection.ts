// What is selected: items, their anchors, and the marks and numbers that the core gives of them.
import type { Point } from "../../api/types";
import { defineDrawingStore } from "../perdrawing";
import { useDrawingParts } from "./drawingparts";

export const useSelection = defineDrawingStore("selection", () => {
  const { selection } = useDrawingParts().parts;
  return {
    selected: selection.items,
    selectedItems: selection.drawables,
    anchors: selection.anchors,
    marks: selection.marks,
    savedMarks: selection.savedMarks,
    message: selection.message,
    /** What the tool in the hand shows of it. */
    shownMarks: selection.markKind,
    select: (ids: string[]): void => selection.select(ids),
    within: (start: Point, end: Point, whole: boolean): Promise<string[]> =>
      selection.within(start, end, whole),
    selectSegment: selection.chooseSegment.bind(selection),
    selectAnchorsWithin: selection.chooseWithin.bind(selection),
    anchorAt: selection.anchorAt.bind(selection),
    setMarks: selection.showAs.bind(selection),
    pathOf: selection.path.bind(selection),
    allAnchors: selection.all.bind(selection),
  };
});
