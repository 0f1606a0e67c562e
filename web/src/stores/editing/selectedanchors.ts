// What is chosen on paths: the chosen anchors, the marks of those that are told, the segments
// between them.
import { computed } from "vue";
import type { AnchorMark, AnchorRef, PathFacts } from "../../api/types";
import { useSelection } from "../board/selection";

export const refOf = (m: AnchorMark): AnchorRef => [m.item, m.contour, m.index];

export function useChosen() {
  const selection = useSelection();
  /** As they are kept: a preview that adds anchors is no reason to ask for more. */
  const contours = computed(() => selection.savedMarks.paths);
  const contourOf = (m: AnchorMark): PathFacts | undefined => selection.pathOf(m.item, m.contour);
  const refs = computed(() => selection.anchors);
  const marks = computed(() => {
    const byRef = new Map(selection.marks.anchors.map((m) => [refOf(m).join(), m]));
    return refs.value.flatMap((a) => byRef.get(a.join()) ?? []);
  });
  /** The segments both of whose ends are chosen, each by the anchor it starts at. */
  const segments = computed(() => {
    const there = new Set(refs.value.map((r) => r.join()));
    return refs.value.filter(([item, contour, index]) => {
      const path = selection.pathOf(item, contour);
      if (!path || path.count < 2 || (!path.closed && index === path.count - 1)) return false;
      return there.has([item, contour, (index + 1) % path.count].join());
    });
  });
  /** The same, or all segments where no anchor is chosen. */
  const stretch = computed(() =>
    refs.value.length > 0
      ? segments.value
      : contours.value.flatMap((p) =>
          Array.from({ length: p.closed ? p.count : p.count - 1 }, (_, i): AnchorRef => [
            p.item,
            p.contour,
            i,
          ]),
        ),
  );
  const one = computed(() => (refs.value.length === 1 ? marks.value[0] : undefined));
  return { contours, contourOf, marks, refs, segments, stretch, one };
}
