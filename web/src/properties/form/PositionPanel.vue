<script setup lang="ts">
// Position, size and angle of what is selected, turning it over and its pivot.
import Button from "primevue/button";
import Checkbox from "primevue/checkbox";
import { computed } from "vue";
import type { Command, Target } from "../../api/types";
import { spotOf } from "../../core/spots";
import { SPOTS, useArranging } from "../../stores/editing/arranging";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { degrees } from "../../lib/numbers";
import { useCatalogue } from "../../stores/display/catalogue";
import ActButton from "../../fields/ActButton.vue";
import SpotPicker from "../../fields/SpotPicker.vue";
import { useFormulas } from "../../stores/measuring/formulas";
import { useTargets } from "../../fields/targets";
import TypedField from "../../fields/TypedField.vue";
import AppIcon from "../../ui/AppIcon.vue";

type Part = "x" | "y" | "width" | "height" | "angle";

const targets = useTargets();
const formulas = useFormulas();
const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const arranging = useArranging();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const frame = computed(() => selection.marks.frame);
/** The place whose numbers are told: of a pivot beside the frame, the frame's middle. */
const spot = computed(() => (arranging.pivot ? "middle" : arranging.spot));
const at = computed(() => (frame.value ? spotOf(frame.value, spot.value) : [0, 0]));
const label = computed(() => SPOTS.find(([s]) => s === spot.value)?.[1] ?? "");
/** Symmetries and assemblies have that button of their own. */
const shapes = computed(() =>
  selection.selected
    .filter((s) => !doc.steady(s)?.symmetry && !doc.steady(s)?.assembly)
    .some((s) => doc.steadyTree.drawnIn(s).some((i) => isShape(doc.steady(i)?.type))),
);
const isShape = (type = ""): boolean => catalogue.shape(type) !== undefined;
const about = computed(() => arranging.about);

/** Of each item its own frame; one that follows from another place of the frame is found as well. */
function framed(part: Part): Target[] {
  const here = targets(`frame.${spot.value}.${part}`);
  if (formulas.bound(here) || part === "x" || part === "y") return here;
  const other = SPOTS.map(([s]) => targets(`frame.${s}.${part}`)).find((t) => formulas.bound(t));
  return other ?? here;
}
function place(part: Part, value: number): void {
  const { even, grow } = arranging;
  const sized = part === "width" || part === "height" ? { even, grow } : {};
  const put = { kind: "place_items", items: selection.selected, about: about.value };
  edits.commit({ ...put, ...sized, [part]: value } as Command);
}
function toSheetMiddle(): void {
  arranging.pivot = [doc.sheet.width / 2, doc.sheet.height / 2];
}
</script>

<template>
  <section v-if="frame" aria-label="Position and size">
    <span class="label">{{ label }}</span>
    <TypedField
      :label="`${label} x`"
      suffix="x"
      :value="at[0] ?? 0"
      :unit="unit"
      :binds="framed('x')"
      @typed="(v) => place('x', v)"
    />
    <TypedField
      :label="`${label} y`"
      suffix="y"
      :value="at[1] ?? 0"
      :unit="unit"
      :binds="framed('y')"
      @typed="(v) => place('y', v)"
    />
    <span class="label">
      Size
      <button
        class="row-button lock"
        :aria-pressed="arranging.even"
        :title="arranging.even ? 'Width and height are linked' : 'Width and height are independent'"
        aria-label="Link width and height"
        @click="arranging.even = !arranging.even"
      >
        <AppIcon :name="arranging.even ? 'link' : 'arrows-h'" />
      </button>
    </span>
    <TypedField
      label="Width"
      suffix="w"
      :value="frame.width"
      :unit="unit"
      :binds="framed('width')"
      @typed="(v) => place('width', v)"
    />
    <TypedField
      label="Height"
      suffix="h"
      :value="frame.height"
      :unit="unit"
      :binds="framed('height')"
      @typed="(v) => place('height', v)"
    />
    <span class="label">Angle</span>
    <TypedField
      label="Angle"
      suffix="°"
      :value="frame.angle"
      :binds="framed('angle')"
      @typed="(v) => place('angle', v)"
    />
    <span v-if="frame.lean" class="label leans">shear {{ degrees(frame.lean) }}°</span>
    <span v-else />
    <span class="label about">
      About
      <SpotPicker />
    </span>
    <div class="rest acts">
      <ActButton act="flip_horizontal" label="Flip ↔" />
      <ActButton act="flip_vertical" label="Flip ↕" />
      <ActButton act="rotate_left" label="↺ 90°" />
      <ActButton act="rotate_right" label="↻ 90°" />
    </div>
    <div class="wide pivot">
      <template v-if="arranging.about !== 'middle'">
        <span class="label">{{ arranging.pivot ? "Custom pivot" : "The pivot is set" }}</span>
        <Button severity="secondary" size="small" label="Reset" @click="arranging.letGo()" />
      </template>
      <Button
        v-else
        severity="secondary"
        size="small"
        label="Pivot at sheet centre"
        title="Items rotate and scale about the pivot; drag the diamond beside the frame to move it"
        @click="toSheetMiddle"
      />
    </div>
    <label class="wide check">
      <Checkbox v-model="arranging.grow" binary />
      Scale strokes and corner radii
    </label>
    <ActButton v-if="shapes" class="wide" act="convert_to_outlines" />
  </section>
</template>

<style scoped>
.lock {
  width: 18px;
  padding: 0;
  color: var(--quiet);
}
.lock[aria-pressed="true"] {
  color: var(--active);
}
.lock i {
  font-size: 11px;
}
.about {
  display: grid;
  gap: 3px;
}
.acts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px;
}
.leans {
  align-self: center;
}
.pivot {
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: space-between;
}
</style>
