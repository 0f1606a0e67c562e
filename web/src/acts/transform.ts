// Items turned over, rotated, scaled, moved and copied.
import type { Command } from "../api/types";
import { acts, type ActNumber } from "./act";
import type { ActContext } from "./context";
import { framed } from "./needs";

const flip = (c: ActContext, over: "level" | "upright"): Command => ({
  kind: "flip_items",
  items: c.selection.selected,
  axis: over,
  about: c.arranging.about,
});
const rotate = (c: ActContext, angle: number): Command => ({
  kind: "rotate_items",
  items: c.selection.selected,
  angle,
  about: c.arranging.about,
});
const move = (c: ActContext, x: number, y: number): Command => ({
  kind: "move_items",
  items: c.selection.selected,
  by: [x, y],
});
const scale = (c: ActContext, x: number, y: number): Command => ({
  kind: "scale_items",
  items: c.selection.selected,
  x,
  y,
  grow: c.arranging.grow,
  about: c.arranging.about,
});
export const TRANSFORM = acts("Form › Position and size", {
  flip_horizontal: {
    label: "Flip horizontal",
    words: "mirror reflect turn over left right",
    keys: "Shift+H",
    icon: "M8 2V14M6 4L2 12H6ZM10 4L14 12H10Z",
    lacks: framed,
    command: (c) => flip(c, "level"),
  },
  flip_vertical: {
    label: "Flip vertical",
    words: "mirror reflect turn over upside down",
    keys: "Shift+J",
    icon: "M2 8H14M4 6L12 2V6ZM4 10L12 14V10Z",
    lacks: framed,
    command: (c) => flip(c, "upright"),
  },
  rotate_left: {
    label: "Rotate 90° left",
    words: "turn quarter counterclockwise anticlockwise",
    keys: "Shift+Q",
    icon: "M3 6A5.5 5.5 0 1 1 3 10.5M3 2.5V6H6.5",
    lacks: framed,
    command: (c) => rotate(c, -90),
  },
  rotate_right: {
    label: "Rotate 90° right",
    words: "turn quarter clockwise",
    keys: "Shift+R",
    icon: "M13 6A5.5 5.5 0 1 0 13 10.5M13 2.5V6H9.5",
    lacks: framed,
    command: (c) => rotate(c, 90),
  },
});

export const BY_NUMBERS = acts("Arrange › Move, rotate and scale by", {
  rotate: {
    label: "Rotate by",
    words: "turn spin angle degrees",
    lacks: framed,
    number: { unit: "°", label: "Angle", required: true },
    command: (c, angle) => rotate(c, angle ?? 0),
  },
  scale: {
    label: "Scale to",
    words: "resize enlarge reduce size percent zoom",
    lacks: framed,
    number: { unit: "%", label: "Per cent", required: true },
    command: (c, percent) => scale(c, (percent ?? 100) / 100, (percent ?? 100) / 100),
  },
  scale_width: {
    label: "Scale width to",
    words: "resize stretch horizontal percent",
    lacks: framed,
    number: { unit: "%", label: "Per cent", required: true },
    command: (c, percent) => scale(c, (percent ?? 100) / 100, 1),
  },
  scale_height: {
    label: "Scale height to",
    words: "resize stretch vertical percent",
    lacks: framed,
    number: { unit: "%", label: "Per cent", required: true },
    command: (c, percent) => scale(c, 1, (percent ?? 100) / 100),
  },
  move_right: {
    label: "Move right by",
    words: "shift horizontal x distance",
    lacks: framed,
    number: { unit: "length", label: "Distance", required: true },
    command: (c, by) => move(c, by ?? 0, 0),
  },
  move_left: {
    label: "Move left by",
    words: "shift horizontal x distance",
    lacks: framed,
    number: { unit: "length", label: "Distance", required: true },
    command: (c, by) => move(c, -(by ?? 0), 0),
  },
  move_down: {
    label: "Move down by",
    words: "shift vertical y distance",
    lacks: framed,
    number: { unit: "length", label: "Distance", required: true },
    command: (c, by) => move(c, 0, by ?? 0),
  },
  move_up: {
    label: "Move up by",
    words: "shift vertical y distance",
    lacks: framed,
    number: { unit: "length", label: "Distance", required: true },
    command: (c, by) => move(c, 0, -(by ?? 0)),
  },
});

type Part = "x" | "y" | "width" | "height" | "angle";
const placed = (part: Part, label: string, unit: ActNumber["unit"]) => ({
  lacks: framed,
  number: { unit, label, required: true },
  command: (c: ActContext, value?: number): Command => {
    const { even, grow, about } = c.arranging;
    const sized = part === "width" || part === "height" ? { even, grow } : {};
    const items = c.selection.selected;
    return { kind: "place_items", items, about, ...sized, [part]: value ?? null } as Command;
  },
});

export const PLACE = acts("Form › Position and size", {
  x: { label: "Position x", words: "left horizontal", ...placed("x", "x", "length") },
  y: { label: "Position y", words: "top vertical", ...placed("y", "y", "length") },
  width: { label: "Width", words: "size wide resize", ...placed("width", "Width", "length") },
  height: { label: "Height", words: "size tall resize", ...placed("height", "Height", "length") },
  angle: { label: "Angle", words: "rotation turn degrees", ...placed("angle", "Angle", "°") },
});

type Counted = "row_of_copies" | "ring_of_copies";
const open = (c: ActContext, form: "row_of_copies" | "ring_of_copies" | "grid_of_copies"): void => {
  c.leaf.current = "Arrange";
  c.drafting.begin(form);
};
/** Drafted with so many copies, or as many as it begins with. */
function drafted(c: ActContext, form: Counted, count?: number): void {
  c.drafting.begin(form);
  if (count !== undefined) c.drafting.change({ count: Math.max(2, Math.round(count)) });
}
/** With a number they are made at once; without one they are drafted, to be dragged and typed. */
function counted(c: ActContext, form: Counted, count?: number): void {
  if (count === undefined) return open(c, form);
  drafted(c, form, count);
  void c.drafting.make();
}

export const COPIES = acts("Arrange › Row, ring, grid of copies", {
  row_of_copies: {
    label: "Row of copies",
    words: "copies array repeat step linear pattern",
    icon: "M2 6H5V10H2ZM6.5 6H9.5V10H6.5ZM11 6H14V10H11Z",
    lacks: framed,
    number: { unit: "×", label: "Copies" },
    draft: (c, count) => drafted(c, "row_of_copies", count),
    run: (c, count) => counted(c, "row_of_copies", count),
  },
  ring_of_copies: {
    label: "Ring of copies",
    words: "copies array repeat circular polar radial around",
    lacks: framed,
    number: { unit: "×", label: "Copies" },
    draft: (c, count) => drafted(c, "ring_of_copies", count),
    run: (c, count) => counted(c, "ring_of_copies", count),
  },
  grid_of_copies: {
    label: "Grid of copies",
    words: "copies array repeat rows columns tile pattern",
    lacks: framed,
    run: (c) => open(c, "grid_of_copies"),
  },
});
