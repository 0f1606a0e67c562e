<script setup lang="ts">
// A picture of the sheet where it was painted; zooming and panning only move it.
import { onMounted, ref, watch } from "vue";
import type { Sight } from "./protocol";

const props = defineProps<{ bitmap: ImageBitmap; sight: Sight }>();
const canvas = ref<HTMLCanvasElement | null>(null);

function show(): void {
  const { value: element } = canvas;
  if (!element || props.bitmap.width === 0) return; // it was handed over before
  element.width = props.bitmap.width;
  element.height = props.bitmap.height;
  element.getContext("bitmaprenderer")?.transferFromImageBitmap(props.bitmap);
}
onMounted(show);
watch(() => props.bitmap, show, { flush: "post" });

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
