// What is chosen on paths: the marks of the chosen anchors, the segments between them.
import { computed } from "vue";
import type { AnchorMark, AnchorRef } from "../api/types";
import { useBoard } from "../stores/board";

const keyOf = (item: string, contour: number): string => `${item} ${contour}`;
export const refOf = (m: AnchorMark): AnchorRef => [m.item, m.contour, m.index];

export function useChosen() {
  const board = useBoard();
  /** How many anchors each contour has, and whether it is closed. */
  const contours = computed(() => {
    const found = new Map<
      string,
      { item: string; contour: number; count: number; open: boolean }
    >();
    for (const { item, contour, end } of board.marks.anchors) {
      const key = keyOf(item, contour);
      const known = found.get(key) ?? { item, contour, count: 0, open: false };
      found.set(key, { ...known, count: known.count + 1, open: known.open || end });
    }
    return found;
  });
  const contourOf = (m: AnchorMark) => contours.value.get(keyOf(m.item, m.contour));
  const marks = computed(() => {
    const byRef = new Map(board.marks.anchors.map((m) => [refOf(m).join(), m]));
    return board.anchors.flatMap((a) => byRef.get(a.join()) ?? []);
  });
  const refs = computed(() => marks.value.map(refOf));
  /** The segments both of whose ends are chosen, each by the anchor it starts at. */
  const segments = computed(() => {
    const there = new Set(refs.value.map((r) => r.join()));
    return marks.value
      .filter((m) => {
        const contour = contourOf(m);
        if (!contour || contour.count < 2) return false;
        if (contour.open && m.index === contour.count - 1) return false;
        return there.has([m.item, m.contour, (m.index + 1) % contour.count].join());
      })
      .map(refOf);
  });
  const one = computed(() => (marks.value.length === 1 ? marks.value[0] : undefined));
  return { contours, contourOf, marks, refs, segments, one };
}
