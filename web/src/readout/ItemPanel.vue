<script setup lang="ts">
// Place, size and angle of what is selected, and what can be done with it as a whole.
import Button from "primevue/button";
import { computed } from "vue";
import type { Command } from "../api/types";
import { useBoard } from "../stores/board";
import { useVocabulary } from "../stores/vocabulary";
import TypedField from "./TypedField.vue";

type Part = "x" | "y" | "width" | "height" | "angle";

const board = useBoard();
const vocabulary = useVocabulary();
const unit = computed(() => vocabulary.unit(board.sheet.unit));
const frame = computed(() => board.marks.frame);
const shapes = computed(() =>
  board.selected.some((s) => board.tree.drawnIn(s).some((i) => isShape(board.drawable(i)?.type))),
);
const isShape = (type = ""): boolean => vocabulary.shape(type) !== undefined;

function place(part: Part, value: number): void {
  board.commit({ kind: "place_items", items: board.selected, [part]: value } as Command);
}

const turnIntoOutlines = (): void =>
  board.commit({ kind: "turn_into_outlines", items: board.selected });
</script>

<template>
  <section v-if="frame" aria-label="Place and size">
    <span class="label">Middle</span>
    <TypedField
      label="Middle x"
      suffix="x"
      :value="frame.centre[0]"
      :unit="unit"
      @typed="(v) => place('x', v)"
    />
    <TypedField
      label="Middle y"
      suffix="y"
      :value="frame.centre[1]"
      :unit="unit"
      @typed="(v) => place('y', v)"
    />
    <span class="label">Size</span>
    <TypedField
      label="Width"
      suffix="w"
      :value="frame.width"
      :unit="unit"
      @typed="(v) => place('width', v)"
    />
    <TypedField
      label="Height"
      suffix="h"
      :value="frame.height"
      :unit="unit"
      @typed="(v) => place('height', v)"
    />
    <span class="label">Angle</span>
    <TypedField label="Angle" suffix="°" :value="frame.angle" @typed="(v) => place('angle', v)" />
    <span />
    <Button
      v-if="shapes"
      class="wide"
      severity="secondary"
      size="small"
      label="Turn into outlines"
      @click="turnIntoOutlines"
    />
  </section>
</template>
