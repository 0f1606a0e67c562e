// Grips, the protractor and pegs act alike in every tool that shows them.
import type { useBoard } from "../stores/board";
import { Drag } from "./drag";
import { minus, type Bench, type Hint, type Hit, type Pointer } from "./tool";

type Board = ReturnType<typeof useBoard>;

/** The drag that a mark under the pointer starts, if there is one. */
export function dragOfMark(p: Pointer, board: Board, bench: Bench): Drag | null {
  const items = board.selected;
  const hit = p.hit;
  if (hit?.what === "grip") {
    const grip = hit.grip;
    return new Drag(
      bench,
      p,
      (to, held) => ({
        kind: "resize_items",
        items,
        grip,
        to,
        even: held.shift,
        centred: held.alt,
      }),
      { grabbed: hit.at, asks: (to) => ({ probes: [to], items }) },
    );
  }
  if (hit?.what === "turn") {
    return new Drag(bench, p, (to, held, start) => ({
      kind: "turn_items",
      items,
      start,
      to,
      stepped: held.shift,
    }));
  }
  if (hit?.what === "peg") {
    const { item, dial } = hit;
    return new Drag(
      bench,
      p,
      (to, held) => ({ kind: "drag_peg", item, dial, to, stepped: held.shift }),
      { grabbed: hit.at },
    );
  }
  return null;
}

/** The drag that moves the selected items; the box around them meets things. */
export function dragOfItems(p: Pointer, board: Board, bench: Bench): Drag {
  const items = board.selected;
  return new Drag(
    bench,
    p,
    (to, held, from) => ({
      kind: "move_items",
      items,
      by: minus(to, from),
      straight: held.shift,
    }),
    { asks: (to, from) => ({ probes: [], items, by: minus(to, from) }) },
  );
}

const GRIP_HINTS: Hint[] = [
  ["Shift", "keep proportions"],
  ["Alt", "from the middle"],
];

export function aboutMark(hit: Hit | null, board: Board): { text: string; hints: Hint[] } | null {
  if (hit?.what === "grip") {
    const corner = hit.grip.length === 2;
    return { text: corner ? "Corner: drag to resize" : "Side: drag to resize", hints: GRIP_HINTS };
  }
  if (hit?.what === "turn") return { text: "Drag to turn", hints: [["Shift", "15° steps"]] };
  if (hit?.what === "peg") {
    const peg = board.marks.pegs.find((g) => g.dial === hit.dial);
    const count = peg?.unit === "count";
    return {
      text: count
        ? `${peg.label}: drag it nearer for more`
        : `${peg?.label ?? "Dial"}: drag the peg`,
      hints: count ? [["+ −", "one more, one less"]] : [["Shift", "in steps"]],
    };
  }
  return null;
}
