// Names that complete while a formula is typed: arrows go through them, Enter takes the one that
// they are at, Tab the first one, too.
import { computed, nextTick, ref, shallowRef, type Ref } from "vue";
import type { FormulaWord } from "../api/types";
import { fault } from "../lib/faults";
import { completions, isFormula, wordAt } from "./formulas";

export function useCompletion(
  input: () => HTMLInputElement | null,
  draft: Ref<string | null>,
  known: () => Promise<readonly FormulaWord[]>,
) {
  const words = shallowRef<readonly FormulaWord[]>([]);
  const at = ref(-1);
  const open = ref(false);
  /** Asked once each time the field has the focus. */
  let asked: Promise<readonly FormulaWord[]> | null = null;

  function close(): void {
    open.value = false;
    words.value = [];
    at.value = -1;
    asked = null;
  }

  /** Show what goes on from the word at the caret; always: all that is typed is a formula. */
  function look(always = false): void {
    const typed = draft.value;
    if (typed === null || !(always || isFormula(typed))) {
      open.value = false;
      words.value = [];
      return;
    }
    asked ??= known();
    void asked.then((all) => {
      if (draft.value !== typed) return;
      const caret = input()?.selectionStart ?? typed.length;
      const { word } = wordAt(typed, caret);
      const empty = typed.trim() === "=";
      words.value = word === "" && !empty ? [] : completions(all, word);
      at.value = -1;
      open.value = words.value.length > 0;
    }, fault);
  }

  function take(chosen: FormulaWord): void {
    const typed = draft.value ?? "";
    const caret = input()?.selectionStart ?? typed.length;
    const { start } = wordAt(typed, caret);
    draft.value = typed.slice(0, start) + chosen.word + typed.slice(caret);
    open.value = false;
    words.value = [];
    const end = start + chosen.word.length;
    void nextTick(() => input()?.setSelectionRange(end, end));
  }

  /** Whether a key was for the list. */
  function key(event: KeyboardEvent): boolean {
    if (!open.value || event.ctrlKey || event.metaKey || event.altKey) return false;
    const { length } = words.value;
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step) {
      at.value = (at.value + step + length + (at.value < 0 && step < 0 ? 1 : 0)) % length;
      return true;
    }
    const chosen = words.value[event.key === "Tab" ? Math.max(at.value, 0) : at.value];
    if (chosen && (event.key === "Tab" || event.key === "Enter") && !event.shiftKey) {
      take(chosen);
      return true;
    }
    if (event.key !== "Escape") return false;
    open.value = false;
    event.stopPropagation();
    return true;
  }

  /** The id of the word that arrows have come to. */
  const active = computed(() => (at.value >= 0 ? `formula-word-${at.value}` : undefined));

  return { words, at, open, active, look, take, key, close };
}
