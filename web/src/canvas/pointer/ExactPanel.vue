<script setup lang="ts">
// The small panel at the pointer after a click with a shape: exact width and height, then Draw.
import Button from "primevue/button";
import Checkbox from "primevue/checkbox";
import { computed, nextTick, ref, watch } from "vue";
import { newId } from "../../api/ids";
import TypedField from "../../fields/TypedField.vue";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useNewItems } from "../../stores/painting/newitems";
import { useTools } from "../../tools/tools";
import { useView } from "../../stores/display/view";
import { useCatalogue } from "../../stores/display/catalogue";

const WIDTH = 224;
const HEIGHT = 160;

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
const size = ref<[number, number]>([...newItems.kept.size]);
/** As wide as typed, in the proportion in which the shape is undistorted. */
const own = ref(false);
/** Beside the pointer, kept on the canvas. */
const place = computed(() => {
  const [x, y] = tools.exact?.screen ?? [0, 0];
  const left = Math.min(x + 12, view.size[0] - WIDTH - 8);
  return { left: `${left}px`, top: `${Math.min(y + 12, view.size[1] - HEIGHT - 8)}px` };
});

watch(
  () => tools.exact,
  async (now) => {
    if (!now) return;
    size.value = [...newItems.kept.size];
    own.value = !["rectangle", "ellipse"].includes(now.shape);
    await nextTick();
    panel.value?.querySelector("input")?.focus();
  },
);

function put(axis: 0 | 1, value: number): void {
  size.value[axis] = Math.max(value, 0.01);
}

/** The field that has the hand gives up what was typed first. */
async function draw(): Promise<void> {
  const exact = tools.exact;
  if (!exact) return;
  (document.activeElement as HTMLElement | null)?.blur();
  await Promise.all([wide.value?.settled(), high.value?.settled()]);
  const [width, height] = size.value;
  const item = newId();
  tools.exact = null;
  newItems.kept.size = [width, height];
  selection.select([item]);
  edits.commit({
    kind: "draw_shape",
    item,
    shape: exact.shape,
    start: exact.at,
    to: [exact.at[0] + width, exact.at[1] + (own.value ? 0 : height)],
    square: own.value,
    container: container.active,
    dials: newItems.dialsOf(exact.shape),
    ...(newItems.kept.style ? { style: newItems.kept.style } : {}),
  });
}
</script>

<template>
  <form
    v-if="tools.exact"
    ref="panel"
    class="exact"
    :style="place"
    aria-label="Exact values"
    @submit.prevent="draw"
    @keydown.esc.stop="tools.exact = null"
    @keydown.enter.prevent="draw"
  >
    <b>{{ catalogue.shapeLabel(tools.exact.shape) }} offset</b>
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
    <label class="own"> <Checkbox v-model="own" binary size="small" /> Keep proportions </label>
    <Button class="draw" type="submit" size="small" label="Draw" />
  </form>
</template>

<style scoped>
.exact {
  position: absolute;
  z-index: 3;
  display: grid;
  grid-template-columns: 56px 1fr;
  gap: 6px 8px;
  align-items: center;
  width: 200px;
  padding: 10px 12px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--raised);
}
.own {
  display: flex;
  gap: 8px;
  align-items: center;
}
b,
.own,
.draw {
  grid-column: 1 / -1;
}
label {
  color: var(--quiet);
}
</style>
