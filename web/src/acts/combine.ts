// Items combined, offset and blended: Arrange › Combine, Arrange › Stroke and offset.
import type { Role } from "../api/types";
import { acts } from "./act";
import { anItem, framed, severalItems, twoItems } from "./needs";
import { ROLES } from "./roles";

const role = (value: Role): { operation: string; hint: string } =>
  ROLES.find((r) => r.value === value) ?? { operation: value, hint: "" };

export const COMBINE = acts("Arrange › Combine", {
  union: {
    label: role("union").operation,
    words: "unite weld merge join add fuse combine boolean one shape",
    keys: "Shift+A",
    icon: "M2.5 2.5H10V6H13.5V13.5H6V10H2.5Z",
    solid: "M2.5 2.5H10V6H13.5V13.5H6V10H2.5Z",
    hint: role("union").hint,
    lacks: severalItems,
    command: (c) => c.combining.assemble("union"),
  },
  difference: {
    label: role("difference").operation,
    words: "subtract minus knock out punch cut out hole front boolean",
    keys: "Shift+S",
    icon: "M2.5 2.5H10V6H6V10H2.5ZM12 6H13.5V7.5M13.5 10V11M13.5 12.5V13.5H12M9.5 13.5H8",
    solid: "M2.5 2.5H10V6H6V10H2.5Z",
    hint: role("difference").hint,
    lacks: severalItems,
    command: (c) => c.combining.assemble("difference"),
  },
  intersection: {
    label: role("intersection").operation,
    words: "intersect overlap common mask boolean and",
    keys: "Shift+D",
    icon: "M6 6H10V10H6ZM2.5 4.5V2.5H4.5M2.5 8V10H4M8 2.5H10V4M11.5 13.5H13.5V11.5M12 6H13.5V8M6 12V13.5H8",
    solid: "M6 6H10V10H6Z",
    hint: role("intersection").hint,
    lacks: severalItems,
    command: (c) => c.combining.assemble("intersection"),
  },
  exclusion: {
    label: role("exclusion").operation,
    words: "exclude xor drop overlap boolean",
    keys: "Shift+F",
    icon: "M2.5 2.5H10V10H2.5ZM6 6H13.5V13.5H6Z",
    solid: "M2.5 2.5H10V6H6V10H2.5ZM10 6H13.5V13.5H6V10H10Z",
    hint: role("exclusion").hint,
    lacks: severalItems,
    command: (c) => c.combining.assemble("exclusion"),
  },
  partition: {
    label: "Partition",
    words: "divide split regions pieces fragments slice",
    keys: "Shift+X",
    icon: "M1.5 1.5H9V4.5H4.5V9H1.5ZM6.5 6.5H9.5V9.5H6.5ZM11.5 7H14.5V14.5H7V11.5H11.5Z",
    hint: "One item for each region, in the style of the frontmost item there",
    lacks: severalItems,
    command: (c) => c.combining.partition(),
  },
  compound: {
    label: "Make compound",
    words: "compound path holes counter one outline",
    icon: "M3 3H13V13H3ZM6.5 6.5H9.5V9.5H6.5Z",
    hint: "One outline of all; overlaps become holes",
    lacks: severalItems,
    command: (c) => c.combining.compound(),
  },
  crop_to_frontmost: {
    label: "Crop to frontmost",
    words: "trim clip mask crop",
    hint: "Deletes what lies outside the frontmost item",
    lacks: severalItems,
    command: (c) => c.combining.crop("frontmost"),
  },
  crop_to_sheet: {
    label: "Crop to sheet",
    words: "trim clip page edge bleed",
    hint: "Deletes what lies outside the sheet",
    lacks: anItem,
    command: (c) => c.combining.crop("sheet"),
  },
  blend: {
    label: "Blend",
    words: "morph interpolate steps between tween live",
    hint: "Steps between the selected items, which stay",
    lacks: (c) => (c.combining.blendLive ? severalItems : twoItems)(c),
    number: { unit: "×", label: "Steps" },
    command: (c, steps) => c.combining.blend(steps),
  },
});

export const OFFSET = acts("Arrange › Stroke and offset", {
  stroke_to_outline: {
    label: "Stroke to outline",
    words: "expand stroke convert stroke line to shape",
    keys: "Shift+E",
    icon: "M2 11C5 3 11 3 14 11M5 12C6.5 7.5 9.5 7.5 11 12M2 11L5 12M14 11L11 12",
    hint: "Converts the stroke to a filled outline; a fill stays below",
    lacks: framed,
    command: (c) => c.offsetting.outline(false),
  },
  live_stroke_outline: {
    label: "Live outline of the stroke",
    words: "stroke adjustable live",
    hint: "An outline whose stroke options stay adjustable",
    lacks: framed,
    command: (c) => c.offsetting.outline(true),
  },
  expand: {
    label: (c) => (c.offsetting.paths ? "To the right" : "Expand"),
    words: "grow offset outset inflate larger parallel contour outward",
    icon: "M6 6H10V10H6ZM2.5 5V2.5H5M11 2.5H13.5V5M13.5 11V13.5H11M5 13.5H2.5V11",
    hint: "An outline around the selection, or a parallel path to the right",
    lacks: framed,
    number: { unit: "length", label: "Distance" },
    command: (c, by) => c.offsetting.offset(by ?? c.offsetting.distance),
  },
  contract: {
    label: (c) => (c.offsetting.paths ? "To the left" : "Contract"),
    words: "shrink inset offset deflate smaller parallel contour inward",
    icon: "M2.5 2.5H13.5V13.5H2.5ZM6 7V6H7M9 6H10V7M10 9V10H9M7 10H6V9",
    hint: "An outline inside the selection, or a parallel path to the left",
    lacks: framed,
    number: { unit: "length", label: "Distance" },
    command: (c, by) => c.offsetting.offset(-(by ?? c.offsetting.distance)),
  },
});
