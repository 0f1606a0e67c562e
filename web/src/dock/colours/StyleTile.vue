<script setup lang="ts">
// A saved style, shown on a small form, and its name.
import { computed } from "vue";
import type { SavedStyle, Paint, Style } from "../../api/types";
import NameField from "../../ui/NameField.vue";
import PaintedPath from "../../canvas/paint/PaintedPath.vue";
import { isGradient, isPicture } from "../../canvas/paint/paint";

const props = defineProps<{ saved: SavedStyle; hint: string }>();
const emit = defineEmits<{ use: []; renamed: [name: string]; removed: [] }>();
/** The form is one unit wide and high, so that gradients lie on it as they are told. */
const FORM =
  "M0.2 0H0.8A0.2 0.2 0 0 1 1 0.2V0.8A0.2 0.2 0 0 1 0.8 1H0.2A0.2 0.2 0 0 1 0 0.8V0.2A0.2 0.2 0 0 1 0.2 0Z";
/** Strokes keep their width in pixels, up to what finds room. */
const SIZE = 40;

const there = (paint: Paint | null): Paint | null =>
  isGradient(paint) || isPicture(paint) ? { ...paint, boxed: false } : paint;
const style = computed<Style>(() => {
  const own = props.saved.style;
  const widest = Math.max(...own.strokes.map((s) => s.width), 8);
  const by = 8 / widest / SIZE;
  return {
    ...own,
    fill: there(own.fill),
    strokes: own.strokes.map((s) => ({
      ...s,
      paint: there(s.paint),
      width: s.width * by,
      dashes: s.dashes.map((d) => d * by),
      dash_from: s.dash_from * by,
    })),
  };
});
</script>

<template>
  <div class="cell" role="listitem">
    <button class="tile" :title="hint" :data-testid="`style-${saved.name}`" @click="emit('use')">
      <svg viewBox="-0.25 -0.25 1.5 1.5" aria-hidden="true" :opacity="style.finish.opacity">
        <PaintedPath :path="FORM" rule="nonzero" :paint="style" :open="false" :dashes="[]" />
      </svg>
    </button>
    <button
      class="gone"
      :aria-label="`Delete ${saved.name}`"
      title="Delete style"
      @click="emit('removed')"
    >
      ✕
    </button>
    <NameField
      v-slot="{ edit }"
      :name="saved.name"
      label="Style name"
      @renamed="(to: string) => emit('renamed', to)"
    >
      <span class="name" title="Double click to rename" @dblclick="edit">{{ saved.name }}</span>
    </NameField>
  </div>
</template>

<style scoped>
.cell {
  position: relative;
  flex: none;
  width: 76px;
}
.tile {
  display: grid;
  place-items: center;
  width: 76px;
  height: 58px;
  padding: 0;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--tile);
  cursor: pointer;
}
.tile svg {
  width: 56px;
  height: 56px;
}
.gone {
  position: absolute;
  top: 2px;
  right: 2px;
  padding: 0 4px;
  border: 0;
  border-radius: 4px;
  background: var(--raised);
  color: var(--quiet);
  font-size: 11px;
  opacity: 0;
  cursor: pointer;
}
.cell:hover .gone,
.gone:focus-visible {
  opacity: 1;
}
.name {
  display: block;
  overflow: hidden;
  font-size: 12px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
