// How the drawing is looked at, the sheet's guides and grid, and the rooms around the canvas.
import type { Command } from "../api/types";
import { newId } from "../api/ids";
import { LEAVES, VIEWS, type Leaf, type View } from "../stores/display/display";
import { PROPERTIES_LEAVES } from "../stores/display/propertiesleaf";
import { night, toggleNight } from "../theme/night";
import { acts, type Act } from "./act";
import type { ActContext } from "./context";
import { aReference, anItem, framed } from "./needs";

/** How much one zooms by a key or a button. */
const CLOSER = 1.25;
const middle = (c: ActContext): [number, number] => [c.view.size[0] / 2, c.view.size[1] / 2];

function zoomToSelection(c: ActContext): void {
  const box = c.selection.marks.frame?.corners;
  if (!box) return;
  const [xs, ys] = [box.map((p) => p[0]), box.map((p) => p[1])];
  c.view.fit([Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]);
}

export const VIEW = acts("View", {
  next_view: {
    label: "Next view",
    words: "work wireframe print outline preview mode",
    keys: "V",
    run: (c) => c.display.next(),
  },
  fit_sheet: {
    label: "Fit sheet",
    words: "zoom whole page all everything",
    keys: "0",
    icon: "M4 2.5H12V13.5H4ZM1.5 4V2H3.5M12.5 2H14.5V4M14.5 12V14H12.5M3.5 14H1.5V12",
    run: (c) => c.view.fitSheet(c.doc.sheet),
  },
  actual_size: {
    label: "Actual size",
    words: "zoom 100 one to one",
    keys: "1",
    run: (c) => c.view.zoomTo(1),
  },
  zoom_to_selection: {
    label: "Zoom to selection",
    words: "fit closer item",
    keys: ".",
    lacks: framed,
    run: zoomToSelection,
  },
  zoom_in: {
    label: "Zoom in",
    words: "closer enlarge magnify",
    keys: "+",
    run: (c) => c.view.zoomAt(middle(c), CLOSER),
  },
  zoom_out: {
    label: "Zoom out",
    words: "further back",
    keys: "-",
    run: (c) => c.view.zoomAt(middle(c), 1 / CLOSER),
  },
  zoom: {
    label: "Zoom to",
    words: "scale per cent magnification",
    number: { unit: "%", label: "Per cent", required: true },
    run: (c, percent) => c.view.zoomTo((percent ?? 100) / 100),
  },
  comb: {
    label: "Curvature comb",
    words: "porcupine analysis fairness",
    keys: "Shift+V",
    on: (c) => c.display.comb,
    run: (c) => {
      c.display.comb = !c.display.comb;
    },
  },
  size_preview: {
    label: "Size preview",
    words: "icon sizes actual small favicon",
    keys: "6",
    on: (c) => c.display.sizes,
    run: (c) => {
      c.display.sizes = !c.display.sizes;
    },
  },
  compare_reference: {
    label: "Compare with reference",
    words: "beside wipe overlay trace picture",
    keys: "5",
    lacks: aReference,
    run: (c) => c.comparing.next(),
  },
  night: {
    label: "Night theme",
    words: "dark mode light day",
    on: () => night.value,
    run: () => toggleNight(),
  },
  next_trouble: {
    label: "Next trouble spot",
    words: "check errors kinks problems",
    keys: "3",
    lacks: anItem,
    run: (c) => c.troubleSpots.go(1),
  },
  previous_trouble: {
    label: "Previous trouble spot",
    words: "check errors kinks problems",
    keys: "2",
    lacks: anItem,
    run: (c) => c.troubleSpots.go(-1),
  },
  insert_shape: {
    label: "Insert shape…",
    words: "draw exact position size numbers type rectangle ellipse polygon star",
    icon: "M2.5 2.5H9.5V9.5H2.5ZM12 8V15M8.5 11.5H15.5",
    run: (c) => c.tools.insert(),
  },
  all_shapes: {
    label: "All shapes…",
    words: "gallery insert gear heart spiral arrow badge",
    keys: "Shift+G",
    icon: "M2 2H6.5V6.5H2ZM11.5 2L14 6.5H9ZM2 11.7A2.2 2.2 0 1 0 6.4 11.7A2.2 2.2 0 1 0 2 11.7ZM9 11.7H14M11.5 9.2V14.2",
    run: (c) => {
      c.tools.gallery = true;
    },
  },
  collapse_dock: {
    label: "Collapse dock",
    words: "expand layers panel hide bottom",
    on: (c) => c.display.folded,
    run: (c) => {
      c.display.folded = !c.display.folded;
    },
  },
  finder: {
    label: "Find an action",
    words: "search command palette menu help",
    keys: "Ctrl+K",
    otherKeys: "/",
    run: (c) => {
      c.display.finder = true;
    },
  },
  settings: {
    label: "Settings…",
    words: "preferences options keyboard keys change hotkeys wheel trackpad",
    run: (c) => {
      c.display.settings = true;
    },
  },
  keyboard: {
    label: "Keyboard shortcuts",
    words: "help keys hotkeys",
    keys: "?",
    run: (c) => {
      c.display.help = !c.display.help;
    },
  },
});

type Setting = (c: ActContext) => { value: boolean; set: (on: boolean) => void };
const guide = (c: ActContext, angle: 0 | 90, at?: number): Command => {
  const { width, height } = c.doc.sheet;
  const [x, y] = angle === 0 ? [width / 2, at ?? height / 2] : [at ?? width / 2, height / 2];
  return { kind: "add_guide", guide: { id: newId(), x, y, angle } };
};
/** All references are hidden, or shown again. */
function hideReferences(c: ActContext): void {
  const hidden = c.doc.sheet.references.some((u) => !u.hidden);
  for (const u of c.doc.sheet.references) {
    if (u.hidden !== hidden) c.edits.commit({ kind: "set_reference", reference: { ...u, hidden } });
  }
}

const setting = (label: string, words: string, where: string, of: Setting) => ({
  label,
  words,
  where,
  on: (c: ActContext) => of(c).value,
  run: (c: ActContext) => of(c).set(!of(c).value),
});

export const SETTINGS = acts("Settings", {
  scale_strokes: setting(
    "Scale strokes and corner radii",
    "grow resize width transform",
    "Form › Position and size",
    (c) => ({ value: c.arranging.grow, set: (on) => (c.arranging.grow = on) }),
  ),
  link_sizes: setting(
    "Link width and height",
    "proportion aspect ratio constrain",
    "Form › Position and size",
    (c) => ({ value: c.arranging.even, set: (on) => (c.arranging.even = on) }),
  ),
  include_strokes: setting(
    "Include strokes",
    "align visible bounds",
    "Arrange › Align and distribute",
    (c) => ({ value: c.aligning.seen, set: (on) => c.aligning.bySeen(on) }),
  ),
  crop_strokes: setting("Crop strokes", "trim outline", "Arrange › Combine", (c) => ({
    value: c.combining.cropsStrokes,
    set: (on) => (c.combining.cropsStrokes = on),
  })),
  wheel_zooms: setting("Wheel zooms", "mouse scroll trackpad fingers", "View", (c) => ({
    value: c.display.wheel === "zoom",
    set: (on) => (c.display.wheel = on ? "zoom" : "auto"),
  })),
  wheel_pans: setting("Wheel pans", "mouse scroll trackpad fingers", "View", (c) => ({
    value: c.display.wheel === "pan",
    set: (on) => (c.display.wheel = on ? "pan" : "auto"),
  })),
  grid: setting("Grid", "squares raster paper lines show", "Sheet › Grid", (c) => ({
    value: c.doc.sheet.grid.shown,
    set: (on) => c.edits.commit({ kind: "set_grid", grid: { ...c.doc.sheet.grid, shown: on } }),
  })),
});

export const SHEET = acts("Sheet", {
  horizontal_guide: {
    label: "Add horizontal guide",
    words: "ruler line level construction",
    icon: "M2 8H14M4.5 3.5L4.5 5.5M8 3.5V5.5M11.5 3.5V5.5",
    number: { unit: "length", label: "Position" },
    command: (c, at) => guide(c, 0, at),
  },
  vertical_guide: {
    label: "Add vertical guide",
    words: "ruler line upright construction",
    icon: "M8 2V14M3.5 4.5H5.5M3.5 8H5.5M3.5 11.5H5.5",
    number: { unit: "length", label: "Position" },
    command: (c, at) => guide(c, 90, at),
  },
  delete_guide: {
    label: "Delete guide",
    words: "remove ruler line",
    icon: "M3 4.5H13M6 4.5V2.5H10V4.5M4.5 4.5L5 13.5H11L11.5 4.5",
    lacks: (c) =>
      c.doc.sheet.guides.some((g) => g.id === c.doc.aid)
        ? null
        : "Select a guide with the Guide tool",
    command: (c) => ({ kind: "delete_guides", guides: [c.doc.aid ?? ""] }),
  },
  hide_references: {
    label: "Hide or show references",
    words: "picture image trace visible",
    keys: "Shift+U",
    lacks: (c) => (c.doc.sheet.references.length > 0 ? null : "Add a reference"),
    run: hideReferences,
  },
});

const viewAct = (view: View): [string, Omit<Act, "id" | "where" | "lacks">] => [
  `view_${view.toLowerCase()}`,
  {
    label: `${view} view`,
    words: view === "Wireframe" ? "outline skeleton lines" : "mode preview",
    on: (c) => c.display.view === view,
    run: (c) => {
      c.display.view = view;
    },
  },
];
export const VIEWS_ACTS = acts("View", Object.fromEntries(VIEWS.map(viewAct)));

const WORDS: Record<Leaf, string> = {
  Layers: "stack order objects list",
  Colours: "swatches palette styles",
  Profile: "curvature graph trouble spots",
  Shelf: "library symbols assets trays presets",
  Measures: "variables parameters formulas named values sizes sets",
  History: "steps undo versions",
};
export const DOCK = acts(
  "Dock",
  Object.fromEntries(
    LEAVES.map((leaf) => [
      `dock_${leaf.toLowerCase()}`,
      {
        label: leaf,
        words: `panel open ${WORDS[leaf]}`,
        on: (c: ActContext) => c.display.leaf === leaf && !c.display.folded,
        run: (c: ActContext) => c.display.openLeaf(leaf),
      },
    ]),
  ),
);

const LEAF_KEYS = { Form: "7", Paint: "8", Arrange: "9" } as const;
const LEAF_WORDS = {
  Form: "position size angle dials corners text",
  Paint: "fill stroke colour style opacity effects",
  Arrange: "combine align distribute copies order",
} as const;
export const PROPERTIES = acts(
  "Properties",
  Object.fromEntries(
    PROPERTIES_LEAVES.map((leaf) => [
      `leaf_${leaf.toLowerCase()}`,
      {
        label: leaf,
        words: `panel ${LEAF_WORDS[leaf]}`,
        keys: LEAF_KEYS[leaf],
        lacks: anItem,
        on: (c: ActContext) => c.leaf.current === leaf,
        run: (c: ActContext) => {
          c.leaf.current = leaf;
        },
      },
    ]),
  ),
);
