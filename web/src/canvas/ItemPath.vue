<script setup lang="ts">
// One item: what is painted, and a wider invisible stroke that the pointer meets. Neither knows
// how far the sheet is away: zooming and panning touch no item.
import { computed } from "vue";
import { useBoard } from "../stores/board";

const props = defineProps<{ id: string; pickable: boolean; plain: boolean }>();
const board = useBoard();

/** Screen pixels. */
const HIT_WIDTH = 12;

const item = computed(() => board.drawable(props.id));
const hit = computed(() =>
  props.pickable && !item.value?.locked
    ? JSON.stringify({ what: "item", item: props.id })
    : undefined,
);
</script>

<template>
  <g v-if="item && !item.hidden" :id="`drawn-${id}`" :data-hit="hit" :data-drawn="item.id">
    <path
      :d="item.path"
      :fill="plain ? 'none' : (item.style.fill ?? 'none')"
      :fill-rule="item.rule"
      :stroke="plain ? 'var(--mark-ink)' : (item.style.stroke ?? 'none')"
      :stroke-width="plain ? 1 : item.style.stroke_width"
      :vector-effect="plain ? 'non-scaling-stroke' : undefined"
      :stroke-linecap="item.style.cap"
      :stroke-linejoin="item.style.join"
      :pointer-events="hit ? 'painted' : 'none'"
      :data-item="item.id"
    />
    <path
      v-if="hit"
      :d="item.path"
      fill="none"
      stroke="none"
      :fill-rule="item.rule"
      :stroke-width="HIT_WIDTH"
      vector-effect="non-scaling-stroke"
      :pointer-events="item.style.fill ? 'all' : 'stroke'"
    />
  </g>
</template>
