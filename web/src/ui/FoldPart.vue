<script setup lang="ts">
// A part of a panel that can be folded: it is as it was left, and folded until its heading is clicked
// where it is rarely changed. Folded, it says in one line what it holds.
import { onMounted, ref } from "vue";
import { remember, remembered } from "../lib/settings";

const props = defineProps<{
  heading: string;
  /** It is open until it is folded. */
  unfolded?: boolean;
  /** What it holds where that differs from nothing; said while it is folded. */
  summary?: string;
}>();
const emit = defineEmits<{ opened: [on: boolean] }>();
const key = `unfolded-${props.heading}`;
const open = ref((remembered(key) ?? (props.unfolded ? "yes" : "no")) === "yes");

function toggled(event: Event): void {
  open.value = (event.target as HTMLDetailsElement).open;
  remember(key, open.value ? "yes" : "no");
  emit("opened", open.value);
}
onMounted(() => emit("opened", open.value));
</script>

<template>
  <details class="fold" :open="open" @toggle="toggled">
    <summary class="heading">
      {{ heading }}
      <span v-if="summary && !open" class="summary" :title="summary">{{ summary }}</span>
    </summary>
    <slot v-if="open" />
  </details>
</template>

<style scoped>
.fold {
  border-top: 1px solid var(--hairline);
}
summary {
  padding: 9px 14px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  cursor: pointer;
}
.summary {
  padding-left: 6px;
  color: var(--ink);
  font-size: 12px;
  font-weight: 400;
  letter-spacing: 0;
  text-transform: none;
}
.fold :deep(section) {
  border-top: 0;
  padding-top: 2px;
}
</style>
