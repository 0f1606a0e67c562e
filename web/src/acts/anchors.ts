// What is done to selected anchors, and to the segments between them.
import type { AnchorKind, AnchorRef, Command, CornerStyle } from "../api/types";
import { newId } from "../api/ids";
import { refOf } from "../stores/editing/selectedanchors";
import { acts } from "./act";
import type { ActContext } from "./context";
import {
  aSegment,
  aStretch,
  all,
  anAnchor,
  anOutline,
  oneAnchor,
  severalAnchors,
  threeAnchors,
  type Need,
} from "./needs";

const refs = (c: ActContext): AnchorRef[] => c.anchors.refs;
const kind = (to: AnchorKind) => ({
  lacks: anAnchor,
  on: (c: ActContext): boolean =>
    c.anchors.marks.length > 0 && c.anchors.marks.every((m) => m.kind === to),
  command: (c: ActContext): Command => ({ kind: "set_anchor_kind", anchors: refs(c), to }),
});

export const ANCHOR_KINDS = acts("Form › Anchor", {
  corner: {
    label: "Corner",
    words: "cusp point sharp anchor kind",
    keys: "Ctrl+1",
    icon: "M2 12L8 5L14 12",
    ...kind("corner"),
  },
  smooth: {
    label: "Smooth",
    words: "curve tangent anchor kind",
    keys: "Ctrl+2",
    icon: "M3 8H13",
    ...kind("smooth"),
  },
  symmetric: {
    label: "Symmetric",
    words: "equal handles even anchor kind",
    keys: "Ctrl+3",
    icon: "M1 8H5M11 8H15M8 6.2A1.8 1.8 0 1 0 8 9.8A1.8 1.8 0 1 0 8 6.2",
    ...kind("symmetric"),
  },
  flowing: {
    label: "Flowing",
    words: "automatic auto smooth anchor kind",
    keys: "Ctrl+4",
    icon: "M1 9C4 4 6 6 8 8S12 12 15 7",
    ...kind("flowing"),
  },
});

const ends = (c: ActContext): [AnchorRef, AnchorRef] | null => {
  const [a, b] = c.anchors.marks;
  return c.anchors.marks.length === 2 && a?.end && b?.end ? [refOf(a), refOf(b)] : null;
};
const closed = (c: ActContext): boolean =>
  c.anchors.one !== undefined && c.anchors.contourOf(c.anchors.one)?.closed === true;
const onClosedPath: Need = (c) => (closed(c) ? null : "Select an anchor of a closed path");
const twoEnds: Need = (c) => (ends(c) ? null : "Select the two ends of open paths");
const corners = (c: ActContext): AnchorRef[] => c.anchors.marks.filter((m) => m.corner).map(refOf);
const someCorner: Need = (c) =>
  corners(c).length > 0 ? null : "Select a corner with the Anchors or the Corners tool";
/** A guide through the anchor along its handle, or level where it has none. */
const guide = (c: ActContext) => {
  const mark = c.anchors.one;
  const [x, y] = mark?.at ?? [0, 0];
  return { id: newId(), x, y, angle: mark?.out_polar?.[0] ?? mark?.into_polar?.[0] ?? 0 };
};
const lineUp = (axis: "level" | "upright") => ({
  lacks: severalAnchors,
  command: (c: ActContext): Command => ({ kind: "line_up", anchors: refs(c), axis }),
});
const spread = (axis: "level" | "upright") => ({
  lacks: threeAnchors,
  command: (c: ActContext): Command => ({ kind: "space_anchors", anchors: refs(c), axis }),
});
const copyHandles = (mirrored: boolean) => ({
  lacks: severalAnchors,
  command: (c: ActContext): Command => ({
    kind: "copy_handles",
    source: refs(c)[0] as AnchorRef,
    anchors: refs(c).slice(1),
    ...(mirrored ? { mirrored } : {}),
  }),
});

export const ANCHORS = acts("Form › Anchors", {
  delete_anchors: {
    label: "Delete anchors",
    words: "remove node point refit",
    keys: "Delete",
    icon: "M3 4.5H13M6 4.5V2.5H10V4.5M4.5 4.5L5 13.5H11L11.5 4.5",
    hint: "Refits the neighbours so that the outline changes least",
    lacks: anAnchor,
    clearsAnchors: true,
    command: (c) => ({ kind: "delete_anchors", anchors: refs(c) }),
  },
  delete_without_refitting: {
    label: "Delete without refitting",
    words: "remove node point plain",
    keys: "Shift+Delete",
    hint: "Leaves the neighbours' handles as they are",
    lacks: anAnchor,
    clearsAnchors: true,
    command: (c) => ({ kind: "delete_anchors", anchors: refs(c), refit: false }),
  },
  split: {
    label: "Split here",
    words: "break open cut node disconnect",
    icon: "M2 11C4 5 5 4.5 7 6M9 10C11 11.5 12 11 14 5M6.5 8.5A1.2 1.2 0 1 0 6.6 8.5M9.5 7.5A1.2 1.2 0 1 0 9.6 7.5",
    hint: "Two ends at the same position",
    lacks: anAnchor,
    clearsAnchors: true,
    command: (c) => ({ kind: "split_at_anchors", anchors: refs(c) }),
  },
  set_start_point: {
    label: "Set as start point",
    words: "first anchor begin cutter",
    icon: "M4 3L12 8L4 13Z",
    lacks: all(oneAnchor, onClosedPath),
    clearsAnchors: true,
    command: (c) => ({ kind: "set_start_point", anchor: refs(c)[0] as AnchorRef }),
  },
  reverse_path: {
    label: "Reverse path",
    words: "direction flip winding holes",
    hint: "Reverses the direction, which can decide about holes",
    lacks: oneAnchor,
    clearsAnchors: true,
    command: (c) => {
      const [item, contour] = refs(c)[0] as AnchorRef;
      return { kind: "reverse_outlines", items: [item], paths: [[item, contour]] };
    },
  },
  guide_through_anchor: {
    label: "Add guide here",
    words: "ruler line construction",
    hint: "A guide through this anchor, along its handle",
    lacks: oneAnchor,
    command: (c) => ({ kind: "add_guide", guide: guide(c) }),
  },
  join_ends: {
    label: "Join ends",
    words: "connect close weld merge endpoints",
    icon: "M2 12C4 7 5 6 6.5 6M14 12C12 7 11 6 9.5 6M6.5 6H9.5",
    lacks: twoEnds,
    clearsAnchors: true,
    command: (c) => {
      const [first, second] = ends(c) as [AnchorRef, AnchorRef];
      return { kind: "join_ends", first, second };
    },
  },
  align_anchors_horizontally: {
    label: "Align horizontally",
    words: "line up anchors level same y",
    icon: "M2 8H14M4 8h.01M8 8h.01M12 8h.01",
    ...lineUp("level"),
  },
  align_anchors_vertically: {
    label: "Align vertically",
    words: "line up anchors upright same x",
    icon: "M8 2V14M8 4h.01M8 8h.01M8 12h.01",
    ...lineUp("upright"),
  },
  distribute_anchors_horizontally: {
    label: "Distribute horizontally",
    words: "space anchors evenly",
    ...spread("level"),
  },
  distribute_anchors_vertically: {
    label: "Distribute vertically",
    words: "space anchors evenly",
    ...spread("upright"),
  },
  same_handles: {
    label: "Same handles",
    words: "copy handles match",
    hint: "As those of the anchor selected first",
    ...copyHandles(false),
  },
  mirrored_handles: {
    label: "Mirrored handles",
    words: "copy handles reflect match",
    hint: "Mirrors those of the anchor selected first",
    ...copyHandles(true),
  },
  release_twins: {
    label: "Release twins",
    words: "unlink pair free",
    lacks: (c) => (c.anchors.marks.some((m) => m.twin) ? null : "Select an anchor with a twin"),
    command: (c) => ({ kind: "release_twins", anchors: refs(c) }),
  },
});

export const SEGMENTS = acts("Form › Segments", {
  add_at_centre: {
    label: "Add at centre",
    words: "insert anchor node midpoint segment",
    icon: "M2 11C4 4 12 4 14 11M8 3.5V8M5.8 5.8H10.2",
    lacks: aSegment,
    clearsAnchors: true,
    command: (c) => ({ kind: "add_anchors", segments: c.anchors.segments, where: "middle" }),
  },
  add_at_extremes: {
    label: "Add at extremes",
    words: "insert anchors nodes extrema",
    hint: "Where the curve is horizontal or vertical",
    lacks: aSegment,
    clearsAnchors: true,
    command: (c) => ({ kind: "add_anchors", segments: c.anchors.segments, where: "extremes" }),
  },
  straighten: {
    label: "Straighten",
    words: "line segment straight flatten",
    icon: "M2.5 12.5L13.5 3.5M2.5 12.5h.01M13.5 3.5h.01",
    lacks: aSegment,
    command: (c) => ({ kind: "straighten_segments", segments: c.anchors.segments }),
  },
  delete_segment: {
    label: "Delete segment",
    words: "remove open path gap",
    lacks: (c) => (c.anchors.segments.length === 1 ? null : "Select one segment"),
    clearsAnchors: true,
    command: (c) => ({ kind: "delete_segment", segment: c.anchors.segments[0] as AnchorRef }),
  },
  make_an_arc: {
    label: "Make an arc",
    words: "circular round regular segment",
    hint: "The nearest true arc between the ends",
    lacks: aSegment,
    clearsAnchors: true,
    command: (c) => ({ kind: "regular_segments", segments: c.anchors.segments, to: "arc" }),
  },
  make_a_line: {
    label: "Make a line",
    words: "straight regular segment",
    hint: "Straight from end to end",
    lacks: aSegment,
    clearsAnchors: true,
    command: (c) => ({ kind: "regular_segments", segments: c.anchors.segments, to: "line" }),
  },
});

const eased = (c: ActContext): AnchorRef[] =>
  refs(c).length > 0 ? refs(c) : c.selection.allAnchors();
const ease = (to: "tangent" | "curvature") => ({
  lacks: aStretch,
  command: (c: ActContext): Command => ({ kind: "ease_anchors", anchors: eased(c), to }),
});
const style = (to: CornerStyle) => ({
  lacks: someCorner,
  command: (c: ActContext): Command => ({ kind: "set_corners", anchors: corners(c), style: to }),
});

export const CURVES = acts("Form › Smooth and fair", {
  align_tangents: {
    label: "Align tangents (G1)",
    words: "smooth direction continuity kink",
    hint: "Both sides in the same direction, with the least movement",
    ...ease("tangent"),
  },
  match_curvature: {
    label: "Match curvature (G2)",
    words: "smooth continuity comb harmonize",
    hint: "Both sides with the same curvature, with the least movement",
    ...ease("curvature"),
  },
  balance_handles: {
    label: "Balance handles",
    words: "equal even length",
    hint: "Handles in line and equally long, in proportion on both sides",
    lacks: anAnchor,
    command: (c) => ({ kind: "balance_handles", anchors: refs(c) }),
  },
  simplify: {
    label: "Simplify",
    words: "reduce nodes fewer anchors points clean up thin",
    icon: "M2 11C4 3 12 3 14 11M2 11h.01M14 11h.01M8 5h.01",
    hint: "As few anchors as the tolerance allows",
    lacks: anOutline,
    clearsAnchors: true,
    number: { unit: "length", label: "Tolerance" },
    command: (c, within) => c.simplifying.simplify(within),
  },
});

export const CORNERS = acts("Form › Corner", {
  round_corners: {
    label: "Round corners",
    words: "fillet radius rounded soft",
    lacks: someCorner,
    number: { unit: "length", label: "Radius" },
    command: (c, radius) => ({
      kind: "set_corners",
      anchors: corners(c),
      style: "round",
      ...(radius === undefined ? {} : { radius }),
    }),
  },
  chamfer_corners: { label: "Chamfer corners", words: "bevel cut flat", ...style("chamfer") },
  cove_corners: { label: "Cove corners", words: "inverted round concave scoop", ...style("cove") },
  notch_corners: { label: "Notch corners", words: "step square inset", ...style("notch") },
  ogee_corners: { label: "Ogee corners", words: "s curve bracket", ...style("ogee") },
  soft_corners: {
    label: "Soft corners",
    words: "smooth continuous superellipse",
    ...style("soft"),
  },
  convert_corners: {
    label: "Convert corners to anchors",
    words: "expand corners bake",
    hint: "Ends the live radius",
    lacks: (c) =>
      c.selection.marks.paths.some((p) => p.worked)
        ? null
        : "Select an outline with rounded corners",
    clearsAnchors: true,
    command: (c) => ({ kind: "convert_corners", items: c.selection.selected }),
  },
});

const outlines = (c: ActContext): string[] => c.simplifying.items;
const only = (c: ActContext) =>
  c.anchors.contours.length === 1 ? c.anchors.contours[0] : undefined;
const openPath: Need = (c) =>
  only(c)?.closed === false ? null : "Select one open path with the Anchors tool";
const closedPath: Need = (c) =>
  only(c)?.closed ? null : "Select one closed path with the Anchors tool";
/** An anchor of the only path, counted from its end where that is negative. */
function anchorOfPath(c: ActContext, index: number): AnchorRef {
  const path = only(c);
  return [path?.item ?? "", path?.contour ?? 0, index < 0 ? (path?.count ?? 0) + index : index];
}

export const PATHS = acts("Form › Path", {
  reverse: {
    label: "Reverse outline",
    words: "direction winding holes path",
    lacks: anOutline,
    command: (c) => ({ kind: "reverse_outlines", items: outlines(c) }),
  },
  close_path: {
    label: "Close path",
    words: "join ends shape",
    icon: "M8 3A5 5 0 1 0 13 8M10.5 3.8L13 8M8 3h.01M13 8h.01",
    lacks: openPath,
    command: (c) => ({
      kind: "join_ends",
      first: anchorOfPath(c, -1),
      second: anchorOfPath(c, 0),
    }),
  },
  open_path: {
    label: "Open path",
    words: "break cut",
    hint: "Deletes the segment that leads back to the start point",
    lacks: closedPath,
    command: (c) => ({ kind: "delete_segment", segment: anchorOfPath(c, -1) }),
  },
  select_all_anchors: {
    label: "Select all anchors",
    words: "every node point",
    lacks: (c) =>
      c.tools.active === "anchors" && c.selection.selected.length > 0
        ? null
        : "Select an outline with the Anchors tool",
    run: (c) => {
      c.selection.anchors = c.selection.allAnchors();
    },
  },
});
