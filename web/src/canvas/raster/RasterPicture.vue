<script setup lang="ts">
// A picture of the sheet where it was painted; zooming and panning only move it.
import { onBeforeUnmount, onMounted, ref, watch } from "vue";
import type { Sight } from "./protocol";

const props = defineProps<{ bitmap: ImageBitmap; sight: Sight }>();
const canvas = ref<HTMLCanvasElement | null>(null);

/** Drawn, not handed over: a canvas that is handed its bitmap becomes a layer of the screen of its
own, and what lies above it is then smoothed otherwise than the rest. */
function show(): void {
  const { value: element } = canvas;
  if (!element || props.bitmap.width === 0) return; // that one was closed
  element.width = props.bitmap.width;
  element.height = props.bitmap.height;
  element.getContext("2d")?.drawImage(props.bitmap, 0, 0);
}
onMounted(show);
watch(
  () => props.bitmap,
  (_, old) => {
    show();
    old.close(); // its pixels would stay until the next round of collecting
  },
  { flush: "post" },
);
onBeforeUnmount(() => props.bitmap.close());

const placed = ({ scale, origin }: Sight): string =>
  `matrix(${1 / scale} 0 0 ${1 / scale} ${-origin[0] / scale} ${-origin[1] / scale})`;
</script>

<template>
  <g :transform="placed(sight)" class="picture">
    <foreignObject :width="Math.ceil(sight.size[0])" :height="Math.ceil(sight.size[1])">
      <canvas
        ref="canvas"
        :style="{
          width: `${Math.ceil(sight.size[0] * sight.ratio) / sight.ratio}px`,
          height: `${Math.ceil(sight.size[1] * sight.ratio) / sight.ratio}px`,
        }"
      />
    </foreignObject>
  </g>
</template>

<style scoped>
.picture {
  pointer-events: none;
}
canvas {
  display: block;
}
</style>
