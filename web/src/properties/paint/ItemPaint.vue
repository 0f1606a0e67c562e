<script setup lang="ts">
// The fill, or a stroke, of what is selected: plain, a gradient, or none, and how much of it shows.
import Checkbox from "primevue/checkbox";
import { computed } from "vue";
import type { Command, Paint } from "../../api/types";
import { isGradient, isPicture, plainColour } from "../../canvas/paint/paint";
import { useEdits } from "../../stores/board/edits";
import { usePreview } from "../../stores/board/preview";
import { useSelection } from "../../stores/board/selection";
import { nameOf, usePainting } from "../../stores/painting/painting";
import ChoiceButtons from "../../ui/ChoiceButtons.vue";
import GradientPart from "./GradientPart.vue";
import PaintRow from "./PaintRow.vue";
import { useTargets } from "../../fields/targets";
import TypedField from "../../fields/TypedField.vue";
import ColourBars from "./ColourBars.vue";
import PicturePart from "./PicturePart.vue";
import { usePictures } from "../../tools/addpicture";
import { FILL_KINDS, PAINT_KINDS, type PaintKind } from "./gradients";

const props = defineProps<{
  label: string;
  paint: Paint | null;
  /** Of which stroke, counted from the back; null: of the fill. */
  stroke: number | null;
  opacity: number;
  overprint: boolean;
}>();
const targets = useTargets();
const edits = useEdits();
const preview = usePreview();
const selection = useSelection();
const painting = usePainting();
const items = computed(() => selection.selected);
const pictures = usePictures();
const kind = computed<PaintKind>(() =>
  isGradient(props.paint) || isPicture(props.paint) ? props.paint.kind : "plain",
);
const kinds = computed(() => (props.stroke === null ? FILL_KINDS : PAINT_KINDS));
const colour = computed(() => (props.paint === null ? "#FFFFFF" : plainColour(props.paint)));

const setting = (paint: Paint | null): Command =>
  props.stroke === null
    ? { kind: "set_fill", items: items.value, colour: paint }
    : { kind: "set_stroke", items: items.value, colour: paint, stroke: props.stroke };
const choose = (paint: Paint | null): void => edits.commit(setting(paint), true);

function become(wanted: PaintKind): void {
  if (wanted === kind.value) return;
  if (wanted === "picture") {
    pictures.askToFill(items.value);
  } else if (wanted !== "plain") {
    edits.commit({
      kind: "set_gradient",
      items: items.value,
      stroke: props.stroke,
      shape: wanted,
    });
  } else if (isGradient(props.paint)) {
    const stop = props.paint.stops[Math.min(painting.stop, props.paint.stops.length - 1)];
    choose(stop?.colour ?? colour.value);
  } else choose(colour.value);
}
function fade(percent: number): void {
  const opacity = percent / 100;
  edits.commit(
    props.stroke === null
      ? { kind: "set_fill_opacity", items: items.value, opacity }
      : { kind: "set_pen", items: items.value, stroke: props.stroke, opacity },
    true,
  );
}
const printOver = (overprint: boolean): void =>
  edits.commit({ kind: "set_overprint", items: items.value, stroke: props.stroke, overprint });
</script>

<template>
  <span class="label">{{ label }}</span>
  <PaintRow
    :label="label"
    :paint="paint"
    :name="nameOf(stroke)"
    @chosen="choose"
    @slide="(c) => preview.show(setting(c))"
  >
    <template #before>
      <ChoiceButtons
        :options="kinds"
        :columns="kinds.length > 3 ? 2 : 3"
        :pressed="(k) => kind === k"
        prefix="paint"
        @choose="become"
      />
    </template>
    <GradientPart v-if="isGradient(paint)" :label="label" :gradient="paint" :stroke="stroke" />
    <PicturePart v-else-if="isPicture(paint)" :items="items" />
    <ColourBars
      v-else
      swatched
      :label="label"
      :colour="colour"
      @swatch="choose"
      @slide="(c) => preview.show(setting(c))"
      @keep="choose"
    />
    <template #after>
      <div v-if="paint !== null" class="fade">
        <span class="label">Opacity</span>
        <TypedField
          :label="`${label} opacity`"
          suffix="%"
          :value="opacity * 100"
          :binds="
            targets(stroke === null ? 'style.fill_opacity' : `style.strokes.${stroke}.opacity`)
          "
          @typed="fade"
        />
        <label class="wide check" title="In PDF, inks below that it does not use stay">
          <Checkbox
            :model-value="overprint"
            binary
            size="small"
            :input-id="`overprint-${stroke ?? 'fill'}`"
            @update:model-value="printOver"
          />
          Overprint
        </label>
      </div>
    </template>
  </PaintRow>
</template>

<style scoped>
.fade {
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr);
  gap: 6px 8px;
  align-items: center;
}
.fade .wide {
  grid-column: 1 / -1;
}
.fade .label {
  font-size: 12px;
}
</style>
