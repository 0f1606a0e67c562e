// Fill, stroke, opacity and effects: the leaf Paint.
import type { Command, Effect } from "../api/types";
import { acts } from "./act";
import type { ActContext } from "./context";
import { anItem } from "./needs";

const items = (c: ActContext): string[] => c.selection.selected;
const effect = (kind: Effect["kind"]) => ({
  lacks: anItem,
  command: (c: ActContext): Command => ({
    kind: "set_effects",
    items: items(c),
    effects: [...(c.selection.selectedItems[0]?.finish.effects ?? []), { kind }],
  }),
});

export const PAINT = acts("Paint", {
  no_fill: {
    label: "No fill",
    words: "remove fill empty transparent none",
    lacks: anItem,
    command: (c) => ({ kind: "set_fill", items: items(c), colour: null }),
  },
  no_stroke: {
    label: "No stroke",
    words: "remove stroke outline border line none",
    lacks: anItem,
    command: (c) => ({ kind: "set_stroke", items: items(c), colour: null }),
  },
  stroke_width: {
    label: "Stroke width",
    words: "line weight thickness border outline",
    lacks: anItem,
    number: { unit: "length", label: "Width", required: true },
    command: (c, width) => ({
      kind: "set_stroke_width",
      items: items(c),
      width: width ?? c.catalogue.stroke.width,
    }),
  },
  add_stroke: {
    label: "Add stroke",
    words: "border outline second line",
    hint: "Another, wider stroke behind the others",
    lacks: anItem,
    command: (c) => ({ kind: "add_stroke", items: items(c) }),
  },
  opacity: {
    label: "Opacity",
    words: "transparency alpha see through",
    lacks: anItem,
    number: { unit: "%", label: "Per cent", required: true },
    command: (c, percent) => ({
      kind: "set_opacity",
      items: items(c),
      opacity: (percent ?? 100) / 100,
    }),
  },
  linear_gradient: {
    label: "Linear gradient fill",
    words: "fade blend colours ramp",
    lacks: anItem,
    command: (c) => ({ kind: "set_gradient", items: items(c), stroke: null, shape: "linear" }),
  },
  radial_gradient: {
    label: "Radial gradient fill",
    words: "fade blend colours circular",
    lacks: anItem,
    command: (c) => ({ kind: "set_gradient", items: items(c), stroke: null, shape: "radial" }),
  },
  add_shadow: { label: "Add shadow", words: "drop shadow effect", ...effect("shadow") },
  add_glow: { label: "Add glow", words: "halo effect", ...effect("glow") },
  add_blur: { label: "Add blur", words: "soften effect", ...effect("blur") },
  add_feather: { label: "Add feather", words: "fade edges effect", ...effect("feather") },
  use_for_new_items: {
    label: "Use for new items",
    words: "default style start with",
    hint: "New items start with this style",
    lacks: (c) => (c.selection.savedMarks.style ? null : "Select an item"),
    run: (c) => {
      c.newItems.remembered.style = c.selection.savedMarks.style;
    },
  },
});
