<script setup lang="ts">
// A cell that is typed in place: Enter or leaving it keeps it; what is refused stays as it was typed.
import InputText from "primevue/inputtext";
import { computed, nextTick, ref } from "vue";
import { core } from "../core";
import FormulaHelp from "./FormulaHelp.vue";
import { useCompletion } from "./completion";
import { fault } from "../lib/faults";

const props = defineProps<{
  label: string;
  value: string;
  /** It is not said here, but comes from elsewhere. */
  quiet?: boolean;
  broken?: boolean;
  /** It stands by itself, with an edge like any field. */
  framed?: boolean;
  /** Names complete while it is typed. */
  formula?: boolean;
  change: (typed: string) => Promise<boolean>;
}>();
const draft = ref<string | null>(null);
const field = ref<{ $el: HTMLInputElement } | null>(null);
const input = (): HTMLInputElement | null => field.value?.$el ?? null;
const completion = useCompletion(input, draft, () => core.formulaWords());
const text = computed(() => draft.value ?? props.value);

async function keep(): Promise<void> {
  completion.close();
  const typed = draft.value;
  if (typed === null || typed === props.value) draft.value = null;
  else if (await props.change(typed)) draft.value = null;
}
function type(typed: string): void {
  draft.value = typed;
  if (props.formula) void nextTick(() => completion.look(true));
}
function key(event: KeyboardEvent): void {
  if (completion.key(event)) event.preventDefault();
  else if (event.key === "Enter") input()?.blur();
  else if (event.key === "Escape") draft.value = null;
}
</script>

<template>
  <InputText
    ref="field"
    size="small"
    class="cell"
    :class="{ quiet, broken, framed }"
    :model-value="text"
    :aria-label="label"
    :aria-invalid="broken || undefined"
    :aria-activedescendant="completion.active.value"
    autocomplete="off"
    @update:model-value="type($event ?? '')"
    @keydown="key"
    @blur="keep().catch(fault)"
  />
  <FormulaHelp
    v-if="completion.open.value && input()"
    :anchor="input() as HTMLInputElement"
    :words="completion.words.value"
    :at="completion.at.value"
    problem=""
    :names="false"
    @take="completion.take"
  />
</template>

<style scoped>
.cell {
  width: 100%;
  height: 24px;
  border-color: transparent;
  background: transparent;
}
.cell:hover,
.cell:focus {
  border-color: var(--edge);
  background: var(--raised);
}
.framed {
  border-color: var(--edge);
  background: var(--raised);
}
.quiet {
  color: var(--quiet);
}
.broken {
  border-color: var(--trouble);
}
</style>
