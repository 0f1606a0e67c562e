// The words beside the pointer while something is dragged: what is dragged reads out.
import type { OpenDrawing } from "../stores/board/opendrawing";
import { degrees, dialText, length, shown } from "../lib/numbers";
import type { Point, UnitFacts } from "../api/types";
import type { Hit } from "./tool";

export function bubbleFor(
  hit: Hit | null,
  open: OpenDrawing,
  unit: UnitFacts,
  corners = false,
  pivot: Point | null = null,
): string | null {
  const marks = open.selection.marks;
  const l = (value: number): string => length(value, unit);
  /** A place as the hand has it: in an image, where the image has it. */
  const place = (at: Point): string => {
    const [x, y] = open.copies.fromOriginal(at);
    return `x ${l(x)}  y ${l(y)} ${unit.name}`;
  };
  if (hit?.what === "guide" || hit?.what === "ruler") {
    const guide =
      open.doc.sheet.guides.find((g) => g.id === open.doc.aid) ?? open.doc.sheet.guides.at(-1);
    return guide ? `x ${l(guide.x)}  y ${l(guide.y)} ${unit.name}` : null;
  }
  if (hit?.what === "reference") {
    const under = open.doc.sheet.references.find((u) => u.id === hit.reference);
    if (!under) return null;
    if (hit.part === "turn") return `${degrees(under.angle)}°`;
    return `${l(under.width)} × ${l(under.height)} ${unit.name}`;
  }
  const frame = marks.frame;
  if (!hit || !frame) return null;
  switch (hit.what) {
    case "grip":
      if (Math.abs(frame.lean) > 0.05) return `shear ${degrees(frame.lean)}°`;
      return `${l(frame.width)} × ${l(frame.height)} ${unit.name}`;
    case "turn":
      return `${degrees(frame.angle)}°`;
    case "peg": {
      const peg = marks.pegs.find((p) => p.dial === hit.dial);
      return peg ? `${peg.label} ${dialText(peg.value, peg.unit, unit)}` : null;
    }
    case "edge": {
      const peg = open.doc.drawable(hit.assembly)?.assembly?.peg;
      return peg ? `${peg.label} ${dialText(peg.value, peg.unit, unit)}` : null;
    }
    case "words": {
      const peg = open.doc.drawable(hit.item)?.words?.pegs.find((p) => p.name === hit.setting);
      if (!peg) return null;
      if (hit.setting === "radius" && peg.value === 0) return "straight";
      return `${peg.label} ${dialText(peg.value, peg.unit, unit)}`;
    }
    case "item":
      return place(frame.centre);
    case "pivot": {
      const at = pivot ?? hit.at;
      return `x ${l(at[0])}  y ${l(at[1])} ${unit.name}`;
    }
    case "gradient": {
      const mark = marks.gradients.find((g) => g.stroke === hit.stroke);
      if (!mark || hit.peg === "line") return null;
      if (hit.peg !== "stop") return place(mark[hit.peg] ?? mark.start);
      return `${shown((mark.stops[hit.stop]?.part ?? 0) * 100, 1)} %`;
    }
    case "shadow": {
      const effect = open.doc.drawable(hit.item)?.finish.effects[hit.effect];
      if (effect?.kind !== "shadow") return null;
      return `x ${l(effect.by[0])}  y ${l(effect.by[1])} ${unit.name}`;
    }
    case "copies":
    case "symmetry":
    case "image":
    case "segment":
    case "end":
      return null;
    case "anchor":
    case "stem":
    case "handle": {
      const anchor = marks.anchors.find(
        (a) => a.item === hit.item && a.contour === hit.contour && a.index === hit.index,
      );
      if (!anchor) return null;
      if (corners && anchor.corner) return `Radius ${l(anchor.corner.drawn)} ${unit.name}`;
      if (hit.what === "anchor") return place(anchor.at);
      const polar = hit.side === "into" ? anchor.into_polar : anchor.out_polar;
      return polar ? `${l(polar[1])} ${unit.name} at ${degrees(polar[0])}°` : "withdrawn";
    }
  }
}
