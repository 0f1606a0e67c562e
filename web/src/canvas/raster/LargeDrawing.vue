<script setup lang="ts">
// A large drawing: pictures of what nothing touches, and SVG between and above them.
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import HeldNode from "../layers/HeldNode.vue";
import { useRaster } from "./raster";
import RasterPicture from "./RasterPicture.vue";

defineProps<{ pickable: boolean; plain: boolean }>();
const doc = useDocument();
const raster = useRaster();

/** The overview shows all where it is: while a part of it is moved, it would show that twice. */
const goes = computed(() => !doc.moved || raster.model.carried === "all");

/** How much of what is in sight has been painted. */
const painted = computed(() => {
  if (!raster.shown) return undefined;
  return raster.shown.part || doc.coming ? "part" : "whole";
});

/** The sheet beside what the pictures show, where the overview is seen. */
const beside = computed(() => {
  const sight = raster.shown?.sight;
  if (!sight) return "";
  const { scale, origin, size } = sight;
  const [left, top] = [-origin[0] / scale, -origin[1] / scale];
  const [right, bottom] = [left + size[0] / scale, top + size[1] / scale];
  return `M-1e6-1e6H1e6V1e6H-1e6ZM${left} ${top}H${right}V${bottom}H${left}Z`;
});
</script>

<template>
  <g id="raster-drawing" :data-painted="painted">
    <g v-if="raster.overview" v-show="goes" data-picture="overview">
      <clipPath id="beside-pictures"><path :d="beside" clip-rule="evenodd" /></clipPath>
      <g clip-path="url(#beside-pictures)">
        <RasterPicture :bitmap="raster.overview.overview" :sight="raster.overview.sight" />
      </g>
    </g>
    <template v-for="node in raster.shown?.nodes ?? []" :key="node.key">
      <g v-if="node.what === 'picture'" :data-picture="node.key">
        <RasterPicture v-if="raster.shown" :bitmap="node.bitmap" :sight="raster.shown.sight" />
      </g>
      <g v-else-if="doc.drawable(node.id)" :data-place="node.place">
        <HeldNode
          :id="node.id"
          :pickable="node.standing && pickable && doc.free(node.id)"
          :plain="plain"
          :turns="[]"
        />
      </g>
    </template>
    <HeldNode
      v-for="id in raster.ahead"
      :id="id"
      :key="`ahead ${id}`"
      :pickable="false"
      :plain="plain"
      :turns="[]"
    />
  </g>
</template>
