<script setup lang="ts">
// The button of an act: its word, with its picture where there is one to show, its hint and its key.
import Button from "primevue/button";
import { computed } from "vue";
import { enact, labelOf, perform } from "../acts/act";
import { wordsOf } from "../acts/finding";
import { useActContext } from "../acts/context";
import { hintOf } from "../acts/keymap";
import { act as actOf, type ActId } from "../acts/table";
import { usePreviewed } from "./previewed";

const props = defineProps<{
  act: ActId;
  /** A shorter word, where the heading above says the rest. */
  label?: string;
  /** With its picture, in a row of small ones. */
  small?: boolean;
}>();
const c = useActContext();
const it = computed(() => actOf(props.act));
const label = computed(() => props.label ?? labelOf(it.value, c));
/** A short word stands for the full one; a name holds the words that are seen (WCAG 2.5.3). */
const named = computed(() => {
  if (props.label === undefined) return undefined;
  const full = labelOf(it.value, c);
  const words = new Set(wordsOf(full));
  const holds = wordsOf(props.label).every((word) => words.has(word));
  return holds ? full : `${props.label}: ${full}`;
});
/** While the button shows what it does, that is what the drawing looks like: nothing is missing. */
const missing = computed(() => (previewed.value ? null : it.value.lacks(c)));
const title = computed(() => {
  const { hint } = it.value;
  const full = props.label === undefined ? "" : labelOf(it.value, c);
  const title = [missing.value ?? hint ?? full].filter(Boolean).join("");
  const key = hintOf(it.value);
  return title && key ? `${title} (${key})` : title || key || undefined;
});
const { listeners, previewed, done } = usePreviewed(() =>
  missing.value === null ? (it.value.command?.(c) ?? null) : null,
);
function click(): void {
  const sure = previewed.value;
  done();
  if (sure) enact(it.value, c);
  else perform(it.value, c);
}
</script>

<template>
  <Button
    severity="secondary"
    size="small"
    :class="{ small, on: it.on?.(c) }"
    :aria-pressed="it.on ? it.on(c) : undefined"
    :title="title"
    :aria-label="named"
    :disabled="missing !== null"
    :data-testid="`act-${act}`"
    v-on="listeners"
    @click="click"
  >
    <svg v-if="small && it.icon" viewBox="0 0 16 16" width="14" height="14" aria-hidden="true">
      <path v-if="it.solid" class="solid" :d="it.solid" />
      <path :d="it.icon" />
    </svg>
    <span>{{ label }}</span>
  </Button>
</template>

<style scoped>
.small {
  gap: 5px;
  padding: 1px 7px;
  font-size: 12px;
  white-space: nowrap;
}
.on {
  border-color: var(--active);
  background: var(--tint);
  color: var(--active);
}
.solid {
  fill: currentcolor;
  fill-opacity: 0.35;
  stroke: none;
}
svg {
  flex: none;
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.4;
  stroke-linecap: round;
  stroke-linejoin: round;
}
</style>
