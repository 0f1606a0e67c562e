<script setup lang="ts">
// How well what is selected covers the form in the picture, in numbers.
import Checkbox from "primevue/checkbox";
import { computed, ref } from "vue";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useMatching } from "../../stores/measuring/matching";
import { length, shown } from "../../lib/numbers";
import { useTools } from "../../tools/tools";
import { useCatalogue } from "../../stores/display/catalogue";
import ActionButton from "../../fields/ActionButton.vue";
import TypedField from "../../fields/TypedField.vue";
import { useChosen } from "../../stores/editing/selectedanchors";

const doc = useDocument();
const selection = useSelection();
const matching = useMatching();
const tools = useTools();
const catalogue = useCatalogue();
const { refs } = useChosen();
/** Sheet units, two millimetres to begin with. */
const reach = ref(2 * catalogue.unit("mm").size);
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const withUnit = (value: number): string => `${length(value, unit.value)} ${unit.value.name}`;
</script>

<template>
  <section v-if="matching.reference" aria-label="Match" class="match">
    <h3 class="heading wide">Match with {{ matching.reference.name }}</h3>
    <p v-if="matching.refused" class="wide help">{{ matching.refused }}</p>
    <template v-else-if="matching.mark">
      <span class="label" title="Shared area as a percentage of the total area">Overlap</span>
      <output class="rest" data-testid="overlap">
        {{ shown(matching.mark.overlap * 100, 2) }} %
      </output>
      <span class="label" title="Averaged evenly along both edges">Mean distance</span>
      <output class="rest">{{ withUnit(matching.mark.mean) }}</output>
      <span class="label">Largest</span>
      <output class="rest" data-testid="largest">{{ withUnit(matching.mark.largest) }}</output>
      <template v-if="tools.active === 'anchors'">
        <span class="label" title="Largest movement of anchors and handles">Tolerance</span>
        <TypedField
          label="Fit tolerance"
          :value="reach"
          :unit="unit"
          @typed="(v) => (reach = Math.abs(v))"
        />
        <ActionButton
          label="Fit to reference"
          :hint="`Moves ${refs.length > 0 ? 'the selected anchors' : 'all anchors'} to the best match`"
          :command="{
            kind: 'fit_to_reference',
            anchors: refs.length > 0 ? refs : selection.allAnchors(),
            reference: matching.reference.id,
            reach,
          }"
        />
      </template>
      <label class="wide check">
        <Checkbox v-model="matching.tinted" binary /> Highlight differences
      </label>
      <p class="wide help">
        One pixel of the reference is {{ withUnit(matching.mark.pixel) }}: accurate to half a pixel.
      </p>
    </template>
  </section>
</template>
