// All acts: what is in this table can be found, has a key or can be given one, and is nowhere twice.
import type { Act } from "./act";
import { ALIGN } from "./align";
import { ANCHOR_KINDS, ANCHORS, CORNERS, CURVES, PATHS, SEGMENTS } from "./anchors";
import { COMBINE, OFFSET } from "./combine";
import { EDIT, SELECT } from "./edit";
import { FORM } from "./form";
import { GROUP, ORDER } from "./grouping";
import { PAINT } from "./paint";
import { HANDLES, SNAPPING, TOOLS } from "./tools";
import { BY_NUMBERS, COPIES, PLACE, TRANSFORM } from "./transform";
import { DOCK, PROPERTIES, SETTINGS, SHEET, VIEW, VIEWS_ACTS } from "./view";

const NAMED = {
  ...EDIT,
  ...SELECT,
  ...GROUP,
  ...ORDER,
  ...FORM,
  ...TRANSFORM,
  ...BY_NUMBERS,
  ...PLACE,
  ...COPIES,
  ...COMBINE,
  ...OFFSET,
  ...ALIGN,
  ...ANCHOR_KINDS,
  ...ANCHORS,
  ...SEGMENTS,
  ...CURVES,
  ...CORNERS,
  ...PATHS,
  ...PAINT,
  ...VIEW,
  ...SHEET,
  ...SETTINGS,
};
export type ActId = keyof typeof NAMED;

const LISTED = { ...TOOLS, ...PROPERTIES, ...DOCK, ...VIEWS_ACTS, ...HANDLES, ...SNAPPING };

export const ACTS: readonly Act[] = [...Object.values(NAMED), ...Object.values(LISTED)];
export const act = (id: ActId): Act => NAMED[id];
