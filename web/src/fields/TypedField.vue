<script setup lang="ts">
// A number that can be read and typed, with arithmetic, units and formulas; the core reads what was
// typed. Where it can follow measures it shows that it does, and the formula while it has the focus.
import InputText from "primevue/inputtext";
import { computed, nextTick, ref } from "vue";
import { ApiError } from "../api/client";
import type { Target, UnitFacts } from "../api/types";
import { core } from "../core";
import { fault } from "../lib/faults";
import { shown } from "../lib/numbers";
import { useNotices } from "../session/notices";
import FormulaHelp from "./FormulaHelp.vue";
import { useFollowing } from "./following";
import { isFormula } from "./formulas";

const props = defineProps<{
  /** Sheet units, or a plain number without a unit; null shows nothing. */
  value: number | null;
  label: string;
  unit?: UnitFacts;
  /** What stands behind the number instead of the unit's name. */
  suffix?: string;
  /** Several values: none is shown. */
  mixed?: boolean;
  disabled?: boolean;
  /** It is told what is typed while it is typed. */
  live?: boolean;
  /** The numbers of the drawing that this is, which may follow a formula. */
  binds?: readonly Target[];
}>();
const emit = defineEmits<{
  typed: [value: number];
  /** What stands there while it is typed, where it can be read; null: it is left. */
  reads: [value: number | null];
}>();
/** More than anybody types; the core says that it is too long. */
const LONGEST = 200;

const notices = useNotices();
const draft = ref<string | null>(null);
const field = ref<{ $el: HTMLInputElement } | null>(null);
const input = (): HTMLInputElement | null => field.value?.$el ?? null;

const number = computed(() => {
  if (props.value === null) return "";
  return props.unit
    ? shown(props.value / props.unit.size, props.unit.decimals)
    : shown(props.value, 1);
});
const text = computed(() => draft.value ?? number.value);
const behind = computed(() => props.suffix ?? props.unit?.name ?? "");
const room = computed(() => `${behind.value.length * 7 + 9}px`);
const following = useFollowing(props, {
  draft,
  input,
  number: () => number.value,
  behind: () => behind.value,
});
const { bound, formula, hint, names, problem, completion } = following;
const { words, at, open, active } = completion;

/** What is being read now; once it has ended, `typed` was said. */
let reading: Promise<void> = Promise.resolve();
const keep = (): void => {
  completion.close();
  reading = reading.then(read).catch(fault);
};
defineExpose({ settled: () => reading });

const valueOf = (typed: string): Promise<number> =>
  following.value(typed.slice(0, LONGEST + 1)) ??
  core.read(
    typed.slice(0, LONGEST).replaceAll("−", "-"),
    props.unit?.name ?? null,
    behind.value === "%" ? null : props.value,
  );

/** Tell what stands there so far; what cannot be read yet is not told. */
async function tell(typed: string): Promise<void> {
  if (typed.trim() === "") return;
  try {
    const value = await valueOf(typed);
    if (draft.value === typed) emit("reads", value);
  } catch (refused) {
    if (!(refused instanceof ApiError)) throw refused;
  }
}

function change(typed: string): void {
  draft.value = typed;
  following.changed();
  if (props.live) void tell(typed);
}

async function read(): Promise<void> {
  const typed = draft.value;
  draft.value = null;
  emit("reads", null);
  if (typed === null || typed === formula.value) return;
  if (typed.trim() === "" && !bound.value) return;
  try {
    if (following.binds(typed)) await following.bind(typed.slice(0, LONGEST + 1));
    else emit("typed", await valueOf(typed));
  } catch (refused) {
    if (!(refused instanceof ApiError)) throw refused;
    if (isFormula(typed)) problem.value = refused.message;
    else notices.tell(refused.message);
  }
}

/** With the focus the formula stands in the place of what it comes to. */
function focus(): void {
  problem.value = "";
  if (formula.value) draft.value = formula.value;
  void nextTick(() => input()?.select());
}

function key(event: KeyboardEvent): void {
  if (completion.key(event)) event.preventDefault();
  else if (event.key === "Enter") input()?.blur();
  else if (event.key === "Escape") {
    draft.value = null;
    completion.close();
  }
}
</script>

<template>
  <span class="field" :class="{ follows: bound, broken: bound?.problem }">
    <InputText
      ref="field"
      size="small"
      :model-value="text"
      :aria-label="label"
      :title="hint"
      :aria-description="hint"
      :aria-invalid="problem !== '' || undefined"
      :aria-activedescendant="active"
      :disabled="disabled"
      :placeholder="mixed ? 'mixed' : ''"
      autocomplete="off"
      @focus="focus"
      @update:model-value="change($event ?? '')"
      @keydown="key"
      @blur="keep"
    />
    <span class="suffix">{{ draft !== null && formula ? "" : behind }}</span>
    <FormulaHelp
      v-if="(open || problem || names) && input()"
      :anchor="input() as HTMLInputElement"
      :words="words"
      :at="at"
      :problem="problem"
      :names="names"
      @take="completion.take"
      @name="following.name"
    />
  </span>
</template>

<style scoped>
.field {
  position: relative;
  display: block;
  min-width: 0;
}
.field :deep(input) {
  width: 100%;
  padding-right: v-bind(room);
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
.broken::after {
  background: var(--trouble);
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
