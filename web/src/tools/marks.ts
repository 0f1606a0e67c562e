// Grips, the protractor and pegs act alike in every tool that shows them.
import type { Point } from "../api/types";
import type { useBoard } from "../stores/board";
import { Drag } from "./drag";
import { minus, plus, type Bench, type Hint, type Hit, type Pointer } from "./tool";

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

/** The drag that moves the selected items; the corners and the middle of their frame meet things. */
export function dragOfItems(p: Pointer, board: Board, bench: Bench): Drag {
  const places = placesOf(board);
  return new Drag(
    bench,
    p,
    (to, held, from) => ({
      kind: "move_items",
      items: board.selected,
      by: minus(to, from),
      straight: held.shift,
    }),
    {
      asks: (to, from) => {
        const by = minus(to, from);
        const probes = places.map((place) => plus(place, by));
        const [low, , high] = probes;
        const box =
          low && high ? { box: [...low, ...high] as [number, number, number, number] } : {};
        return { probes, items: board.selected, ...box };
      },
    },
  );
}

/** The corners of the box around the selected items, clockwise from the upper left, its middle. */
function placesOf(board: Board): Point[] {
  const boxes = board.selected.flatMap((i) => board.drawable(i)?.box ?? []);
  if (boxes.length === 0) return [];
  const [xs, ys] = [0, 1].map((axis) => boxes.filter((_, n) => n % 2 === axis)) as [
    number[],
    number[],
  ];
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)];
  return [
    [left, top],
    [right, top],
    [right, bottom],
    [left, bottom],
    [(left + right) / 2, (top + bottom) / 2],
  ];
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
