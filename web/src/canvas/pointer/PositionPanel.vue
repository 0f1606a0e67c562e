<script setup lang="ts">
// The position of the crosshair, or of the mark that has the keys, typed in numbers.
import Button from "primevue/button";
import { computed, nextTick, ref, watch } from "vue";
import TypedField from "../../fields/TypedField.vue";
import { useDocument } from "../../stores/board/document";
import { useCatalogue } from "../../stores/display/catalogue";
import { useView } from "../../stores/display/view";
import { useCrosshair } from "../../tools/crosshair";
import { besideOn } from "./beside";

const emit = defineEmits<{ left: [] }>();
const crosshair = useCrosshair();
const view = useView();
const doc = useDocument();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const panel = ref<HTMLElement | null>(null);
const across = ref<InstanceType<typeof TypedField> | null>(null);
const down = ref<InstanceType<typeof TypedField> | null>(null);
const at = ref<[number, number]>([0, 0]);
const place = computed(() =>
  besideOn(view.toScreen(crosshair.place ?? [0, 0]), view.size, [200, 130]),
);

watch(
  () => crosshair.typing,
  async (on) => {
    if (!on) return;
    at.value = [...(crosshair.place ?? [0, 0])] as [number, number];
    await nextTick();
    panel.value?.querySelector("input")?.focus();
  },
);

let going = false;
/** The keys stay in the form until what was typed has been read. */
async function go(): Promise<void> {
  if (going) return;
  going = true;
  panel.value?.querySelector("button")?.focus();
  await Promise.all([across.value?.settled(), down.value?.settled()]);
  going = false;
  crosshair.typed([...at.value] as [number, number]);
  emit("left");
}
function leave(): void {
  crosshair.typing = false;
  emit("left");
}
</script>

<template>
  <form
    v-if="crosshair.typing"
    ref="panel"
    class="canvas-form"
    :style="place"
    aria-label="Position"
    @submit.prevent="go"
    @keydown.esc.stop="leave"
    @keydown.enter.prevent="go"
  >
    <b>Position</b>
    <label>X</label>
    <TypedField
      ref="across"
      label="Position X"
      :value="at[0]"
      :unit="unit"
      @typed="(v) => (at[0] = v)"
    />
    <label>Y</label>
    <TypedField
      ref="down"
      label="Position Y"
      :value="at[1]"
      :unit="unit"
      @typed="(v) => (at[1] = v)"
    />
    <Button class="all" type="submit" size="small" label="Go" />
  </form>
</template>
