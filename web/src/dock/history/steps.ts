// The history as it is listed: steps that drew one outline, anchor by anchor, are one row.
import type { ListedStep } from "../../api/types";

export interface StepRow {
  /** Where a click leads: the step, or the last one of a run. */
  step: ListedStep;
  name: string;
  /** The steps of a run that this row stands for, or that follow it where it is open. */
  run: readonly ListedStep[];
  open: boolean;
  /** It stays open, as the drawing stands within it. */
  held: boolean;
  /** It is one of an open run. */
  inside: boolean;
}

/** Fewer steps than these are not worth a row of their own. */
const FEWEST = 3;

/** Steps beside each other that drew on at the same outline. */
function runs(steps: readonly ListedStep[]): ListedStep[][] {
  const found: ListedStep[][] = [];
  for (const step of steps) {
    const last = found.at(-1);
    if (last && step.drew !== null && last[0]?.drew === step.drew) last.push(step);
    else found.push([step]);
  }
  return found;
}

const plain = (step: ListedStep, inside: boolean): StepRow => ({
  step,
  name: step.name,
  run: [],
  open: false,
  held: false,
  inside,
});

/**
 * `at` is where the drawing stands: a run that it stands within is open. `open` names the outlines
 * whose runs are open, which stay so while a run grows or more of it is read.
 */
export function rowsOf(
  steps: readonly ListedStep[],
  at: number,
  open: ReadonlySet<string>,
): StepRow[] {
  return runs(steps).flatMap((run) => {
    const [first, last] = [run[0], run.at(-1)];
    if (!first || !last || run.length < FEWEST) return run.map((s) => plain(s, false));
    const within = run.slice(0, -1).some((s) => s.number === at);
    const shown = within || (first.drew !== null && open.has(first.drew));
    const head = {
      step: last,
      name: `Draw outline · ${run.length}`,
      run,
      open: shown,
      held: within,
    };
    return [{ ...head, inside: false }, ...(shown ? run.map((s) => plain(s, true)) : [])];
  });
}
