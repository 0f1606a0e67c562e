// How far the pegs of a selected shape step off the marks of its frame and each other. While something is
// dragged they stay as they are.
import { computed, shallowRef, watch, type ComputedRef } from "vue";
import type { Frame, Point } from "../../api/types";
import { plus } from "../../tools/tool";
import { useTools } from "../../tools/tools";
import { stepsApart, type Standing } from "../marks/apart";
import { framePlaces } from "../marks/frameplaces";
import type { Lens } from "../pointer/lens";
import { PEG_OFF } from "./pegoff";

/** What a peg says of where it stands, on the sheet. */
interface Peg {
  readonly dial: string;
  readonly at: Point;
  readonly along: Point;
}

/** Of more than these none steps off: so many are told apart by zooming in. */
const MOST = 300;
const NONE: ReadonlyMap<string, Point> = new Map();

/** Where a peg stands on the screen, by itself. */
function standOf({ at, along }: Peg, lens: Lens): Point {
  return plus(lens.toScreen(at), [along[0] * PEG_OFF, along[1] * PEG_OFF]);
}

/** Where the pegs stand on the screen after they have stepped off. */
export const pegPlaces = (
  pegs: readonly Peg[],
  shifts: ReadonlyMap<string, Point>,
  lens: Lens,
): Point[] => pegs.map((peg) => plus(standOf(peg, lens), shifts.get(peg.dial) ?? [0, 0]));

/** By the peg's dial, in pixels. */
export function pegShifts(
  pegs: readonly Peg[],
  frame: Frame | null,
  lens: Lens,
  stays: readonly Point[] = [],
): ReadonlyMap<string, Point> {
  if (pegs.length === 0 || pegs.length > MOST) return NONE;
  const middle = frame ? lens.toScreen(frame.centre) : null;
  const marks = pegs.map((peg): Standing => {
    const at = standOf(peg, lens);
    const outward: Point = middle ? [at[0] - middle[0], at[1] - middle[1]] : peg.along;
    return { id: peg.dial, at, outward };
  });
  const framed = frame ? framePlaces(frame, lens) : [];
  return stepsApart(marks, [...framed, ...stays.map((at) => lens.toScreen(at))]);
}

export function usePegShifts(
  pegs: () => readonly Peg[],
  frame: () => Frame | null,
  lens: Lens,
  /** What else is there and keeps its place, on the sheet. */
  stays: () => readonly Point[] = () => [],
): ComputedRef<ReadonlyMap<string, Point>> {
  const tools = useTools();
  const last = shallowRef<ReadonlyMap<string, Point>>(NONE);
  watch(
    () => [pegs(), frame(), lens.transform, tools.dragged] as const,
    () => {
      if (!tools.dragged) last.value = pegShifts(pegs(), frame(), lens, stays());
    },
    { immediate: true },
  );
  return computed(() => last.value);
}
