<script setup lang="ts">
// The form in the picture as a thin line; and of what is selected the gaps, tinted by the side they
// lie on, with the largest one marked by how wide it is.
import { computed } from "vue";
import type { Point } from "../../api/types";
import { useMatching } from "../../stores/measuring/matching";
import { shown } from "../../lib/numbers";
import { useDocument } from "../../stores/board/document";
import { useTools } from "../../tools/tools";
import { useView } from "../../stores/display/view";
import { useCatalogue } from "../../stores/display/catalogue";
import { useLens } from "../pointer/lens";
import { placeOf, tracedAreaPath } from "./tracedarea";

const lens = useLens();
const view = useView();
const doc = useDocument();
const tools = useTools();
const matching = useMatching();
const catalogue = useCatalogue();

const outlines = computed(() =>
  tools.name === "reference" || matching.mark
    ? doc.sheet.references
        .filter((u) => !u.hidden)
        .flatMap((u) =>
          u.traced_area
            ? {
                id: u.id,
                d: tracedAreaPath(u.traced_area),
                place: `${placeOf(u)} scale(${u.width} ${u.height})`,
              }
            : [],
        )
    : [],
);
const gap = computed(() => {
  const { mark } = matching;
  if (!mark || mark.largest * view.scale < 1) return null;
  const unit = catalogue.unit(doc.sheet.unit);
  return {
    from: lens.toScreen(mark.edge as Point),
    to: lens.toScreen(mark.traced_area as Point),
    words: `${shown(mark.largest / unit.size, unit.decimals)} ${unit.name}`,
  };
});
</script>

<template>
  <g class="match" data-testid="match-layer">
    <g :transform="lens.transform">
      <template v-if="matching.mark && matching.tinted">
        <path class="beyond" :d="matching.mark.beyond" data-testid="beyond" />
        <path class="missing" :d="matching.mark.missing" data-testid="missing" />
      </template>
      <path
        v-for="o in outlines"
        :key="o.id"
        class="form"
        :d="o.d"
        :transform="o.place"
        data-testid="traced-area"
      />
    </g>
    <template v-if="gap">
      <line
        class="gap"
        :x1="gap.from[0]"
        :y1="gap.from[1]"
        :x2="gap.to[0]"
        :y2="gap.to[1]"
        data-testid="largest-gap"
      />
      <circle class="gap" :cx="gap.from[0]" :cy="gap.from[1]" r="12" />
      <text class="words" :x="gap.from[0] + 16" :y="gap.from[1] - 10">{{ gap.words }}</text>
    </template>
  </g>
</template>

<style scoped>
.match * {
  pointer-events: none;
}
.form {
  fill: none;
  stroke: var(--mark-construction);
  stroke-width: 1.2px;
  stroke-dasharray: 5 3;
  vector-effect: non-scaling-stroke;
}
.beyond {
  fill: var(--mark-touched);
  fill-opacity: 0.45;
}
.missing {
  fill: var(--mark-active);
  fill-opacity: 0.45;
}
.gap {
  fill: none;
  stroke: var(--mark-trouble);
  stroke-width: 1.6px;
}
.words {
  fill: var(--mark-trouble);
  font-size: 12px;
  font-weight: 600;
  stroke: #fff;
  stroke-width: 3px;
  paint-order: stroke;
}
</style>
