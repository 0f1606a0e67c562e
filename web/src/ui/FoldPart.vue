<script setup lang="ts">
// A part of the Readout that can be folded: it is as it was left, and folded until its heading is
// clicked where it is rarely changed.
import { onMounted, ref } from "vue";
import { remember, remembered } from "../lib/settings";

const props = defineProps<{
  heading: string;
  /** It is open until it is folded. */
  unfolded?: boolean;
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
    <summary class="heading">{{ heading }}</summary>
    <slot v-if="open" />
  </details>
</template>

<style scoped>
.fold {
  border-top: 1px solid var(--hairline);
}
summary {
  padding: 9px 14px;
  cursor: pointer;
}
.fold :deep(section) {
  border-top: 0;
  padding-top: 2px;
}
</style>
