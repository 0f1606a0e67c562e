<script setup lang="ts">
// How the strokes of what is selected are drawn: where they lie, their corners, ends and dashes.
import { computed } from "vue";
import type { Command, Style } from "../api/types";
import { useBoard } from "../stores/board";
import { useVocabulary } from "../stores/vocabulary";
import ChooseField from "./ChooseField.vue";
import DashField from "./DashField.vue";
import FoldPart from "./FoldPart.vue";
import TypedField from "./TypedField.vue";
import { CAPS, JOINS, PLACINGS } from "./joins";

type Setting = Omit<Extract<Command, { kind: "set_pen" }>, "kind" | "items">;

const props = defineProps<{ paint: Required<Style>; open: boolean }>();
const board = useBoard();
const vocabulary = useVocabulary();
const point = computed(() => vocabulary.unit("pt"));
const dashed = computed(() => props.paint.dashes.length > 0);

function set(setting: Setting): void {
  board.commit({ kind: "set_pen", items: board.selected, ...setting });
}
</script>

<template>
  <FoldPart heading="How it is stroked">
    <section aria-label="How it is stroked">
      <template v-if="!open">
        <span class="label">Lies</span>
        <ChooseField
          label="Where the stroke lies"
          :value="paint.placing"
          :options="PLACINGS"
          @chosen="(placing) => set({ placing })"
        />
      </template>
      <span class="label">Corners</span>
      <ChooseField
        label="Corners of the stroke"
        :value="paint.join"
        :options="JOINS"
        @chosen="(join) => set({ join })"
      />
      <template v-if="paint.join === 'miter'">
        <span class="label">Miter limit</span>
        <TypedField
          label="Miter limit"
          suffix="×"
          :value="paint.miter_limit"
          @typed="(v) => set({ miter_limit: v })"
        />
        <span class="quiet">widths</span>
      </template>
      <template v-if="open || dashed">
        <span class="label">Ends</span>
        <ChooseField
          label="Ends of the stroke"
          :value="paint.cap"
          :options="CAPS"
          @chosen="(cap) => set({ cap })"
        />
      </template>
      <span class="label">Dashes</span>
      <DashField
        label="Dashes and gaps"
        :lengths="paint.dashes"
        :unit="point"
        @typed="(dashes) => set({ dashes })"
      />
      <template v-if="dashed">
        <span class="label">Begin at</span>
        <TypedField
          label="Dashes begin at"
          :value="paint.dash_from"
          :unit="point"
          @typed="(v) => set({ dash_from: v })"
        />
      </template>
    </section>
  </FoldPart>
</template>

<style scoped>
.quiet {
  color: var(--quiet);
}
</style>
