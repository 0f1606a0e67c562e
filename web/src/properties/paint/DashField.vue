<script setup lang="ts">
// Dashes and gaps as a row of lengths, in units or with arithmetic; the core reads each of them.
import InputText from "primevue/inputtext";
import { computed, inject, nextTick, ref } from "vue";
import { ApiError } from "../../api/client";
import type { Target, UnitFacts } from "../../api/types";
import { core } from "../../core";
import { FORMULAS, isFormula } from "../../fields/formulas";
import { shown } from "../../lib/numbers";
import { useNotices } from "../../session/notices";

const props = defineProps<{
  label: string;
  lengths: readonly number[];
  unit: UnitFacts;
  /** The number of the drawing that one of them is. */
  binds: (n: number) => Target[];
}>();
const emit = defineEmits<{ typed: [lengths: number[]] }>();
/** More than anybody types. */
const LONGEST = 200;

const notices = useNotices();
const formulas = inject(FORMULAS, null);
const draft = ref<string | null>(null);
const followed = computed(() =>
  props.lengths.map((_, n) => formulas?.bound(props.binds(n))?.formula ?? ""),
);
const follows = computed(() => followed.value.some((f) => f !== ""));
/** With the focus formulas stand in the place of what they come to. */
const typable = (): string =>
  props.lengths
    .map((d, n) => {
      const formula = followed.value[n];
      return formula
        ? `=${formula.replace(/^=/, "")}`
        : shown(d / props.unit.size, props.unit.decimals);
    })
    .join("; ");
const text = computed(
  () =>
    draft.value ??
    props.lengths.map((d) => shown(d / props.unit.size, props.unit.decimals)).join(" "),
);

const valueOf = (word: string): Promise<number> =>
  formulas && isFormula(word)
    ? formulas.value(word, props.unit.name, "length")
    : core.read(word, props.unit.name, null);

function focus(event: FocusEvent): void {
  if (follows.value) draft.value = typable();
  const input = event.target as HTMLInputElement;
  void nextTick(() => input.select());
}

async function keep(): Promise<void> {
  const typed = draft.value;
  draft.value = null;
  if (typed === null || (follows.value && typed === typable())) return;
  // a number, with its unit where it has one, ends where the next one begins; formulas at a ;
  const apart = isFormula(typed) ? /\s*;\s*/ : /\s*;\s*|\s+(?=[\d.(])/;
  const parts = typed.slice(0, LONGEST).split(apart);
  try {
    const words = parts.map((p) => p.trim()).filter((p) => p !== "");
    const lengths = await Promise.all(words.map(valueOf));
    // what is typed plainly is let go of first, so that it turns no measure
    const bound = followed.value.flatMap((formula, n) => (formula ? props.binds(n) : []));
    if (bound.length > 0) await formulas?.follow(bound, "", props.unit.name);
    emit("typed", lengths);
    for (const [n, word] of words.entries()) {
      if (isFormula(word)) await formulas?.follow(props.binds(n), word, props.unit.name);
    }
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
    notices.tell(problem.message);
  }
}
</script>

<template>
  <span class="dashes" :class="{ follows }">
    <InputText
      size="small"
      :model-value="text"
      :aria-label="label"
      placeholder="None"
      autocomplete="off"
      @focus="focus"
      @update:model-value="draft = $event ?? ''"
      @keydown.enter="($event.target as HTMLInputElement).blur()"
      @keydown.esc="draft = null"
      @blur="keep"
    />
    <span class="suffix">{{ unit.name }}</span>
  </span>
</template>

<style scoped>
.dashes {
  position: relative;
  grid-column: 2 / -1;
}
.dashes :deep(input) {
  width: 100%;
  padding-right: 26px;
}
.follows::after {
  position: absolute;
  right: 6px;
  bottom: 2px;
  left: 6px;
  height: 2px;
  background: var(--construction);
  content: "";
  pointer-events: none;
}
.suffix {
  position: absolute;
  top: 50%;
  right: 8px;
  transform: translateY(-50%);
  font-size: 11px;
  color: var(--quiet);
  pointer-events: none;
}
</style>
