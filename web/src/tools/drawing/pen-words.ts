// What the status bar says while the pen is in the hand.
import type { Target } from "./pen-target";
import type { Hint } from "../tool";

interface About {
  text: string;
  hints: Hint[];
}

const TEXTS: Record<Target["what"], string> = {
  new: "Next anchor",
  closes: "Closes the outline: click, or drag to shape the closing curve",
  last: "Last anchor: click to leave it straight, drag to pull a new handle",
  joins: "Joins this end: click, or drag to shape the curve",
  removes: "Click to delete this anchor",
  rests: "Closed. Move away first; then a click deletes an anchor",
  changes: "Click to change the kind of this anchor",
  continues: "Continues from this end: click, or drag a handle",
  adds: "Click to add an anchor; the shape stays the same",
};

const ANCHOR_KEYS: Hint[] = [["Ctrl", "edit anchors"]];

export function aboutPen(
  pressed: Target | null,
  target: Target,
  flowing: boolean,
  drawing: boolean,
): About {
  if (pressed) return aboutPress(pressed, flowing);
  if (target.what === "removes") {
    return { text: TEXTS.removes, hints: [["Alt", "corner ↔ smooth"]] };
  }
  if (target.what !== "new") return { text: TEXTS[target.what], hints: [] };
  const corner: Hint[] = flowing ? [["Alt", "a corner"]] : [];
  if (!drawing) {
    const text = flowing
      ? "Click points: a smooth curve flows through them"
      : "Click for a corner, drag for an anchor with handles";
    return { text, hints: [...corner, ...ANCHOR_KEYS] };
  }
  return {
    text: TEXTS.new,
    hints: [
      ["Shift", "45° steps"],
      ...corner,
      ["Enter", "finish open"],
      ["⌫", "undo the last anchor"],
      ...ANCHOR_KEYS,
    ],
  };
}

function aboutPress(on: Target, flowing: boolean): About {
  if (on.what === "adds" || on.what === "removes" || on.what === "changes") {
    return { text: TEXTS[on.what], hints: [] };
  }
  if (flowing) return { text: "This anchor", hints: [["Space", "move it"]] };
  const own: Hint[] =
    on.what === "new"
      ? [
          ["Alt", "only the outgoing handle"],
          ["Space", "move the anchor"],
        ]
      : [];
  return {
    text: on.what === "closes" ? "Shaping the closing curve" : "Pulling the handles",
    hints: [["Shift", "15° steps"], ...own],
  };
}
