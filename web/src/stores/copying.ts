// Copies in a row, a ring or a grid before they are made: shown, dragged by pegs and typed.
import { defineStore } from "pinia";
import { computed, ref, shallowRef, watch } from "vue";
import type { Copying, CopyPeg, PegDrag, Point } from "../api/types";
import { newId } from "../core/ids";
import { useArranging } from "./arranging";
import { useBoard } from "./board";

export type Form = Copying["kind"];

export const useCopying = defineStore("copying", () => {
  const board = useBoard();
  const arranging = useArranging();
  const draft = shallowRef<Copying | null>(null);
  const pegs = shallowRef<readonly CopyPeg[]>([]);
  /** Why they cannot be made as they are. */
  const trouble = ref("");
  const count = computed(() => {
    const it = draft.value;
    if (!it) return 0;
    return it.kind === "grid_of_copies" ? (it.columns ?? 1) * (it.rows ?? 1) : (it.count ?? 1);
  });

  /** Counts what was begun, typed and left: an answer to what was asked before that is too late. */
  let typed = 0;

  function show(next: Copying, drag: PegDrag | null = null): void {
    draft.value = next;
    const asked = typed;
    board.spread(next, {
      drag,
      told: (spread) => {
        if (asked !== typed) return;
        draft.value = spread.command;
        pegs.value = spread.pegs;
        trouble.value = "";
      },
      refused: (sentence) => {
        trouble.value = sentence;
      },
    });
  }

  /** Begin with copies of what is selected; a ring lies about the pivot, where one was placed. */
  function begin(kind: Form): void {
    const next = { kind, items: board.selected, copies: newId() } as Copying;
    const { pivot } = arranging;
    typed += 1;
    show(next, kind === "ring_of_copies" && pivot ? dragTo("centre", pivot, false) : null);
  }

  const dragTo = (peg: string, to: Point, held: boolean): PegDrag => ({ peg, to, held });

  function change(part: Partial<Copying>): void {
    if (!draft.value) return;
    typed += 1;
    show({ ...draft.value, ...part } as Copying);
  }

  function drag(peg: string, to: Point, held: boolean): void {
    if (draft.value) show(draft.value, dragTo(peg, to, held));
  }

  function forget(): void {
    typed += 1;
    draft.value = null;
    pegs.value = [];
    trouble.value = "";
  }

  function cancel(): void {
    if (!draft.value) return;
    forget();
    board.endPreview();
  }

  function make(): void {
    const made = draft.value;
    if (!made || trouble.value) return;
    forget();
    board.commit(made);
  }

  watch(() => board.selected, cancel);
  watch(
    () => board.version,
    () => draft.value && show(draft.value),
  );

  return { draft, pegs, trouble, count, begin, change, drag, cancel, make };
});
