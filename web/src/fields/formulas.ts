// Formulas in typed fields: what a board knows of them, and how what is typed is told apart.
import type { InjectionKey } from "vue";
import type { FieldKind, FormulaWord, Target } from "../api/types";

/** What a number follows; mixed: several of them do not follow the same. */
export interface Bound {
  formula: string;
  problem: string;
  mixed: boolean;
}

/** What fields ask of the drawing that is open. */
export interface Formulas {
  /** In which lengths without a unit are typed where a field has none. */
  readonly unit: string;
  bound(targets: readonly Target[]): Bound | null;
  /** Let numbers follow a formula; a plain value sets them, nothing lets them go. */
  follow(targets: readonly Target[], formula: string, unit: string): Promise<void>;
  /** Add a measure that numbers follow. */
  define(targets: readonly Target[], name: string, formula: string, unit: string): Promise<void>;
  /** What a formula comes to where nothing stays bound. */
  value(formula: string, unit: string, field: FieldKind): Promise<number>;
  words(): Promise<readonly FormulaWord[]>;
}

/** Given by the board; elsewhere fields take plain values only. */
export const FORMULAS: InjectionKey<Formulas> = Symbol("formulas");

const UNITS = new Set(["mm", "cm", "in", "pt", "pc", "px", "deg", "inch", "inches"]);
const WORD = /[\p{L}_][\p{L}\p{N}_]*/gu;

/** Whether what is typed names anything, or says that it is a formula. */
export function isFormula(text: string): boolean {
  if (text.trimStart().startsWith("=")) return true;
  return (text.match(WORD) ?? []).some((word) => !UNITS.has(word.toLowerCase()));
}

/** A new measure, as it is typed: `r = 6 mm`. */
export function definition(text: string): { name: string; formula: string } | null {
  const found = /^\s*([\p{L}_][\p{L}\p{N}_]*)\s*=\s*(\S.*)$/u.exec(text);
  return found?.[1] && found[2] ? { name: found[1], formula: found[2] } : null;
}

/** The word that is being typed in front of the caret, and where it begins. */
export function wordAt(text: string, caret: number): { word: string; start: number } {
  const word = /[\p{L}_][\p{L}\p{N}_.]*$/u.exec(text.slice(0, caret))?.[0] ?? "";
  return { word, start: caret - word.length };
}

/** Words that go on from what is typed, the shortest first; without any, those of measures. */
export function completions(
  words: readonly FormulaWord[],
  typed: string,
  most = 6,
): readonly FormulaWord[] {
  const start = typed.toLowerCase();
  const found = words.filter((w) => w.word.toLowerCase().startsWith(start) && w.word !== typed);
  if (start === "") return found.slice(0, most);
  return [...found].sort((a, b) => a.word.length - b.word.length).slice(0, most);
}
