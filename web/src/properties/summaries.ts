// What folded sections hold, in one line: only what differs from nothing.
import type { Finish, Grid, Stroke, UnitFacts } from "../api/types";
import { counted, sentence } from "../lib/intl";
import { length, shown } from "../lib/numbers";
import { LABELS } from "./paint/effects";

const listed = (parts: readonly (string | false)[]): string =>
  sentence(parts.filter((p) => p !== false && p !== "").join(", "));

/** Opacity, blend mode and effects. */
export function ofFinish(finish: Finish): string {
  return listed([
    finish.opacity < 1 && `${shown(finish.opacity * 100, 1)} %`,
    finish.blend !== "normal" && finish.blend.replaceAll("-", " "),
    ...finish.effects.map((e) => LABELS[e.kind].toLowerCase()),
  ]);
}

/** Where a stroke lies, its corners, ends and dashes, against how strokes begin. */
export function ofStroke(stroke: Stroke, plain: Stroke): string {
  return listed([
    stroke.placing !== plain.placing && stroke.placing,
    stroke.join !== plain.join && `${stroke.join} join`,
    stroke.join === "miter" && `miter limit ${shown(stroke.miter_limit, 1)}`,
    stroke.cap !== plain.cap && `${stroke.cap} ends`,
    stroke.dashes.length > 0 && "dashed",
  ]);
}

export const ofGrid = (grid: Grid, unit: UnitFacts): string =>
  grid.shown ? `${length(grid.step, unit)} ${unit.name}` : "";

/** Kinds of snapping that are off. */
export const ofSnapping = (off: number): string => (off > 0 ? `${counted(off, "kind")} off` : "");
