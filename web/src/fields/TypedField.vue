<script setup lang="ts">
// A number that can be read and typed, with arithmetic and units; the core reads what was typed.
import InputText from "primevue/inputtext";
import { computed, ref } from "vue";
import { ApiError } from "../api/client";
import type { UnitFacts } from "../api/types";
import { core } from "../core";
import { fault } from "../lib/faults";
import { shown } from "../lib/numbers";
import { useNotices } from "../session/notices";

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

const text = computed(() => {
  if (draft.value !== null) return draft.value;
  if (props.value === null) return "";
  return props.unit
    ? shown(props.value / props.unit.size, props.unit.decimals)
    : shown(props.value, 1);
});

const behind = computed(() => props.suffix ?? props.unit?.name ?? "");
const room = computed(() => `${behind.value.length * 7 + 9}px`);

/** What is being read now; once it has ended, `typed` was said. */
let reading: Promise<void> = Promise.resolve();
const keep = (): void => {
  reading = reading.then(read).catch(fault);
};
defineExpose({ settled: () => reading });

const valueOf = (typed: string): Promise<number> =>
  core.read(
    typed.slice(0, LONGEST).replaceAll("−", "-"),
    props.unit?.name ?? null,
    behind.value === "%" ? null : props.value,
  );

/** Tell what stands there so far; what cannot be read yet is not told. */
async function tell(typed: string): Promise<void> {
  draft.value = typed;
  if (typed.trim() === "") return;
  try {
    const value = await valueOf(typed);
    if (draft.value === typed) emit("reads", value);
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
  }
}

async function read(): Promise<void> {
  const typed = draft.value;
  draft.value = null;
  emit("reads", null);
  if (typed === null || typed.trim() === "") return;
  try {
    emit("typed", await valueOf(typed));
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
    notices.tell(problem.message);
  }
}
</script>

<template>
  <span class="field">
    <InputText
      size="small"
      :model-value="text"
      :aria-label="label"
      :disabled="disabled"
      :placeholder="mixed ? 'mixed' : ''"
      autocomplete="off"
      @focus="($event.target as HTMLInputElement).select()"
      @update:model-value="live ? tell($event ?? '') : (draft = $event ?? '')"
      @keydown.enter="($event.target as HTMLInputElement).blur()"
      @keydown.esc="draft = null"
      @blur="keep"
    />
    <span class="suffix">{{ behind }}</span>
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
