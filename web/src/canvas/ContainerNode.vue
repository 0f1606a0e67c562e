<script setup lang="ts">
// A layer or a group: what it holds, back to front, shown, picked and faint as one.
import { computed } from "vue";
import { useBoard } from "../stores/board";
import ItemPath from "./ItemPath.vue";

const props = defineProps<{ id: string; pickable: boolean; plain: boolean }>();
const board = useBoard();

const item = computed(() => board.drawable(props.id));
const held = computed(() => board.tree.in(props.id));
const picks = computed(() => props.pickable && !item.value?.locked);
const opacity = computed(() =>
  props.plain || item.value?.opacity === 1 ? null : item.value?.opacity,
);
</script>

<template>
  <g v-if="item && !item.hidden" :opacity="opacity ?? undefined" :data-holder="item.id">
    <template v-for="child in held" :key="child">
      <ContainerNode v-if="board.tree.holds(child)" :id="child" :pickable="picks" :plain="plain" />
      <ItemPath v-else :id="child" :pickable="picks" :plain="plain" />
    </template>
  </g>
</template>
