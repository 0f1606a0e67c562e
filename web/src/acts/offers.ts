// Which acts are offered where: on the action line, what one does most with what is selected now; in
// the menu at the pointer, what can be done with what lies there.
import { groupsOf } from "../tools/itemcommands";
import type { ActContext } from "./context";
import type { ActId } from "./table";

const SEVERAL: readonly ActId[] = [
  "union",
  "difference",
  "intersection",
  "partition",
  "group",
  "align_centre",
  "align_middle",
  "distribute_horizontally",
  "duplicate",
];
const NOTHING: readonly ActId[] = ["paste", "import", "mirror", "all_shapes", "fit_sheet"];
const OUTLINE: readonly ActId[] = [
  "edit_anchors",
  "mirror",
  "duplicate",
  "flip_horizontal",
  "rotate_right",
  "stroke_to_outline",
  "expand",
  "to_front",
];
const SHAPE: readonly ActId[] = [
  "convert_to_outlines",
  "mirror",
  "duplicate",
  "flip_horizontal",
  "rotate_right",
  "expand",
  "to_front",
  "to_back",
];
const TEXT: readonly ActId[] = [
  "edit_text",
  "convert_to_outlines",
  "duplicate",
  "rotate_right",
  "align_centre",
  "to_front",
];
const GROUP: readonly ActId[] = [
  "edit_contents",
  "ungroup",
  "select_contents",
  "duplicate",
  "mirror",
  "flip_horizontal",
  "rotate_right",
  "to_front",
];
const MASKED: readonly ActId[] = [
  "edit_contents",
  "remove_mask",
  ...GROUP.filter((act) => act !== "edit_contents" && act !== "to_front"),
];
const LIVE: readonly ActId[] = [
  "edit_contents",
  "convert_to_outlines",
  "ungroup",
  "duplicate",
  "flip_horizontal",
  "rotate_right",
  "to_front",
];
const ANCHOR: readonly ActId[] = [
  "corner",
  "smooth",
  "symmetric",
  "flowing",
  "delete_anchors",
  "split",
  "set_start_point",
  "join_ends",
  "add_at_centre",
  "straighten",
];
const PATH: readonly ActId[] = ["simplify", "close_path", "mirror", "duplicate"];
const GUIDE: readonly ActId[] = ["delete_guide", "horizontal_guide", "vertical_guide"];

/** What the action line could offer; what cannot be done is left out of it. */
export function lineFor(c: ActContext): readonly ActId[] {
  const offered = forSelection(c);
  return c.container.inGroup ? ["leave_contents", ...offered] : offered;
}

function forSelection(c: ActContext): readonly ActId[] {
  const { selected, selectedItems } = c.selection;
  if (c.tools.name === "guide" && selected.length === 0) return GUIDE;
  if (c.tools.active === "anchors" && selected.length > 0) {
    return c.anchors.refs.length > 0 ? ANCHOR : PATH;
  }
  if (selected.length === 0) return NOTHING;
  if (selected.length > 1) return SEVERAL;
  const [one] = selectedItems;
  if (one?.words) return TEXT;
  if (one?.assembly ?? one?.symmetry) return LIVE;
  if (one?.mask) return MASKED;
  if (one && groupsOf(c).length > 0) return GROUP;
  return one && c.catalogue.shape(one.type) ? SHAPE : OUTLINE;
}

/** An entry of the menu: an act, a line between, or a menu of its own. */
export type Offer = ActId | "—" | { readonly label: string; readonly acts: readonly Offer[] };

const EDITS: readonly Offer[] = [
  "cut_items",
  "copy",
  "paste",
  "paste_in_place",
  "duplicate",
  "repeat",
  "delete",
];
const ORDER: Offer = {
  label: "Order",
  acts: ["to_front", "forward", "backward", "to_back", "—", "in_front_of", "behind"],
};
const TURNS: Offer = {
  label: "Rotate and flip",
  acts: ["flip_horizontal", "flip_vertical", "rotate_left", "rotate_right"],
};
const COMBINE: Offer = {
  label: "Combine",
  acts: ["union", "difference", "intersection", "exclusion", "—", "partition", "compound"],
};
const ALIKE: Offer = {
  label: "Select same",
  acts: ["same_fill", "same_stroke", "same_width", "same_type", "same_layer"],
};
const ANCHOR_MENU: readonly Offer[] = [
  "corner",
  "smooth",
  "symmetric",
  "flowing",
  "—",
  "split",
  "set_start_point",
  "join_ends",
  "guide_through_anchor",
  "delete_anchors",
  "delete_without_refitting",
];
const BESIDE: readonly Offer[] = ["paste", "paste_in_place", "import", "select_all"];

/** The menu at the pointer, without what lies under it. */
export function menuFor(c: ActContext): readonly Offer[] {
  const { length } = c.selection.selected;
  if (length === 0) return BESIDE;
  if (c.tools.active === "anchors" && c.anchors.refs.length > 0) return ANCHOR_MENU;
  return [
    ...EDITS,
    "—",
    ...(length > 1 ? [COMBINE] : []),
    ORDER,
    TURNS,
    "convert_to_outlines",
    "group",
    "ungroup",
    "select_contents",
    "lock",
    "hide",
    "—",
    ALIKE,
    "invert_selection",
  ];
}
