<script setup lang="ts">
// The line about which an outline was compared with its image, and where it misses most.
import { computed } from "vue";
import { useBalance } from "../../stores/measuring/balance";
import { useDocument } from "../../stores/board/document";
import { length } from "../../lib/numbers";
import { useCatalogue } from "../../stores/display/catalogue";
import AxisLine from "./AxisLine.vue";
import { useLens } from "../pointer/lens";

const balance = useBalance();
const doc = useDocument();
const catalogue = useCatalogue();
const view = useLens();

const shown = computed(() => {
  const mark = balance.mark;
  if (!balance.on || !mark) return null;
  const unit = catalogue.unit(doc.sheet.unit);
  const [from, to] = mark.ends.map((e) => view.toScreen(e));
  return {
    line: from && to ? `M${from.join(" ")}L${to.join(" ")}` : "",
    at: view.toScreen(mark.at),
    words: `${length(mark.away, unit)} ${unit.name}`,
    exact: mark.exact,
  };
});
</script>

<template>
  <g v-if="shown" class="balance" data-testid="balance-line">
    <AxisLine :d="shown.line" />
    <g v-if="!shown.exact" :transform="`translate(${shown.at[0]} ${shown.at[1]})`">
      <circle r="8" class="worst" />
      <text x="12" y="4">{{ shown.words }}</text>
    </g>
  </g>
</template>

<style scoped>
.balance {
  pointer-events: none;
}
.worst {
  fill: none;
  stroke: var(--mark-touched);
  stroke-width: 2px;
}
text {
  font-size: 12px;
  fill: var(--mark-touched);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 4px;
}
</style>
