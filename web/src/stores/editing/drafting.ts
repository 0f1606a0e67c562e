// What is drafted before anything is made of it: copies in a row, a ring or a grid, a mirror line.
// It is shown, dragged by pegs and typed.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref, shallowRef, watch } from "vue";
import type { Copying, CopyPeg, Draft, PegDrag, Point } from "../../api/types";
import { newId } from "../../api/ids";
import { useArranging } from "./arranging";
import { useDocument } from "../board/document";
import { useEdits } from "../board/edits";
import { usePreview } from "../board/preview";
import { useSelection } from "../board/selection";

/** Milliseconds that what is made waits for its last answer. */
const PATIENCE = 1000;

export type Form = Copying["kind"];
const COPYING = new Set<Draft["kind"]>(["row_of_copies", "ring_of_copies", "grid_of_copies"]);
const isCopying = (draft: Draft): draft is Copying => COPYING.has(draft.kind);

export const useDrafting = defineDrawingStore("drafting", () => {
  const doc = useDocument();
  const edits = useEdits();
  const preview = usePreview();
  const selection = useSelection();
  const arranging = useArranging();
  const draft = shallowRef<Draft | null>(null);
  /** The same where it is of copies. */
  const copies = computed(() => (draft.value && isCopying(draft.value) ? draft.value : null));
  const pegs = shallowRef<readonly CopyPeg[]>([]);
  /** Why nothing can be made of it as it is. */
  const trouble = ref("");
  const count = computed(() => {
    const it = copies.value;
    if (!it) return 0;
    return it.kind === "grid_of_copies" ? (it.columns ?? 1) * (it.rows ?? 1) : (it.count ?? 1);
  });

  /** Counts what was begun, typed and left: an answer to what was asked before that is too late. */
  let typed = 0;

  /** Counts questions; what is made waits for the answer to the last one. */
  let last = 0;
  let open = false;
  const waiting: (() => void)[] = [];

  function answered(): void {
    open = false;
    for (const done of waiting.splice(0)) done();
  }

  function show(next: Draft, drag: PegDrag | null = null): void {
    draft.value = next;
    const asked = typed;
    last += 1;
    const mine = last;
    open = true;
    preview.spread(next, {
      drag,
      done: (spread) => {
        if (asked === typed) {
          draft.value = spread.command;
          pegs.value = spread.pegs;
          trouble.value = "";
        }
        if (mine === last) answered();
      },
      refused: (sentence) => {
        trouble.value = sentence;
        if (mine === last) answered();
      },
    });
  }

  /** Begin with what is left open. */
  function start(next: Draft, drag: PegDrag | null = null): void {
    typed += 1;
    pegs.value = [];
    trouble.value = "";
    show(next, drag);
  }

  /** Begin with copies of what is selected; a ring lies about the pivot, where one was placed. */
  function begin(kind: Form): void {
    const next = { kind, items: selection.selected, copies: newId() } as Copying;
    const { pivot } = arranging;
    start(next, kind === "ring_of_copies" && pivot ? dragTo("centre", pivot, false) : null);
  }

  const dragTo = (peg: string, to: Point, held: boolean): PegDrag => ({ peg, to, held });

  function change(part: Partial<Draft>): void {
    if (!draft.value) return;
    typed += 1;
    show({ ...draft.value, ...part } as Draft);
  }

  function drag(peg: string, to: Point, held: boolean): void {
    if (draft.value) show(draft.value, dragTo(peg, to, held));
  }

  function forget(): void {
    typed += 1;
    draft.value = null;
    pegs.value = [];
    trouble.value = "";
    answered();
  }

  function cancel(): void {
    if (!draft.value) return;
    forget();
    preview.end();
  }

  /** Make what is drafted, as it is once all is answered; what was made, or null. */
  async function make(): Promise<Draft | null> {
    if (open) {
      await edits.expect(
        new Promise((done) => {
          waiting.push(done);
          window.setTimeout(done, PATIENCE); // the question may have been dropped
        }),
      );
    }
    const made = draft.value;
    if (!made || trouble.value) return null;
    forget();
    edits.commit(made);
    return made;
  }

  watch(() => selection.selected, cancel);
  watch(
    () => doc.version,
    () => draft.value && show(draft.value),
  );

  return { draft, copies, pegs, trouble, count, start, begin, change, drag, cancel, make };
});
