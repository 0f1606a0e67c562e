// Each tool as an act, each kind of shape, and what a tool can be set to.
import { CUE_KINDS } from "../stores/display/snapping";
import { HANDLES_SHOWN } from "../stores/display/display";
import { GROUPS } from "../tools/list";
import { acts, type Act } from "./act";
import type { ActContext } from "./context";

const WORDS: Record<string, string> = {
  select: "move arrow pick pointer transform",
  anchors: "nodes points direct edit path handles bezier",
  pen: "bezier curve path draw anchor by anchor",
  flow: "curvature spline smooth draw through points",
  freehand: "pencil brush sketch draw stroke",
  text: "type words letters font",
  line: "straight segment",
  rectangle: "square box rounded",
  ellipse: "circle oval round",
  polygon: "triangle hexagon sides",
  star: "points spikes",
  corners: "round fillet chamfer radius bevel",
  cut: "knife scissors split slice",
  sample: "eyedropper pipette pick colour",
  symmetry: "mirror reflect kaleidoscope wheel radial",
  sweep: "regions merge fuse fill erase shape build",
  brush: "smooth pull relax sculpt",
  guide: "ruler line construction",
  reference: "picture image trace template underlay",
};

const rows = GROUPS.flatMap(({ heading, rows: all }) =>
  all.map((row) => ({ ...row, where: `Tools › ${heading}` })),
);
export const TOOLS = acts(
  "Tools",
  Object.fromEntries(
    rows.map(({ name, label, key, icon, where }) => [
      `tool_${name}`,
      {
        label,
        words: `tool ${WORDS[name] ?? ""}`,
        where,
        keys: key,
        icon,
        on: (c: ActContext) => c.tools.name === name,
        run: (c: ActContext) => c.tools.use(name),
      },
    ]),
  ),
);

/** What snaps, each kind by itself. */
export const SNAPPING = acts(
  "Sheet › Snapping",
  Object.fromEntries(
    CUE_KINDS.map(([kind, label]) => [
      `snap_${kind}`,
      {
        label: `Snap: ${label}`,
        words: "magnet align cue",
        on: (c: ActContext) => !c.snapping.off.has(kind),
        run: (c: ActContext) => c.snapping.turn(kind, c.snapping.off.has(kind)),
      },
    ]),
  ),
);

export const HANDLES = acts(
  "Form › Handles",
  Object.fromEntries(
    HANDLES_SHOWN.map(([value, label]) => [
      `handles_${value}`,
      {
        label: `Show handles: ${label.toLowerCase()}`,
        words: "bezier direction points visible",
        on: (c: ActContext) => c.display.handles === value,
        run: (c: ActContext) => {
          c.display.handles = value;
        },
      },
    ]),
  ),
);

/** Kinds of shapes that no key draws: the catalogue has them. */
export function shapeActs(c: ActContext): Act[] {
  const tools = new Set(rows.map((r) => r.name));
  return Object.values(
    acts(
      "All shapes",
      Object.fromEntries(
        c.catalogue.facts.shapes
          .filter((s) => !tools.has(s.name))
          .map((s) => [
            `shape_${s.name}`,
            {
              label: s.label,
              words: "shape draw insert",
              run: () => c.tools.use(s.name),
            },
          ]),
      ),
    ),
  );
}
