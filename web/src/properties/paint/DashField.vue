<script setup lang="ts">
// Dashes and gaps as a row of lengths, in units or with arithmetic; the core reads each of them.
import InputText from "primevue/inputtext";
import { computed, ref } from "vue";
import { ApiError } from "../../api/client";
import type { UnitFacts } from "../../api/types";
import { core } from "../../core";
import { shown } from "../../lib/numbers";
import { useNotices } from "../../session/notices";

const props = defineProps<{ label: string; lengths: readonly number[]; unit: UnitFacts }>();
const emit = defineEmits<{ typed: [lengths: number[]] }>();
/** More than anybody types. */
const LONGEST = 200;

const notices = useNotices();
const draft = ref<string | null>(null);
const text = computed(
  () =>
    draft.value ??
    props.lengths.map((d) => shown(d / props.unit.size, props.unit.decimals)).join(" "),
);

async function keep(): Promise<void> {
  const typed = draft.value;
  draft.value = null;
  if (typed === null) return;
  // a number, with its unit where it has one, ends where the next one begins
  const parts = typed.slice(0, LONGEST).split(/\s*;\s*|\s+(?=[\d.(])/);
  try {
    const words = parts.map((p) => p.trim()).filter((p) => p !== "");
    emit("typed", await Promise.all(words.map((p) => core.read(p, props.unit.name, null))));
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
    notices.tell(problem.message);
  }
}
</script>

<template>
  <span class="dashes">
    <InputText
      size="small"
      :model-value="text"
      :aria-label="label"
      placeholder="None"
      autocomplete="off"
      @focus="($event.target as HTMLInputElement).select()"
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
