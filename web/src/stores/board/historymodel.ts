// Undo and redo: what they would do to what is kept and to what is on its way; and the drawing as
// it was at a marked step, for a moment.
import { computed, shallowRef } from "vue";
import { ApiError, get } from "../../api/client";
import type { Repaint, StepName } from "../../api/types";
import type { NextStep } from "../../core/coreapi";
import type { Scene } from "./scene";

export interface NextSteps {
  undo: NextStep | null;
  redo: NextStep | null;
}

export class HistoryModel {
  readonly saved = shallowRef<NextSteps>({ undo: null, redo: null });
  readonly queued = shallowRef<NextSteps | null>(null);
  readonly undo = computed(() => (this.queued.value ?? this.saved.value).undo);
  readonly redo = computed(() => (this.queued.value ?? this.saved.value).redo);
  /** The step to compare with. */
  readonly marked = shallowRef<StepName | null>(null);
  /** Whether the drawing is shown as it was. */
  readonly before = computed(() => this.showing.before.tree.value !== null || this.looksBack.value);
  private readonly looksBack = shallowRef(false);
  private wanted = false;

  constructor(
    private readonly showing: Scene,
    private readonly tell: (sentence: string) => void,
  ) {}

  /** Show the drawing as it was at the marked step, or as it is. */
  async lookBack(drawing: number, on: boolean): Promise<void> {
    const step = this.marked.value;
    this.wanted = on && step !== null;
    if (!this.wanted || !step) {
      this.looksBack.value = false;
      this.showing.lookBack(null);
      return;
    }
    try {
      const repaint = await get<Repaint>(`/drawings/${drawing}/history/${step.number}`);
      if (!this.wanted) return;
      this.looksBack.value = true;
      this.showing.lookBack(repaint);
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      this.tell(problem.message);
    }
  }

  close(): void {
    this.marked.value = null;
    this.wanted = this.looksBack.value = false;
    this.showing.lookBack(null);
  }
}
