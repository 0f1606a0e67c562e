<script setup lang="ts">
// One of the strokes of what is selected: its paint, its width, its place among the others.
import { computed } from "vue";
import type { Stroke } from "../../api/types";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useCatalogue } from "../../stores/display/catalogue";
import ItemPaint from "./ItemPaint.vue";
import StrokeOptions from "./StrokeOptions.vue";
import { useTargets } from "../../fields/targets";
import TypedField from "../../fields/TypedField.vue";

const props = defineProps<{
  stroke: Stroke;
  /** Counted from the back. */
  index: number;
  count: number;
  /** It lies on open paths. */
  open: boolean;
}>();
const targets = useTargets();
const edits = useEdits();
const selection = useSelection();
const catalogue = useCatalogue();
const point = computed(() => catalogue.unit("pt"));
const front = computed(() => props.index === props.count - 1);
/** Borders are counted outwards from the stroke in front. */
const label = computed(() => (front.value ? "Stroke" : `Stroke ${props.count - props.index}`));

function width(value: number): void {
  edits.commit({
    kind: "set_stroke_width",
    items: selection.selected,
    width: value,
    stroke: props.index,
  });
}
</script>

<template>
  <ItemPaint
    :label="label"
    :paint="stroke.paint"
    :stroke="index"
    :opacity="stroke.opacity"
    :overprint="stroke.overprint"
  />
  <span class="label">{{ front ? "Stroke width" : "Width" }}</span>
  <TypedField
    :label="`${label} width`"
    :value="stroke.width"
    :unit="point"
    :binds="targets(`style.strokes.${index}.width`)"
    @typed="width"
  />
  <span v-if="count > 1" class="acts">
    <button
      class="row-button"
      :disabled="front"
      :aria-label="`Bring ${label} forward`"
      title="Bring forward"
      @click="edits.commit({ kind: 'order_stroke', items: selection.selected, stroke: index })"
    >
      ↑
    </button>
    <button
      class="row-button"
      :aria-label="`${label}: remove`"
      title="Remove"
      @click="edits.commit({ kind: 'delete_stroke', items: selection.selected, stroke: index })"
    >
      ✕
    </button>
  </span>
  <span v-else />
  <StrokeOptions
    v-if="stroke.paint !== null"
    :label="label"
    :paint="stroke"
    :index="index"
    :open="open"
  />
</template>

<style scoped>
.acts {
  display: flex;
  gap: 4px;
}
.acts button {
  width: 26px;
  height: 26px;
  border-radius: 6px;
  text-align: center;
}
</style>
