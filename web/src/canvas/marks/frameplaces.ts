// Where the marks of a selection's frame stand on the screen. A small item is framed more widely, so that
// its corners and sides can be told apart and it keeps an area of its own.
import type { Frame, Grip, Point } from "../../api/types";
import { axesOf } from "../../core/spots";
import type { Lens } from "../pointer/lens";

/** Pixels from an item to its frame, and from its middle to a side of it at the least. */
const GAP = 7;
const LEAST_HALF = 26;
/** Pixels from the upper right bracket at which the pivot rests. */
const REST = 34;
/** Where the protractor can be taken: its two ends and its middle, from the upper right bracket. */
const PROTRACTOR: readonly Point[] = [
  [-10, -24],
  [19, -19],
  [24, 10],
];

export const SIDES: readonly (readonly [Grip, number, number])[] = [
  ["nw", -1, -1],
  ["n", 0, -1],
  ["ne", 1, -1],
  ["e", 1, 0],
  ["se", 1, 1],
  ["s", 0, 1],
  ["sw", -1, 1],
  ["w", -1, 0],
];

/** Half of the frame's width and height on the screen, pixels. */
export const halfOf = (frame: Frame, lens: Lens): Point => [
  Math.max((frame.width * lens.scale) / 2 + GAP, LEAST_HALF),
  Math.max((frame.height * lens.scale) / 2 + GAP, LEAST_HALF),
];

/** A place given by pixels along the frame's own axes from its middle, on the screen. */
function placeOf(frame: Frame, lens: Lens, [right, down]: Point): Point {
  const [across, upright] = axesOf(frame);
  const [x, y] = lens.toScreen(frame.centre);
  return [x + across[0] * right + upright[0] * down, y + across[1] * right + upright[1] * down];
}

/** Where the pivot rests: outside the protractor. */
export function restOf(frame: Frame, lens: Lens): Point {
  const [right, down] = halfOf(frame, lens);
  return placeOf(frame, lens, [right + REST, -down - REST]);
}

/** Every place at which a mark of the frame is taken hold of. */
export function framePlaces(frame: Frame, lens: Lens): Point[] {
  const [right, down] = halfOf(frame, lens);
  return [
    ...SIDES.map(([, x, y]) => placeOf(frame, lens, [x * right, y * down])),
    ...PROTRACTOR.map(([x, y]) => placeOf(frame, lens, [right + x, y - down])),
    restOf(frame, lens),
  ];
}
