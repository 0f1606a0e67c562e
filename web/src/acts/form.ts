// What items become, and how one goes on with them: outlines, symmetries, their anchors, their text.
import { acts } from "./act";
import type { ActContext } from "./context";
import { all, anItem, type Need } from "./needs";

const isShape = (c: ActContext, type = ""): boolean => c.catalogue.shape(type) !== undefined;
/** Shapes, text and what is live: they can become outlines. */
const convertible: Need = (c) =>
  c.selection.selectedItems.some(
    (i) =>
      i.words ??
      i.symmetry ??
      i.assembly ??
      c.doc.tree.drawnIn(i.id).some((d) => isShape(c, c.doc.drawable(d)?.type)),
  )
    ? null
    : "Select a shape, a text, an assembly or a symmetry";
const mirror = (c: ActContext, makes: "live" | "copy" | "flip"): void => {
  c.tools.use("symmetry");
  c.mirroring.choose({ makes });
};

/** What the selected shapes count: sides, points, teeth. */
function countDial(c: ActContext) {
  const reading = c.selection.marks.dials.find(
    (d) => d.dial !== "seed" && c.catalogue.dial(d.shape, d.dial)?.unit === "count",
  );
  const facts = reading && c.catalogue.dial(reading.shape, reading.dial);
  return reading?.value != null && facts ? { value: reading.value, facts } : null;
}
const counts: Need = (c) => (countDial(c) ? null : "Select a shape that counts sides or points");
function countBy(c: ActContext, by: number): void {
  const dial = countDial(c);
  if (!dial) return;
  const { least, most, name } = dial.facts;
  const value = Math.min(Math.max(dial.value + by, least), most);
  c.edits.commit({ kind: "set_dial", items: c.selection.selected, dial: name, value }, true);
}

export const FORM = acts("Form", {
  one_more: {
    label: "One more",
    words: "sides points teeth petals count add",
    keys: "+",
    lacks: counts,
    run: (c) => countBy(c, 1),
  },
  one_fewer: {
    label: "One fewer",
    words: "sides points teeth petals count remove less",
    keys: "-",
    lacks: counts,
    run: (c) => countBy(c, -1),
  },
  convert_to_outlines: {
    label: "Convert to outlines",
    words: "expand shape curves paths flatten text to path bake",
    keys: "Shift+W",
    icon: "M2 12L5 4.5H11L14 12ZM1 12H3M13 12H15M4 4.5H6M10 4.5H12",
    lacks: all(anItem, convertible),
    command: (c) => ({ kind: "convert_to_outlines", items: c.selection.selected }),
  },
  mirror: {
    label: "Mirror",
    words: "symmetry reflect live half axis",
    keys: "Shift+Y",
    icon: "M8 1.5V4M8 6.5V9.5M8 12V14.5M5.5 4.5C2.5 5 1.5 9 3 12L5.5 10.5M10.5 4.5C13.5 5 14.5 9 13 12L10.5 10.5",
    hint: "A live symmetry: place its axis, then Enter",
    run: (c) => mirror(c, "live"),
  },
  mirrored_copy: {
    label: "Mirrored copy",
    words: "reflect duplicate flip other half",
    hint: "Place the axis, then Enter",
    lacks: anItem,
    run: (c) => mirror(c, "copy"),
  },
  edit_anchors: {
    label: "Edit anchors",
    words: "nodes points edit path bezier handles",
    icon: "M2 13C4 8 5 7 8 8S12 8 14 3M5.4 9.6L10.6 6.4",
    lacks: anItem,
    run: (c) => c.tools.use("anchors"),
  },
  edit_text: {
    label: "Edit text",
    words: "type words letters wording",
    icon: "M3 4V2.5H13V4M8 2.5V13.5M6 13.5H10",
    lacks: (c) => (c.text.words.length > 0 ? null : "Select a text"),
    run: (c) => c.text.askForFocus(),
  },
});
