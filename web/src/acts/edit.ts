// The clipboard, undo, files; and selecting more.
import { duplicate, groupsOf, remove } from "../tools/itemcommands";
import { acts } from "./act";
import type { ActContext } from "./context";
import { all, anItem, oneItem, type Need } from "./needs";

/** Tools with which something else is meant by Delete than the items that are selected. */
const OF_PARTS = new Set([
  "anchors",
  "corners",
  "pen",
  "flow",
  "freehand",
  "brush",
  "guide",
  "reference",
]);
const itemsMeant: Need = (c) => (OF_PARTS.has(c.tools.active) ? "Take up the Select tool" : null);
const notDrawing: Need = (c) => (c.tools.drawing ? "Take up the Select tool" : null);

export const EDIT = acts("Edit", {
  undo: {
    label: "Undo",
    words: "back revert mistake",
    keys: "Ctrl+Z",
    lacks: (c) => (c.history.undo ? null : "Make an edit"),
    run: (c) => c.history.go("undo"),
  },
  redo: {
    label: "Redo",
    words: "forward again",
    keys: "Ctrl+Shift+Z",
    otherKeys: "Ctrl+Y",
    lacks: (c) => (c.history.redo ? null : "Undo an edit"),
    run: (c) => c.history.go("redo"),
  },
  cut_items: {
    label: "Cut",
    words: "clipboard move",
    keys: "Ctrl+X",
    lacks: anItem,
    run: (c) => void c.clipboard.cut(),
  },
  copy: {
    label: "Copy",
    words: "clipboard svg",
    keys: "Ctrl+C",
    lacks: anItem,
    run: (c) => void c.clipboard.copy(),
  },
  copy_css: {
    label: "Copy as CSS",
    words: "clip path mask gradient style sheet web",
    lacks: anItem,
    run: (c) => void c.clipboard.copyCss(),
  },
  paste: {
    label: "Paste here",
    words: "paste clipboard insert",
    keys: "Ctrl+V",
    icon: "M5 3H3.5V13.5H12.5V3H11M5.5 2H10.5V4.5H5.5ZM6 8H10M6 10.5H10",
    run: (c) => void c.clipboard.pasteAsked(false),
  },
  paste_in_place: {
    label: "Paste in place",
    words: "clipboard same position",
    keys: "Ctrl+Shift+V",
    run: (c) => void c.clipboard.pasteAsked(true),
  },
  duplicate: {
    label: "Duplicate",
    words: "copy clone twice",
    keys: "Ctrl+D",
    icon: "M2.5 2.5H10V10H2.5ZM6 12.5V13.5H13.5V6H12.5",
    lacks: anItem,
    run: (c) => duplicate(c, c.edits.commit),
  },
  repeat: {
    label: "Repeat transform",
    words: "again same move rotate scale",
    keys: "J",
    lacks: anItem,
    run: (c) => c.edits.repeat(),
  },
  delete: {
    label: "Delete",
    words: "remove erase clear",
    keys: "Delete",
    icon: "M3 4.5H13M6 4.5V2.5H10V4.5M4.5 4.5L5 13.5H11L11.5 4.5",
    lacks: all(anItem, itemsMeant),
    run: (c) => remove(c, c.edits.commit),
  },
  import: {
    label: "Import…",
    words: "open place file svg pdf dxf picture image font",
    icon: "M8 2V9.5M5 7L8 10L11 7M2.5 11V13.5H13.5V11",
    run: (c) => c.importing.ask(),
  },
  place_picture: {
    label: "Place picture…",
    words: "import photo image png jpeg bitmap embed",
    hint: "A picture as an item; its form crops it",
    run: (c) => c.importing.place(),
  },
  import_report: {
    label: "Import report",
    words: "changed left out not imported warnings",
    lacks: (c) => (c.importReport.report ? null : "Import a file of which something was changed"),
    run: (c) => c.importReport.again(),
  },
  export: {
    label: "Export…",
    words: "save as download svg pdf png dxf cutter plotter print",
    run: (c) => void c.exporting.begin(),
  },
  export_again: {
    label: "Export again",
    words: "save download last settings",
    keys: "Ctrl+S",
    run: (c) => void c.exporting.again(),
  },
});

/** With the Anchors or Corners tool and anchors in sight one goes from anchor to anchor. */
const anchorsMeant = (c: ActContext): boolean =>
  ["anchors", "corners"].includes(c.tools.active) && c.selection.allAnchors().length > 0;
const byTurns =
  (label: string) =>
  (c: ActContext): string =>
    `${label} ${anchorsMeant(c) ? "anchor" : "item"}`;

function step(c: ActContext, by: 1 | -1): void {
  if (anchorsMeant(c)) {
    const all = c.selection.allAnchors();
    const last = c.selection.anchors.at(-1)?.join();
    const next = nextOf(
      all,
      all.findIndex((a) => a.join() === last),
      by,
    );
    c.selection.anchors = next ? [next] : [];
    return;
  }
  const items = c.container.pickable();
  const next = nextOf(items, items.indexOf(c.selection.selected.at(-1) ?? ""), by);
  if (next) c.selection.select([next]);
}

/** The next one of a row, or the one before; from none the first or the last one. */
function nextOf<T>(row: readonly T[], from: number, by: 1 | -1): T | undefined {
  return row[from < 0 && by < 0 ? row.length - 1 : (from + by + row.length) % row.length];
}

const pickable: Need = (c) => (c.container.anyPickable() ? null : "Draw an item");
const marked: Need = (c) => (c.crosshair.anyMark() ? null : "Select an item with marks");

export const SELECT = acts("Arrange › Select more", {
  next_item: {
    label: byTurns("Select next"),
    words: "tab cycle forward through",
    keys: "]",
    lacks: pickable,
    run: (c) => step(c, 1),
  },
  previous_item: {
    label: byTurns("Select previous"),
    words: "tab cycle back through",
    keys: "[",
    lacks: pickable,
    run: (c) => step(c, -1),
  },
  next_mark: {
    label: "Go to next mark",
    words: "peg handle guide stop grip focus keyboard",
    keys: "}",
    lacks: marked,
    run: (c) => c.crosshair.stepMark(1),
  },
  previous_mark: {
    label: "Go to previous mark",
    words: "peg handle guide stop grip focus keyboard",
    keys: "{",
    lacks: marked,
    run: (c) => c.crosshair.stepMark(-1),
  },
  type_position: {
    label: "Type a position",
    words: "coordinates exact x y crosshair place keyboard",
    keys: "=",
    run: (c) => c.crosshair.ask(),
  },
  select_all: {
    label: "Select all",
    words: "everything",
    keys: "Ctrl+A",
    lacks: notDrawing,
    run: (c) => c.selection.select(c.container.pickable()),
  },
  select_none: {
    label: "Deselect all",
    words: "nothing none clear selection",
    lacks: anItem,
    run: (c) => c.selection.select([]),
  },
  invert_selection: {
    label: "Invert selection",
    words: "others inverse opposite rest",
    keys: "Ctrl+I",
    lacks: notDrawing,
    run: (c) => c.selecting.invert(),
  },
  select_contents: {
    label: "Select contents",
    words: "group inside children",
    icon: "M2 4.5V2H4.5M11.5 2H14V4.5M14 11.5V14H11.5M4.5 14H2V11.5M5 5H8.5V8.5H5ZM9 9.5H11.5V11.5H9Z",
    lacks: all(oneItem, (c) => (groupsOf(c).length > 0 ? null : "Select a group")),
    run: (c) => c.selecting.allIn(groupsOf(c)[0] ?? ""),
  },
  same_fill: {
    label: "Select same fill",
    words: "similar colour like",
    lacks: anItem,
    run: (c) => void c.selecting.same("fill"),
  },
  same_stroke: {
    label: "Select same stroke",
    words: "similar colour line like",
    lacks: anItem,
    run: (c) => void c.selecting.same("stroke"),
  },
  same_width: {
    label: "Select same stroke width",
    words: "similar weight like",
    lacks: anItem,
    run: (c) => void c.selecting.same("width"),
  },
  same_type: {
    label: "Select same type",
    words: "similar kind shape like",
    lacks: anItem,
    run: (c) => void c.selecting.same("kind"),
  },
  same_layer: {
    label: "Select same layer",
    words: "all in layer",
    lacks: anItem,
    run: (c) => void c.selecting.same("layer"),
  },
});
