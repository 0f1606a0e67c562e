<script setup lang="ts">
// The chosen anchors, or the whole outline, made smooth: eased at the anchors, fair or regular
// between them.
import Checkbox from "primevue/checkbox";
import { computed, ref } from "vue";
import type { Command } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useCatalogue } from "../../stores/display/catalogue";
import ActionButton from "../../fields/ActionButton.vue";
import ChoiceButtons from "../../ui/ChoiceButtons.vue";
import DialSlider from "../../ui/DialSlider.vue";
import FoldPart from "../../ui/FoldPart.vue";
import TypedField from "../../fields/TypedField.vue";
import { useChosen } from "../../stores/editing/selectedanchors";
import { useSliding } from "../../fields/sliding";

const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const { marks, refs, stretch } = useChosen();
const move = ref(false);
/** Sheet units, to both sides: five millimetres to begin with. */
const reach = ref(5 * catalogue.unit("mm").size);
const TRANSITIONS = [
  ["fair", "Fair curve", "M1 13C7 13 10 11 14 3"],
  ["clothoid", "Clothoid", "M1 14C9 14 14 11 14 7 14 1 7 2 8 6c.6 2.4 3.6 2 3.4.2"],
] as const;
const curve = ref<"fair" | "clothoid">("fair");
/** Sheet units, half a millimetre to begin with. */
const tolerance = ref(catalogue.unit("mm").size / 2);

const whole = computed(() => refs.value.length === 0);
const anchors = computed(() => (whole.value ? selection.allAnchors() : refs.value));
const eased = computed(() => marks.value.length > 0 && marks.value.every((a) => a.eased));
const ease = (to: "tangent" | "curvature", keep = false): Command => ({
  kind: "ease_anchors",
  anchors: anchors.value,
  to,
  move: move.value,
  keep,
});
const { slid, slide, release, keep } = useSliding((percent) => ({
  kind: "fair_segments",
  segments: stretch.value,
  tolerance: tolerance.value,
  amount: percent / 100,
}));
</script>

<template>
  <FoldPart heading="Smooth and fair" unfolded>
    <section aria-label="Smooth and fair">
      <div class="wide acts">
        <ActionButton
          label="Align tangents (G1)"
          hint="Both sides in the same direction, with the least movement"
          :command="ease('tangent')"
        />
        <ActionButton
          label="Match curvature (G2)"
          hint="Both sides with the same curvature, with the least movement"
          :command="ease('curvature', eased)"
        />
      </div>
      <label class="wide check">
        <Checkbox v-model="move" binary />
        Anchors may move
      </label>
      <label v-if="!whole" class="wide check">
        <Checkbox
          :model-value="eased"
          binary
          @update:model-value="(on) => edits.commit(ease('curvature', Boolean(on)))"
        />
        Keep smooth while editing
      </label>
      <template v-if="!whole">
        <ActionButton
          class="wide"
          label="Balance handles"
          hint="Handles in line and equally long, in proportion on both sides"
          :command="{ kind: 'balance_handles', anchors }"
        />
        <ActionButton
          class="two"
          label="Add transition curve"
          hint="From a line into an arc with evenly growing curvature"
          clears-anchors
          :command="{ kind: 'add_transition_curves', anchors, length: reach, curve }"
        />
        <TypedField
          label="Transition length"
          :value="reach"
          :unit="unit"
          @typed="(v) => (reach = Math.abs(v))"
        />
        <ChoiceButtons
          class="wide"
          :options="TRANSITIONS"
          :columns="2"
          prefix="transition"
          :pressed="(c) => c === curve"
          @choose="(c) => (curve = c)"
        />
      </template>
      <template v-if="stretch.length > 0">
        <span class="label" title="From the curve as drawn to the fairest one within the tolerance">
          Fair
        </span>
        <DialSlider
          label="Fair"
          :value="slid ?? 0"
          :min="0"
          :max="100"
          :step="1"
          data-testid="slider-fair"
          @slide="slide"
          @release="release"
        />
        <TypedField label="Fair amount" suffix="%" :value="slid ?? 0" @typed="keep" />
        <span class="label" title="Largest movement of the path">Tolerance</span>
        <TypedField
          label="Fair tolerance"
          :value="tolerance"
          :unit="unit"
          @typed="(v) => (tolerance = Math.abs(v))"
        />
        <span />
        <div v-if="!whole" class="wide acts">
          <ActionButton
            label="Make an arc"
            hint="The nearest true arc between the ends"
            clears-anchors
            :command="{ kind: 'regular_segments', segments: stretch, to: 'arc' }"
          />
          <ActionButton
            label="Make a line"
            hint="Straight from end to end"
            clears-anchors
            :command="{ kind: 'regular_segments', segments: stretch, to: 'line' }"
          />
        </div>
      </template>
    </section>
  </FoldPart>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 8px;
}
.acts > * {
  flex: 1;
}
.two {
  grid-column: 1 / 3;
}
</style>
