// The copies that a symmetry shows: which one the pointer is in, and its map.
import type { Matrix, Point } from "../../api/types";
import { defineDrawingStore } from "../perdrawing";
import type { CopyIndex } from "./copiesmodel";
import { useDrawingParts } from "./drawingparts";

export const useCopies = defineDrawingStore("copies", () => {
  const { copies } = useDrawingParts().parts;
  return {
    current: copies.here,
    others: copies.others,
    takeCopy: (index: CopyIndex): void => copies.take(index),
    toOriginal: (place: Point, items?: readonly string[]): Point => copies.toOriginal(place, items),
    vectorToOriginal: (by: Point): Point => copies.turnedBack(by),
    fromOriginal: (place: Point): Point => copies.fromOriginal(place),
    matricesOf: (item: string): { turns: CopyIndex; matrix: Matrix | null }[] =>
      copies.matricesOf(item),
  };
});
