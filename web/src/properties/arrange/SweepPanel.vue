<script setup lang="ts">
// The Sweep tool's settings: how wide a gap counts as closed.
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useSweeping } from "../../stores/editing/sweeping";
import { useCatalogue } from "../../stores/display/catalogue";
import TypedField from "../../fields/TypedField.vue";
import { counted } from "../../lib/intl";

const doc = useDocument();
const sweeping = useSweeping();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const count = computed(() => sweeping.marks?.regions.length ?? 0);
const gaps = computed(() => sweeping.marks?.bridges.length ?? 0);
const summary = computed(() => {
  if (sweeping.trouble) return sweeping.trouble;
  if (count.value === 0) return "No enclosed region here. Select items that overlap.";
  const closed = gaps.value > 0 ? `, ${counted(gaps.value, "gap")} closed` : "";
  return `${counted(count.value, "region")}${closed}.`;
});
</script>

<template>
  <section aria-label="Sweep">
    <span class="label">Close gaps up to</span>
    <TypedField
      label="Close gaps up to"
      :value="sweeping.gap"
      :unit="unit"
      @typed="(v) => (sweeping.gap = Math.min(catalogue.limits.gap, Math.max(0, v)))"
    />
    <p class="wide quiet" role="status">{{ summary }}</p>
  </section>
</template>

<style scoped>
.quiet {
  margin: 0;
  color: var(--quiet);
}
</style>
