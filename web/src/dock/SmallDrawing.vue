<script setup lang="ts">
// What an item looks like, small: itself, or what it holds.
import { computed } from "vue";
import { useBoard } from "../stores/board";

const props = defineProps<{ id: string }>();
const board = useBoard();

/** As many parts of a container as can be told apart at this size. */
const MOST_PARTS = 40;

const item = computed(() => board.drawable(props.id));
const parts = computed(() =>
  board.tree
    .drawnIn(props.id)
    .slice(0, MOST_PARTS)
    .map((i) => board.drawable(i))
    .filter((d) => d !== undefined),
);
const box = computed(() => {
  const [l, t, r, b] = item.value?.box ?? [0, 0, 1, 1];
  const w = Math.max(r - l, 1e-3);
  const h = Math.max(b - t, 1e-3);
  const margin = Math.max(w, h) * 0.06;
  return `${l - margin} ${t - margin} ${w + 2 * margin} ${h + 2 * margin}`;
});
</script>

<template>
  <svg :viewBox="box" aria-hidden="true">
    <path
      v-for="p in parts"
      :key="p.id"
      :d="p.path"
      :fill="p.style.fill ?? 'none'"
      :fill-rule="p.rule"
      :stroke="p.style.stroke ?? (p.style.fill ? 'none' : '#1B2924')"
      stroke-width="1.3"
      vector-effect="non-scaling-stroke"
    />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: 100%;
}
</style>
