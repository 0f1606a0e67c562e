<script setup lang="ts">
// A paint in a row: a chip that opens it, what it is, typed, or none; opened, all about it.
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, ref } from "vue";
import type { Paint } from "../../api/types";
import { isGradient, isPicture, pictureAddress, plainColour } from "../../canvas/paint/paint";
import { useDocument } from "../../stores/board/document";
import { useColours } from "../../stores/painting/colours";
import { usePainting } from "../../stores/painting/painting";
import ColourBars from "./ColourBars.vue";
import { barOf } from "./gradients";

const props = withDefaults(
  defineProps<{
    label: string;
    paint: Paint | null;
    /** What tells it from all other paints of the Readout. */
    name: string;
    /** It cannot be none. */
    needed?: boolean;
  }>(),
  { needed: false },
);
const emit = defineEmits<{ chosen: [colour: string | null]; slide: [colour: string] }>();

const painting = usePainting();
const colours = useColours();
const draft = ref<string | null>(null);
const open = computed(() => painting.open === props.name);
const doc = useDocument();
const written = computed(() => {
  const { paint } = props;
  if (paint === null) return "none";
  if (typeof paint === "object" && "swatch" in paint) {
    return doc.sheet.swatches.find((s) => s.id === paint.swatch)?.name ?? paint.colour;
  }
  if (isGradient(paint) || isPicture(paint)) return paint.kind;
  return plainColour(paint);
});
const colour = computed(() => (props.paint === null ? "#FFFFFF" : plainColour(props.paint)));
const chip = computed(() => {
  if (props.paint === null) return { background: "#fff" };
  if (isPicture(props.paint)) {
    return { background: `center / cover url(${pictureAddress(doc.id, props.paint.picture)})` };
  }
  return { background: isGradient(props.paint) ? barOf(props.paint.stops) : colour.value };
});
async function typed(): Promise<void> {
  const text = draft.value?.trim();
  draft.value = null;
  if (!text || text === written.value) return;
  if (text.toLowerCase() === "none" && !props.needed) {
    emit("chosen", null);
    return;
  }
  const found = await colours.read(text);
  if (!found) return;
  colours.used(found.hex);
  emit("chosen", found.hex);
}
</script>

<template>
  <div class="paint">
    <button
      class="chip"
      :class="{ none: paint === null }"
      :style="chip"
      :aria-label="`${label} colour`"
      :aria-expanded="open"
      @click="painting.toggle(name)"
    />
    <InputText
      size="small"
      autocomplete="off"
      :model-value="draft ?? written"
      :aria-label="`${label} colour, typed`"
      @focus="($event.target as HTMLInputElement).select()"
      @update:model-value="draft = $event ?? ''"
      @keydown.enter="($event.target as HTMLInputElement).blur()"
      @keydown.esc="draft = null"
      @blur="typed"
    />
    <Button
      v-if="paint !== null && !needed"
      text
      severity="secondary"
      size="small"
      label="None"
      :aria-label="`${label}: none`"
      @click="emit('chosen', null)"
    />
  </div>
  <div v-if="open" class="wide opened" role="group" :aria-label="`${label} options`">
    <slot name="before" />
    <slot>
      <ColourBars
        :label="label"
        :colour="colour"
        @slide="(c) => emit('slide', c)"
        @keep="(c) => emit('chosen', c)"
      />
    </slot>
    <slot name="after" />
  </div>
</template>

<style scoped>
.paint {
  display: flex;
  grid-column: 2 / -1;
  gap: 6px;
  align-items: center;
  min-width: 0;
}
.paint :deep(.p-inputtext) {
  flex: 1;
  min-width: 0;
  width: 84px;
}
.chip {
  position: relative;
  overflow: hidden;
  flex: none;
  width: 24px;
  height: 24px;
  padding: 0;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  cursor: pointer;
}
.chip[aria-expanded="true"] {
  outline: 2px solid var(--active);
  outline-offset: 1px;
}
.none::after {
  content: "";
  position: absolute;
  top: 50%;
  left: -4px;
  width: 32px;
  border-top: 1.5px solid var(--trouble);
  transform: rotate(45deg);
  pointer-events: none;
}
.opened {
  display: grid;
  gap: 8px;
  padding: 8px 0 8px 10px;
  border-left: 2px solid var(--active);
}
</style>
