<script setup lang="ts">
// The form in a picture: how it is found, its colour, and an outline proposed for it.
import Button from "primevue/button";
import Checkbox from "primevue/checkbox";
import { computed, ref } from "vue";
import type { Command, Reference } from "../../api/types";
import { newId } from "../../api/ids";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useMatching } from "../../stores/measuring/matching";
import { useNewItems } from "../../stores/painting/newitems";
import { useCatalogue } from "../../stores/display/catalogue";
import ActionButton from "../../fields/ActionButton.vue";
import DialSlider from "../../ui/DialSlider.vue";
import TypedField from "../../fields/TypedField.vue";

const props = defineProps<{ reference: Reference }>();
const container = useActiveContainer();
const doc = useDocument();
const matching = useMatching();
const newItems = useNewItems();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const extremes = ref(false);
const symmetric = ref(false);
const own = computed(() => matching.seeds?.reference === props.reference.id);
/** Sheet units: about two pixels of the picture to begin with. */
const typed = ref<number | null>(null);
const tolerance = computed(
  () => typed.value ?? 2.2 * (props.reference.traced_area?.pixel ?? 0) * props.reference.width,
);
const propose = computed<Command>(() => ({
  kind: "trace_outline",
  item: newId(),
  reference: props.reference.id,
  tolerance: tolerance.value || 1,
  extremes: extremes.value,
  symmetric: symmetric.value,
  container: container.active,
  ...(newItems.remembered.style ? { style: newItems.remembered.style } : {}),
}));
/** The dial was turned since the form was kept. */
let turned = false;

function slide(colours: number): void {
  turned = true;
  matching.tolerance = colours;
  matching.look("show");
}
function release(): void {
  if (turned) matching.look();
  turned = false;
}
</script>

<template>
  <p v-if="!reference.traced_area && !matching.finding" class="wide help">
    Click an area of the picture to trace its edge by colour. Shift click adds another area.
  </p>
  <p v-if="matching.finding" class="wide help" role="status" data-testid="finding">
    Tracing the edge…
  </p>
  <template v-if="own">
    <span class="label" title="How far colours may differ from the one clicked"> Tolerance </span>
    <DialSlider
      label="Colour tolerance"
      :value="matching.tolerance"
      :min="2"
      :max="80"
      :step="1"
      data-testid="slider-colours"
      @slide="slide"
      @release="release"
    />
    <TypedField
      label="Colour tolerance"
      suffix="±"
      :value="matching.tolerance"
      @typed="(v) => ((matching.tolerance = Math.min(200, Math.max(1, v))), matching.look())"
    />
    <label class="wide check">
      <Checkbox v-model="matching.holes" binary @update:model-value="matching.look()" />
      Keep holes
    </label>
    <template v-if="matching.colour">
      <span class="label">Colour</span>
      <span class="swatch" data-testid="sampled" :style="{ background: matching.colour }" />
      <Button
        size="small"
        severity="secondary"
        :label="matching.colour"
        title="Use as fill for new items"
        @click="newItems.paint({ fill: matching.colour })"
      />
    </template>
  </template>
  <template v-if="reference.traced_area">
    <span class="label" title="Largest distance between the outline and the traced edge"
      >Accuracy</span
    >
    <TypedField
      label="Trace accuracy"
      :value="tolerance"
      :unit="unit"
      @typed="(v) => (typed = Math.abs(v))"
    />
    <span />
    <label class="wide check"> <Checkbox v-model="extremes" binary /> Anchors at extremes </label>
    <label class="wide check" title="Averages the two sides of the picture">
      <Checkbox v-model="symmetric" binary /> Symmetric
    </label>
    <ActionButton
      class="wide"
      label="Trace outline"
      hint="With as few anchors as the accuracy allows"
      :command="propose"
    />
    <ActionButton
      class="wide"
      label="Clear traced area"
      :command="{ kind: 'set_traced_area', reference: reference.id, traced_area: null }"
    />
  </template>
</template>

<style scoped>
.swatch {
  height: 24px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
}
</style>
