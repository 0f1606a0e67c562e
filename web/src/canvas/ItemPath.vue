<script setup lang="ts">
// One item: what is painted, and a wider invisible stroke that the pointer meets.
import { computed } from "vue";
import { useBoard } from "../stores/board";
import { useView } from "../stores/view";

const props = defineProps<{ id: string; pickable: boolean }>();
const board = useBoard();
const view = useView();

const HIT_WIDTH = 12;

const item = computed(() => board.drawable(props.id));
const hit = computed(() => JSON.stringify({ what: "item", item: props.id }));
const reach = computed(() => Math.max(HIT_WIDTH / view.scale, item.value?.style.stroke_width ?? 0));
</script>

<template>
  <g v-if="item && !item.hidden">
    <path
      :d="item.path"
      :fill="item.style.fill ?? 'none'"
      :fill-rule="item.rule"
      :stroke="item.style.stroke ?? 'none'"
      :stroke-width="item.style.stroke_width"
      :stroke-linecap="item.style.cap"
      :stroke-linejoin="item.style.join"
      pointer-events="none"
      :data-item="item.id"
    />
    <path
      v-if="pickable && !item.locked"
      :d="item.path"
      fill="none"
      stroke="none"
      :fill-rule="item.rule"
      :stroke-width="reach"
      :pointer-events="item.style.fill ? 'all' : 'stroke'"
      :data-hit="hit"
    />
  </g>
</template>
