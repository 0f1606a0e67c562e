<script setup lang="ts">
// What becomes of the form of an assembly: as it is, grown or shrunk, the strokes of its parts, or
// steps between them.
import Checkbox from "primevue/checkbox";
import { computed } from "vue";
import type { AssemblyMark, BlendEffect, OffsetEffect } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useCatalogue } from "../../stores/display/catalogue";
import ChooseField from "../../ui/ChooseField.vue";
import { targetsOf } from "../../fields/targets";
import TypedField from "../../fields/TypedField.vue";
import { JOINS } from "../paint/joins";
import { SPACINGS } from "../spacings";

const props = defineProps<{ id: string; mark: AssemblyMark }>();
const doc = useDocument();
const edits = useEdits();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const point = computed(() => catalogue.unit("pt"));

type Kind = "plain" | NonNullable<NonNullable<AssemblyMark["result"]>["kind"]>;
const KINDS: readonly { value: Kind; label: string }[] = [
  { value: "plain", label: "Combined shape" },
  { value: "offset", label: "Offset" },
  { value: "stroke", label: "Outlined strokes" },
  { value: "blend", label: "Blend" },
];

const kind = computed<Kind>(() => props.mark.result?.kind ?? "plain");
const grown = computed(() => (props.mark.result?.kind === "offset" ? props.mark.result : null));
const blend = computed(() => (props.mark.result?.kind === "blend" ? props.mark.result : null));
/** Of the strokes of its parts, where they agree. */
const parts = computed(() => doc.steadyTree.in(props.id));
const width = computed(() => {
  const painted = parts.value.flatMap((i) => (doc.paints(i) ? [i] : doc.steadyTree.drawnIn(i)));
  const found = new Set(painted.map((i) => doc.steady(i)?.style.strokes[0]?.width));
  return found.size === 1 ? ([...found][0] ?? null) : null;
});

function made(wanted: Kind): AssemblyMark["result"] {
  if (wanted === "offset") return { kind: "offset", distance: 2 * catalogue.unit("mm").size };
  if (wanted === "blend") return { kind: "blend" };
  return wanted === "stroke" ? { kind: "stroke" } : null;
}
function become(wanted: Kind): void {
  edits.commit({ kind: "set_result", assembly: props.id, result: made(wanted) });
}
function set(part: Partial<OffsetEffect>): void {
  if (!grown.value) return;
  edits.commit({ kind: "set_result", assembly: props.id, result: { ...grown.value, ...part } });
}
function setBlend(part: Partial<BlendEffect>): void {
  if (!blend.value) return;
  edits.commit({ kind: "set_result", assembly: props.id, result: { ...blend.value, ...part } });
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
        :binds="[[id, 'result.distance']]"
        @typed="(distance) => set({ distance })"
      />
      <TypedField
        label="Offset steps"
        suffix="×"
        :value="grown.count ?? 1"
        :binds="[[id, 'result.count']]"
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
          :model-value="grown.show_parts ?? true"
          binary
          @update:model-value="(show_parts: boolean) => set({ show_parts })"
        />
        Show parts
      </label>
    </template>
    <template v-else-if="blend">
      <span class="label">Steps</span>
      <TypedField
        label="Steps of the blend"
        suffix="×"
        :value="blend.count ?? 3"
        :binds="[[id, 'result.count']]"
        @typed="(v) => setBlend({ count: Math.round(v) })"
      />
      <ChooseField
        label="Spacing of the blend"
        :value="blend.spacing ?? 'even'"
        :options="SPACINGS"
        @chosen="(spacing) => setBlend({ spacing })"
      />
    </template>
    <template v-else-if="kind === 'stroke'">
      <span class="label">Stroke width</span>
      <TypedField
        label="Stroke width of the parts"
        :value="width"
        :mixed="width === null"
        :unit="point"
        :binds="targetsOf(parts, 'style.strokes.0.width')"
        @typed="(v) => edits.commit({ kind: 'set_stroke_width', items: [...parts], width: v })"
      />
    </template>
  </section>
</template>
