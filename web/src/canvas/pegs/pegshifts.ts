// How far the pegs of a selected shape step off the marks of its frame and each other. While something is
// dragged they stay as they are.
import { computed, shallowRef, watch, type ComputedRef } from "vue";
import type { Frame, Point } from "../../api/types";
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

const NONE: ReadonlyMap<string, Point> = new Map();

/** By the peg's dial, in pixels. */
export function pegShifts(
  pegs: readonly Peg[],
  frame: Frame | null,
  lens: Lens,
): ReadonlyMap<string, Point> {
  if (pegs.length === 0) return NONE;
  const middle = frame ? lens.toScreen(frame.centre) : null;
  const marks = pegs.map((peg): Standing => {
    const [x, y] = lens.toScreen(peg.at);
    const at: Point = [x + peg.along[0] * PEG_OFF, y + peg.along[1] * PEG_OFF];
    const outward: Point = middle ? [at[0] - middle[0], at[1] - middle[1]] : peg.along;
    return { id: peg.dial, at, outward };
  });
  return stepsApart(marks, frame ? framePlaces(frame, lens) : []);
}

export function usePegShifts(
  pegs: () => readonly Peg[],
  frame: () => Frame | null,
  lens: Lens,
): ComputedRef<ReadonlyMap<string, Point>> {
  const tools = useTools();
  const last = shallowRef<ReadonlyMap<string, Point>>(NONE);
  watch(
    () => [pegs(), frame(), lens.transform, tools.dragged] as const,
    () => {
      if (!tools.dragged) last.value = pegShifts(pegs(), frame(), lens);
    },
    { immediate: true },
  );
  return computed(() => last.value);
}
