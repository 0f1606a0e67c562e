<script setup lang="ts">
// One item: what is painted, and a wider invisible stroke that the pointer meets. Neither knows
// how far the sheet is away: zooming and panning touch no item.
import { computed } from "vue";
import type { PaintMark } from "../api/types";
import { useBoard } from "../stores/board";
import PaintedPath from "./PaintedPath.vue";

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
/** What of its parts shows beside the form of an assembly. */
const beside = (marks: PaintMark[] | undefined) =>
  props.plain ? [] : (marks ?? []).map(({ style, ...rest }) => ({ ...rest, paint: style }));
const below = computed(() => beside(item.value?.assembly?.below));
const above = computed(() => beside(item.value?.assembly?.above));
</script>

<template>
  <g v-if="item && !item.hidden" :id="`drawn-${id}`" :data-hit="hit" :data-drawn="item.id">
    <g :pointer-events="hit ? 'painted' : 'none'">
      <PaintedPath v-for="(p, n) in below" :key="`b ${n}`" v-bind="p" />
      <PaintedPath
        :path="item.path"
        :rule="item.rule"
        :paint="item.style"
        :open="item.open"
        :plain="plain"
        :data-item="item.id"
      />
      <PaintedPath v-for="(p, n) in above" :key="`a ${n}`" v-bind="p" />
    </g>
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
