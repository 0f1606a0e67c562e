// How the mark of a joint looks: a cross where the path turns; else a stroke for each thing that its
// two sides have in common: the direction, the curvature, how that changes.
import type { Continuity } from "../../api/types";

const STROKES: Readonly<Record<Exclude<Continuity, "broken">, number>> = {
  tangent: 1,
  curvature: 2,
  rate: 3,
};
/** Pixels: half a stroke, and how far apart they are. */
const [HALF, APART] = [3.5, 3];

export const JOINT_WORDS: readonly (readonly [Continuity, string])[] = [
  ["broken", "turns"],
  ["tangent", "same direction"],
  ["curvature", "same curvature"],
  ["rate", "same change of curvature"],
];

export function jointPath(continuity: Continuity): string {
  if (continuity === "broken") {
    return `M${-HALF} ${-HALF}l${2 * HALF} ${2 * HALF}m0 ${-2 * HALF}l${-2 * HALF} ${2 * HALF}`;
  }
  const count = STROKES[continuity];
  return Array.from({ length: count }, (_, k) => {
    const x = (k - (count - 1) / 2) * APART;
    return `M${x} ${-HALF}v${2 * HALF}`;
  }).join("");
}
