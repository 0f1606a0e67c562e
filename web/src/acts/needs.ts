// What acts need: each says what is missing as what to do, or null.
import type { ActContext } from "./context";

export type Need = (c: ActContext) => string | null;

const count = (c: ActContext): number => c.selection.selected.length;

/** All of these; the first that is missing is said. */
export const all =
  (...needs: Need[]): Need =>
  (c) =>
    needs.reduce<string | null>((missing, need) => missing ?? need(c), null);

export const anItem: Need = (c) => (count(c) > 0 ? null : "Select an item");
export const oneItem: Need = (c) => (count(c) === 1 ? null : "Select one item");
export const twoItems: Need = (c) => (count(c) === 2 ? null : "Select two items");
export const severalItems: Need = (c) => (count(c) > 1 ? null : "Select two or more items");
/** Items with an outline, not anchors of them. */
export const framed: Need = (c) => (c.selection.marks.frame ? null : "Select an item");

export const anAnchor: Need = (c) =>
  c.anchors.refs.length > 0 ? null : "Select an anchor with the Anchors tool";
export const oneAnchor: Need = (c) =>
  c.anchors.one ? null : "Select one anchor with the Anchors tool";
export const severalAnchors: Need = (c) =>
  c.anchors.refs.length > 1 ? null : "Select two or more anchors with the Anchors tool";
export const threeAnchors: Need = (c) =>
  c.anchors.refs.length > 2 ? null : "Select three or more anchors with the Anchors tool";
export const aSegment: Need = (c) =>
  c.anchors.segments.length > 0 ? null : "Select a segment with the Anchors tool";
/** Segments between selected anchors, or whole outlines with the Anchors tool. */
export const aStretch: Need = (c) =>
  c.anchors.stretch.length > 0 ? null : "Select an outline with the Anchors tool";

export const anOutline: Need = (c) =>
  c.simplifying.items.length > 0 ? null : "Select an outline; shapes can be converted to outlines";
export const aReference: Need = (c) =>
  c.comparing.possible ? null : "Add a reference, or show it again";
