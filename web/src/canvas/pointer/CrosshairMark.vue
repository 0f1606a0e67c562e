<script setup lang="ts">
// The hand of the keyboard on the canvas: a crosshair, or a ring around the mark that has the keys.
import { computed, watch } from "vue";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useView } from "../../stores/display/view";
import { useCrosshair } from "../../tools/crosshair";

const crosshair = useCrosshair();
const view = useView();
const doc = useDocument();
const selection = useSelection();
const at = computed(() => crosshair.place && view.toScreen(crosshair.place));
watch(
  () => [doc.version, selection.marks],
  () => crosshair.refresh(),
  { flush: "post" },
);
</script>

<template>
  <g
    v-if="at"
    class="crosshair"
    :class="{ pressed: crosshair.pressed }"
    :transform="`translate(${at[0]} ${at[1]})`"
    data-testid="crosshair"
  >
    <template v-if="crosshair.mark">
      <circle class="halo" r="14" />
      <circle class="line" r="14" />
    </template>
    <template v-else>
      <path class="halo" d="M-22 0H-5M5 0H22M0 -22V-5M0 5V22" />
      <path class="line" d="M-22 0H-5M5 0H22M0 -22V-5M0 5V22" />
      <circle v-if="crosshair.pressed" class="line" r="5" />
    </template>
  </g>
</template>

<style scoped>
.crosshair {
  pointer-events: none;
}
.halo,
.line {
  fill: none;
}
.halo {
  stroke: #fff;
  stroke-width: 5px;
}
.line {
  stroke: var(--mark-construction);
  stroke-width: 2px;
}
.pressed .line {
  stroke: var(--mark-touched);
}
</style>
