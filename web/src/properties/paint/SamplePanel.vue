<script setup lang="ts">
// Sample colour: how many pixels of a picture are taken together, and what is seen now.
import { useSampling, WIDTHS, type Width } from "../../stores/painting/sampling";
import { useSelection } from "../../stores/board/selection";
import ChooseField from "../../ui/ChooseField.vue";
import { counted } from "../../lib/intl";

const sampling = useSampling();
const selection = useSelection();
const OPTIONS = WIDTHS.map((w) => ({
  value: String(w),
  label: `${w} × ${counted(w, "pixel")}`,
}));
</script>

<template>
  <section aria-label="Sample colour">
    <span class="label">Area</span>
    <ChooseField
      label="Sample area"
      :value="String(sampling.width)"
      :options="OPTIONS"
      @chosen="(w) => (sampling.width = Number(w) as Width)"
    />
    <span class="label">Colour</span>
    <span class="rest seen" data-testid="sampled">
      <i v-if="sampling.seen" :style="{ background: sampling.seen.colour }" />
      {{ sampling.words || "none" }}
    </span>
    <p class="wide help">
      Click to apply it to
      {{ selection.selected.length > 0 ? "the selection" : "new items" }}: to the fill, with Shift
      to the stroke, with Ctrl the whole style. Alt samples the reference.
    </p>
  </section>
</template>

<style scoped>
.seen {
  display: flex;
  gap: 6px;
  align-items: center;
}
.seen i {
  width: 18px;
  height: 18px;
  border: 1px solid var(--hairline);
  border-radius: 4px;
}
</style>
