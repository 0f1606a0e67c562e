<script setup lang="ts">
// One item: what is painted, and a wider invisible stroke that the pointer meets.
import { computed } from "vue";
import { useBoard } from "../stores/board";
import { useLooking } from "../stores/looking";
import { useView } from "../stores/view";

const props = defineProps<{ id: string; pickable: boolean }>();
const board = useBoard();
const view = useView();
const looking = useLooking();

const HIT_WIDTH = 12;

const wire = computed(() => looking.view === "Wire");
const item = computed(() => board.drawable(props.id));
const hit = computed(() => JSON.stringify({ what: "item", item: props.id }));
const reach = computed(() => Math.max(HIT_WIDTH / view.scale, item.value?.style.stroke_width ?? 0));
</script>

<template>
  <g v-if="item && !item.hidden">
    <path
      :d="item.path"
      :fill="wire ? 'none' : (item.style.fill ?? 'none')"
      :fill-rule="item.rule"
      :stroke="wire ? 'var(--mark-ink)' : (item.style.stroke ?? 'none')"
      :stroke-width="wire ? 1 : item.style.stroke_width"
      :vector-effect="wire ? 'non-scaling-stroke' : 'none'"
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
