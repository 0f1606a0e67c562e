<script setup lang="ts">
// The loupe: the surroundings of the pointer eight times larger, while its key is held; the marks
// stand farther apart and keep their size.
import { computed } from "vue";
import { useTools } from "../../tools/tools";
import { useDisplay } from "../../stores/display/display";
import { useView } from "../../stores/display/view";
import { magnify } from "./lens";
import HeldNode from "../layers/HeldNode.vue";
import MarkLayer from "../layers/MarkLayer.vue";
import { useRaster } from "../raster/raster";

const tools = useTools();
const view = useView();
const display = useDisplay();
const raster = useRaster();
const TIMES = 8;
magnify(() => tools.pointer ?? [0, 0], TIMES);
const RADIUS = 110;

/** Of a large drawing what lies under the glass, as SVG: pictures would only get coarser. */
const seen = computed(() => {
  void [raster.shown, raster.ahead];
  const [x, y] = tools.pointer ?? [0, 0];
  const reach = RADIUS / TIMES;
  const corners = [view.toSheet([x - reach, y - reach]), view.toSheet([x + reach, y + reach])];
  return raster.active
    ? raster.model.within([...(corners[0] ?? [0, 0]), ...(corners[1] ?? [0, 0])])
    : [];
});

const place = computed(() => {
  const [x, y] = tools.pointer ?? [0, 0];
  return { x, y, transform: `translate(${x} ${y}) scale(${TIMES}) translate(${-x} ${-y})` };
});
</script>

<template>
  <g v-if="tools.pointer" class="loupe" data-testid="loupe">
    <clipPath id="loupe-glass"><circle :cx="place.x" :cy="place.y" :r="RADIUS" /></clipPath>
    <g clip-path="url(#loupe-glass)">
      <circle :cx="place.x" :cy="place.y" :r="RADIUS" class="ground" />
      <g v-if="raster.active" :transform="place.transform">
        <use href="#under-the-drawing" :transform="view.transform" />
        <g :transform="view.transform">
          <HeldNode
            v-for="id in seen"
            :id="id"
            :key="id"
            :pickable="false"
            :plain="display.view === 'Wireframe'"
            :turns="[]"
          />
        </g>
      </g>
      <use v-else href="#on-the-sheet" :transform="place.transform" />
      <MarkLayer :main="false" />
      <path
        class="cross"
        :d="`M${place.x - 14} ${place.y}h10m8 0h10M${place.x} ${place.y - 14}v10m0 8v10`"
      />
    </g>
    <circle :cx="place.x" :cy="place.y" :r="RADIUS" class="rim" />
  </g>
</template>

<style scoped>
.loupe,
.loupe :deep(*) {
  pointer-events: none !important;
}
.ground {
  fill: var(--desk);
}
.rim {
  fill: none;
  stroke: var(--active);
  stroke-width: 2px;
}
.cross {
  fill: none;
  stroke: var(--mark-touched);
  stroke-width: 1.4px;
}
</style>
