<script setup lang="ts">
// The pivot: where items turn and grow about. At rest it lies beside the protractor.
import { computed } from "vue";
import type { Point } from "../../api/types";
import { useTools } from "../../tools/tools";
import DiamondMark from "./DiamondMark.vue";

const props = defineProps<{
  /** On the screen. */
  at: Point;
  /** On the sheet. */
  place: Point;
  /** It lies where it was put, not at rest. */
  set: boolean;
}>();
const tools = useTools();
const touched = computed(() => tools.dragged?.what === "pivot");
const hit = computed(() => JSON.stringify({ what: "pivot", at: props.place }));
</script>

<template>
  <DiamondMark :at="at" :touched="touched" :hit="hit" :data-set="set" testid="pivot" />
</template>
