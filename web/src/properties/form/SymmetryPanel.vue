<script setup lang="ts">
// A symmetry in numbers: what it repeats how, its line or centre; into it and out of it.
import Button from "primevue/button";
import Checkbox from "primevue/checkbox";
import { computed } from "vue";
import type { Command, Stroke, Style } from "../../api/types";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import AxisFields from "../../fields/AxisFields.vue";
import ChoiceButtons from "../../ui/ChoiceButtons.vue";
import ChooseField from "../../ui/ChooseField.vue";
import PaintRow from "../paint/PaintRow.vue";
import EditContents from "../../fields/EditContents.vue";
import { useCatalogue } from "../../stores/display/catalogue";
import { PATTERNS } from "./patterns";

const props = defineProps<{ id: string }>();
const container = useActiveContainer();
const doc = useDocument();
const edits = useEdits();
const catalogue = useCatalogue();
const mark = computed(() => doc.steady(props.id)?.symmetry ?? null);
const empty = computed(() => doc.steadyTree.in(props.id).length === 0);
const inside = computed(() => container.active === props.id);

/** Right and left of the line, as one looks along it; of an upright line that is left and right. */
const KEEPS = computed(() => {
  const upright = mark.value?.pattern === "mirror" && Math.abs(mark.value.angle) > 45;
  const level = mark.value?.pattern === "mirror" && !upright;
  const wedge = mark.value?.pattern === "kaleidoscope";
  return [
    { value: "all" as const, label: "Everything" },
    {
      value: "right" as const,
      label: wedge ? "One wedge" : level ? "Below" : "Left side",
    },
    {
      value: "left" as const,
      label: wedge ? "Other wedge" : level ? "Above" : "Right side",
    },
  ];
});

type Setting = Omit<Extract<Command, { kind: "set_symmetry" }>, "kind" | "symmetry">;
function set(setting: Setting): void {
  edits.commit({ kind: "set_symmetry", symmetry: props.id, ...setting }, true);
}
/** What comes of it takes its place: the symmetry as a group, or the outlines that lay in it. */
function weld(): void {
  const out = doc.steadyTree.containerOf(props.id);
  if (inside.value) container.leave();
  edits.commit({ kind: "convert_to_outlines", items: [props.id] });
  if (container.active === props.id) container.enter(out);
}
function paint(on: boolean): void {
  const [first] = doc.steadyTree.drawnIn(props.id);
  const style = on ? (first && doc.steady(first)?.style) || {} : null;
  edits.commit({ kind: "set_second_style", symmetry: props.id, style });
}
const behind = computed(() => mark.value?.second?.strokes.slice(0, -1) ?? []);
/** Its front stroke in another colour. */
const inked = (paint: string | null): Stroke => ({
  ...(mark.value?.second?.strokes.at(-1) ?? catalogue.stroke),
  paint,
});
function repaint(part: Partial<Style>): void {
  const style = { ...mark.value?.second, ...part };
  edits.commit({ kind: "set_second_style", symmetry: props.id, style }, true);
}
</script>

<template>
  <section v-if="mark" aria-label="Symmetry">
    <ChoiceButtons
      class="wide"
      :options="PATTERNS"
      :columns="2"
      :pressed="(pattern) => mark?.pattern === pattern"
      prefix="pattern"
      @choose="(pattern) => set({ pattern })"
    />
    <AxisFields
      :pattern="mark.pattern"
      :centre="mark.centre"
      :angle="mark.angle"
      :count="mark.count"
      :item="id"
      @place="([x, y]) => set({ x, y })"
      @turn="(angle) => set({ angle })"
      @count="(count) => set({ count })"
    />
    <template v-if="mark.pattern !== 'wheel'">
      <span class="label">Show</span>
      <ChooseField
        label="Visible part"
        :value="mark.keeps"
        :options="KEEPS"
        @chosen="(keeps) => set({ keeps })"
      />
    </template>
    <label class="wide check">
      <Checkbox :model-value="mark.second !== null" binary @update:model-value="paint" />
      Alternate colours
    </label>
    <template v-if="mark.second">
      <span class="label">Fill</span>
      <PaintRow
        label="Fill of every other copy"
        name="second fill"
        :paint="mark.second.fill"
        @chosen="(fill) => repaint({ fill })"
      />
      <span class="label">Stroke</span>
      <PaintRow
        label="Stroke of every other copy"
        name="second stroke"
        :paint="mark.second.strokes.at(-1)?.paint ?? null"
        @chosen="(paint) => repaint({ strokes: [...behind, inked(paint)] })"
      />
    </template>
    <p v-if="mark.left_out > 0" class="wide quiet" role="status">
      {{ mark.images.length }} of {{ mark.images.length + mark.left_out }} copies are shown: the
      contents are too large to show more. None is lost.
    </p>
    <p v-else-if="empty" class="wide quiet">Empty. What you draw here shows in all copies.</p>
    <div class="wide acts">
      <EditContents :id="id" label="Draw in it" />
      <Button
        v-if="!empty"
        severity="secondary"
        size="small"
        label="Convert to outlines"
        title="Welds what meets at the seam; the rest becomes copies"
        @click="weld"
      />
    </div>
  </section>
</template>

<style scoped>
.quiet {
  margin: 0;
  color: var(--quiet);
}
.acts {
  display: flex;
  gap: 8px;
}
.acts > * {
  flex: 1;
}
</style>
