<script setup lang="ts">
// What becomes of the form of an assembly: as it is, grown or shrunk, or the strokes of its parts.
import Checkbox from "primevue/checkbox";
import { computed } from "vue";
import type { AssemblyMark, Grown } from "../../api/types";
import { useBoard } from "../../stores/board/board";
import { useCatalogue } from "../../stores/display/catalogue";
import ChooseField from "../../ui/ChooseField.vue";
import TypedField from "../../fields/TypedField.vue";
import { JOINS } from "../paint/joins";

const props = defineProps<{ id: string; mark: AssemblyMark }>();
const board = useBoard();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(board.sheet.unit));
const point = computed(() => catalogue.unit("pt"));

type Kind = "plain" | "grown" | "stroked";
const KINDS: readonly { value: Kind; label: string }[] = [
  { value: "plain", label: "Combined shape" },
  { value: "grown", label: "Offset" },
  { value: "stroked", label: "Outlined strokes" },
];

const kind = computed<Kind>(() => props.mark.edge?.kind ?? "plain");
const grown = computed(() => (props.mark.edge?.kind === "grown" ? props.mark.edge : null));
/** Of the strokes of its parts, where they agree. */
const parts = computed(() => board.tree.in(props.id));
const width = computed(() => {
  const painted = parts.value.flatMap((i) => (board.paints(i) ? [i] : board.tree.drawnIn(i)));
  const found = new Set(painted.map((i) => board.drawable(i)?.style.strokes[0]?.width));
  return found.size === 1 ? ([...found][0] ?? null) : null;
});

function become(wanted: Kind): void {
  const two = 2 * catalogue.unit("mm").size;
  const edge =
    wanted === "plain"
      ? null
      : wanted === "grown"
        ? ({ kind: "grown", distance: two } as const)
        : ({ kind: "stroked" } as const);
  board.commit({ kind: "set_edge", assembly: props.id, edge });
}
function set(part: Partial<Grown>): void {
  if (!grown.value) return;
  board.commit({ kind: "set_edge", assembly: props.id, edge: { ...grown.value, ...part } });
}
</script>

<template>
  <section aria-label="Result">
    <span class="label">Result</span>
    <ChooseField label="Result" :value="kind" :options="KINDS" @chosen="become" />
    <template v-if="grown">
      <span class="label">Offset</span>
      <TypedField
        label="Offset"
        :value="grown.distance"
        :unit="unit"
        @typed="(distance) => set({ distance })"
      />
      <TypedField
        label="Offset steps"
        suffix="×"
        :value="grown.count ?? 1"
        @typed="(v) => set({ count: Math.round(v) })"
      />
      <span class="label">Corners</span>
      <ChooseField
        label="Offset corners"
        :value="grown.join ?? 'round'"
        :options="JOINS"
        @chosen="(join) => set({ join })"
      />
      <template v-if="grown.join === 'miter'">
        <span class="label">Miter limit</span>
        <TypedField
          label="Offset miter limit"
          suffix="×"
          :value="grown.miter_limit ?? 4"
          @typed="(v) => set({ miter_limit: v })"
        />
      </template>
      <label class="wide check">
        <Checkbox
          :model-value="grown.shows ?? true"
          binary
          @update:model-value="(shows: boolean) => set({ shows })"
        />
        Show parts
      </label>
    </template>
    <template v-else-if="kind === 'stroked'">
      <span class="label">Stroke width</span>
      <TypedField
        label="Stroke width of the parts"
        :value="width"
        :mixed="width === null"
        :unit="point"
        @typed="(v) => board.commit({ kind: 'set_stroke_width', items: [...parts], width: v })"
      />
    </template>
  </section>
</template>
