<script setup lang="ts">
// Pictures to trace: dimmed, below everything, met by the pointer only with their own tool.
import { computed } from "vue";
import type { Reference } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useTools } from "../../tools/tools";
import { useView } from "../../stores/display/view";
import { pictureAddress } from "../paint/paint";
import { placeOf } from "./tracedarea";

const props = defineProps<{
  /** As bright as it is, without marks: to be compared with. */
  alone?: boolean;
}>();
const doc = useDocument();
const tools = useTools();
const view = useView();

const active = computed(() => tools.name === "reference" && !props.alone);
const shown = computed(() => doc.sheet.references.filter((u) => !u.hidden));
const hit = (u: Reference, part: string): string =>
  JSON.stringify({ what: "reference", reference: u.id, part });
const CORNERS = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
] as const;
const corners = (u: Reference) => (u.id === doc.aid || shown.value.length === 1 ? CORNERS : []);
/** A corner of a picture, its axes pointing inwards, on the screen's own scale. */
const corner = (u: Reference, x: number, y: number): string => {
  const one = 1 / view.scale;
  return `translate(${x * u.width} ${y * u.height}) scale(${x ? -one : one} ${y ? -one : one})`;
};
</script>

<template>
  <g v-for="u in shown" :key="u.id" :transform="placeOf(u)">
    <image
      :href="pictureAddress(doc.id, u.picture)"
      :width="u.width"
      :height="u.height"
      :opacity="alone ? 1 : u.strength"
      :class="{ grey: u.grey }"
      preserveAspectRatio="none"
      :pointer-events="active ? 'all' : 'none'"
      :data-hit="hit(u, 'whole')"
      :data-testid="alone ? undefined : `reference-${u.name}`"
    />
    <g v-if="active" class="marks" :class="{ chosen: doc.aid === u.id }">
      <rect :width="u.width" :height="u.height" class="edge" vector-effect="non-scaling-stroke" />
      <g v-for="[x, y] in corners(u)" :key="`${x} ${y}`" :transform="corner(u, x, y)">
        <path class="bracket" d="M16 0H0V16" />
        <rect x="-8" y="-8" width="24" height="24" class="reach" :data-hit="hit(u, 'corner')" />
      </g>
      <g :transform="corner(u, 1, 0)">
        <path class="arc" d="M24 -10A26 26 0 0 0 -10 -24" transform="scale(-1 1)" />
        <path
          class="reach wide"
          d="M24 -10A26 26 0 0 0 -10 -24"
          transform="scale(-1 1)"
          :data-hit="hit(u, 'turn')"
        />
      </g>
    </g>
  </g>
</template>

<style scoped>
.grey {
  filter: grayscale(1);
}
.edge {
  fill: none;
  stroke: var(--mark-construction);
  stroke-dasharray: 4 3;
  pointer-events: none;
}
.bracket,
.arc {
  fill: none;
  stroke: var(--mark-construction);
  stroke-width: 2px;
  pointer-events: none;
}
.chosen .bracket {
  stroke-width: 3px;
}
.reach {
  fill: transparent;
  cursor: pointer;
}
.wide {
  fill: none;
  stroke: transparent;
  stroke-width: 16px;
  pointer-events: stroke;
}
</style>
