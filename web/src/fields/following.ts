// A typed field that may follow a formula: what it follows, and what is made of what is typed.
import { computed, inject, nextTick, ref, type Ref } from "vue";
import type { FieldKind, Target, UnitFacts } from "../api/types";
import { useCompletion } from "./completion";
import { definition, FORMULAS, isFormula } from "./formulas";

interface Field {
  unit?: UnitFacts | undefined;
  binds?: readonly Target[] | undefined;
}

/** What stands in the place of the name until that is typed. */
const NAME = "name";

export function useFollowing(
  props: Readonly<Field>,
  typed: {
    draft: Ref<string | null>;
    input: () => HTMLInputElement | null;
    /** The number as it is shown, and the sign behind it. */
    number: () => string;
    behind: () => string;
  },
) {
  const { draft, input, number, behind } = typed;
  const formulas = inject(FORMULAS, null);
  const completion = useCompletion(input, draft, () => formulas?.words() ?? Promise.resolve([]));
  /** What the last formula was refused for. */
  const problem = ref("");
  const targets = computed(() => (formulas ? (props.binds ?? []) : []));
  const bound = computed(() =>
    targets.value.length > 0 ? (formulas?.bound(targets.value) ?? null) : null,
  );
  const formula = computed(() =>
    bound.value && !bound.value.mixed ? `=${bound.value.formula.replace(/^\s*=\s*/, "")}` : "",
  );
  const hint = computed(() => {
    if (!bound.value) return undefined;
    if (bound.value.problem) return bound.value.problem;
    return bound.value.mixed ? "Follows several formulas" : `Follows ${formula.value.slice(1)}`;
  });
  const unit = computed(() => props.unit?.name ?? formulas?.unit ?? "mm");
  const kind = computed<FieldKind>(() => {
    if (props.unit) return "length";
    return behind() === "%" ? "percentage" : behind() === "°" ? "angle" : "number";
  });
  /** Only the sign of a formula is typed: the present value can be named. */
  const names = computed(() => draft.value?.trim() === "=" && targets.value.length > 0);

  /** Whether what is typed says what the field follows from now on, or that it no longer does. */
  const binds = (text: string): boolean =>
    targets.value.length > 0 && (bound.value !== null || isFormula(text));

  async function bind(text: string): Promise<void> {
    const made = definition(text);
    if (made) await formulas?.define(targets.value, made.name, made.formula, unit.value);
    else await formulas?.follow(targets.value, text.trim() === "=" ? "" : text, unit.value);
  }

  /** What a formula comes to where nothing stays bound; null: it is none. */
  const value = (text: string): Promise<number> | null =>
    formulas && isFormula(text) ? formulas.value(text, unit.value, kind.value) : null;

  /** A name in front of the present value: typed over, it makes a measure of it. */
  function name(): void {
    const sign = { angle: "°", percentage: "%", length: "", number: "" }[kind.value];
    draft.value = `${NAME} = ${number()}${props.unit ? ` ${props.unit.name}` : sign}`;
    completion.close();
    void nextTick(() => input()?.setSelectionRange(0, NAME.length));
  }

  /** Names complete as what is typed changes. */
  function changed(): void {
    problem.value = "";
    if (formulas) void nextTick(() => completion.look());
  }

  return { bound, formula, hint, names, problem, completion, binds, bind, value, name, changed };
}
