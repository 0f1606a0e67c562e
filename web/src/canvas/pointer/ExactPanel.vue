<script setup lang="ts">
// The small panel after a click with a shape, or where one is inserted by numbers: which shape, its
// position and size, then Draw.
import Button from "primevue/button";
import Checkbox from "primevue/checkbox";
import { computed, nextTick, ref, watch } from "vue";
import { newId } from "../../api/ids";
import type { Point } from "../../api/types";
import TypedField from "../../fields/TypedField.vue";
import ChooseField from "../../ui/ChooseField.vue";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useNewItems } from "../../stores/painting/newitems";
import { useTools } from "../../tools/tools";
import { useView } from "../../stores/display/view";
import { useCatalogue } from "../../stores/display/catalogue";
import { besideOn } from "./beside";

const SIZE: Point = [240, 290];

const emit = defineEmits<{ left: [] }>();
const container = useActiveContainer();
const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const newItems = useNewItems();
const tools = useTools();
const view = useView();
const catalogue = useCatalogue();
const wide = ref<InstanceType<typeof TypedField> | null>(null);
const high = ref<InstanceType<typeof TypedField> | null>(null);
const panel = ref<HTMLElement | null>(null);
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const size = ref<[number, number]>([...newItems.remembered.size]);
/** As wide as typed, in the proportion in which the shape is undistorted. */
const own = ref(false);
/** Beside the pointer, kept on the canvas. */
const place = computed(() => besideOn(tools.exact?.screen ?? [0, 0], view.size, SIZE));
const at = ref<[number, number]>([0, 0]);
const left = ref<InstanceType<typeof TypedField> | null>(null);
const top = ref<InstanceType<typeof TypedField> | null>(null);
const shape = ref("rectangle");
const shapes = computed(() =>
  catalogue.facts.shapes.map((s) => ({ value: s.name, label: s.label })),
);

watch(
  () => tools.exact,
  async (now) => {
    if (!now) return;
    size.value = [...newItems.remembered.size];
    at.value = [...now.at];
    shape.value = now.shape;
    await nextTick();
    panel.value?.querySelector("input")?.focus();
  },
);

watch(shape, (now) => {
  own.value = !["rectangle", "ellipse"].includes(now);
});

function put(axis: 0 | 1, value: number): void {
  size.value[axis] = Math.max(value, 0.01);
}

let drawing = false;
/** The field that has the hand gives up what was typed first. */
async function draw(): Promise<void> {
  if (!tools.exact || drawing) return;
  drawing = true; // the keys stay in the form until what was typed has been read
  panel.value?.querySelector("button")?.focus();
  await Promise.all([left, top, wide, high].map((field) => field.value?.settled()));
  drawing = false;
  const [width, height] = size.value;
  const item = newId();
  tools.exact = null;
  newItems.remembered.size = [width, height];
  selection.select([item]);
  edits.commit({
    kind: "draw_shape",
    item,
    shape: shape.value,
    start: [...at.value],
    to: [at.value[0] + width, at.value[1] + (own.value ? 0 : height)],
    square: own.value,
    container: container.active,
    dials: newItems.dialsOf(shape.value),
    ...(newItems.remembered.style ? { style: newItems.remembered.style } : {}),
  });
  emit("left");
}

function leave(): void {
  tools.exact = null;
  emit("left");
}
</script>

<template>
  <form
    v-if="tools.exact"
    ref="panel"
    class="canvas-form"
    :style="place"
    aria-label="Exact values"
    @submit.prevent="draw"
    @keydown.esc.stop="leave"
    @keydown.enter.prevent="draw"
  >
    <b>{{ tools.exact.asks ? "Insert shape" : catalogue.shapeLabel(shape) }}</b>
    <template v-if="tools.exact.asks">
      <label>Shape</label>
      <ChooseField
        label="Shape to insert"
        :value="shape"
        :options="shapes"
        @chosen="(chosen) => (shape = chosen)"
      />
    </template>
    <label>X</label>
    <TypedField
      ref="left"
      label="Exact X"
      :value="at[0]"
      :unit="unit"
      @typed="(v) => (at[0] = v)"
    />
    <label>Y</label>
    <TypedField ref="top" label="Exact Y" :value="at[1]" :unit="unit" @typed="(v) => (at[1] = v)" />
    <label>Width</label>
    <TypedField
      ref="wide"
      label="Exact width"
      :value="size[0]"
      :unit="unit"
      @typed="(v) => put(0, v)"
    />
    <label v-if="!own">Height</label>
    <TypedField
      v-if="!own"
      ref="high"
      label="Exact height"
      :value="size[1]"
      :unit="unit"
      @typed="(v) => put(1, v)"
    />
    <label class="own all"> <Checkbox v-model="own" binary size="small" /> Keep proportions </label>
    <Button class="all" type="submit" size="small" :label="tools.exact.asks ? 'Insert' : 'Draw'" />
  </form>
</template>

<style scoped>
.own {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
