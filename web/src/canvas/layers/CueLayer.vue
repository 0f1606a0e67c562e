<script setup lang="ts">
// What the pointer has met: a plum hairline with its distance or angle, or a mark with its word.
import { computed } from "vue";
import type { Cue, CueKind, Point } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useSnapping } from "../../stores/display/snapping";
import { degrees, length } from "../../lib/numbers";
import { useLens } from "../pointer/lens";
import { useCatalogue } from "../../stores/display/catalogue";

const doc = useDocument();
const snapping = useSnapping();
const view = useLens();
const catalogue = useCatalogue();

const WORDS: Partial<Record<CueKind, string>> = {
  anchor: "anchor",
  handle: "handle end",
  crossing: "crossing",
  extreme: "extreme",
  middle: "middle",
  centre: "centre",
  frame: "frame",
  seam: "seam",
  guide: "guide",
  tangent: "tangent",
  sheet: "sheet",
};

function words(cue: Cue): string {
  const unit = catalogue.unit(doc.sheet.unit);
  const parts = [WORDS[cue.kind]];
  if (cue.distance != null) parts.push(`${length(cue.distance, unit)} ${unit.name}`);
  if (cue.angle != null) parts.push(`${degrees(cue.angle)}°`);
  return parts.filter(Boolean).join(" · ");
}

const drawn = computed(() =>
  snapping.shown.map((cue, n) => {
    const at = view.toScreen(cue.at);
    const start = cue.start ? view.toScreen(cue.start) : null;
    const middle: Point = start ? [(at[0] + start[0]) / 2, (at[1] + start[1]) / 2] : at;
    return { key: n, cue, at, start, middle, text: words(cue) };
  }),
);
</script>

<template>
  <g class="cues" data-testid="cues">
    <g v-for="c in drawn" :key="c.key" :data-cue="c.cue.kind">
      <template v-if="c.start">
        <path class="halo" :d="`M${c.start[0]} ${c.start[1]}L${c.at[0]} ${c.at[1]}`" />
        <path class="line" :d="`M${c.start[0]} ${c.start[1]}L${c.at[0]} ${c.at[1]}`" />
      </template>
      <path class="line" :d="`M${c.at[0] - 6} ${c.at[1]}h12M${c.at[0]} ${c.at[1] - 6}v12`" />
      <text :x="c.middle[0] + 10" :y="c.middle[1] - 8 - 15 * c.key">{{ c.text }}</text>
    </g>
  </g>
</template>

<style scoped>
.cues {
  pointer-events: none;
}
.line,
.halo {
  fill: none;
  stroke: var(--mark-construction);
}
.halo {
  stroke: #fff;
  stroke-opacity: 0.7;
  stroke-width: 3px;
}
text {
  font-size: 12px;
  fill: var(--mark-construction);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 4px;
}
</style>
