<script setup lang="ts">
// How the strokes of what is selected are drawn: where they lie, their corners, ends and dashes.
import { computed } from "vue";
import Checkbox from "primevue/checkbox";
import type { Command, Stroke } from "../../api/types";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useCatalogue } from "../../stores/display/catalogue";
import ChooseField from "../../ui/ChooseField.vue";
import DashField from "./DashField.vue";
import FoldPart from "../../ui/FoldPart.vue";
import { useTargets } from "../../fields/targets";
import TypedField from "../../fields/TypedField.vue";
import { ofStroke } from "../summaries";
import { CAPS, JOINS, PLACINGS } from "./joins";
import { counted, plural } from "../../lib/intl";

type Setting = Omit<Extract<Command, { kind: "set_pen" }>, "kind" | "items" | "stroke">;

const props = defineProps<{ label: string; paint: Stroke; index: number; open: boolean }>();
const targets = useTargets();
const edits = useEdits();
const selection = useSelection();
const catalogue = useCatalogue();
const point = computed(() => catalogue.unit("pt"));
const heading = computed(() =>
  props.label === "Stroke" ? "Stroke options" : `${props.label} options`,
);
/** The stroke that is mitred tells where that is cut off. */
const cut = computed(() => (props.paint.join === "miter" ? selection.marks.miters.length : 0));
const dashed = computed(() => props.paint.dashes.length > 0);

function set(setting: Setting): void {
  edits.commit({ kind: "set_pen", items: selection.selected, stroke: props.index, ...setting });
}
</script>

<template>
  <FoldPart class="wide pen" :heading="heading" :summary="ofStroke(paint, catalogue.stroke)">
    <section :aria-label="heading">
      <template v-if="!open">
        <span class="label">Position</span>
        <ChooseField
          label="Stroke position"
          :value="paint.placing"
          :options="PLACINGS"
          @chosen="(placing) => set({ placing })"
        />
      </template>
      <span class="label">Join</span>
      <ChooseField
        label="Corner join"
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
          :binds="targets(`style.strokes.${index}.miter_limit`)"
          @typed="(v) => set({ miter_limit: v })"
        />
        <span class="quiet">× width</span>
        <p v-if="cut > 0" class="wide help" data-testid="cut-miters">
          {{ counted(cut, "corner exceeds", "corners exceed") }} the miter limit and
          {{ plural(cut, "is", "are") }} bevelled (marked on the canvas).
        </p>
      </template>
      <template v-if="open || dashed">
        <span class="label">Cap</span>
        <ChooseField
          label="Line cap"
          :value="paint.cap"
          :options="CAPS"
          @chosen="(cap) => set({ cap })"
        />
      </template>
      <span class="label">Dashes</span>
      <DashField
        label="Dashes and gaps"
        :lengths="paint.dashes"
        :binds="(n) => targets(`style.strokes.${index}.dashes.${n}`)"
        :unit="point"
        @typed="(dashes) => set({ dashes })"
      />
      <span class="rest ready">
        <button class="row-button" :disabled="!dashed" @click="set({ dashes: [] })">None</button>
        <button
          class="row-button"
          title="Three widths on, two off"
          @click="set({ dashes: [3 * paint.width, 2 * paint.width] })"
        >
          Dashed
        </button>
        <button
          class="row-button"
          title="Round dots, two widths apart"
          @click="set({ dashes: [0, 2 * paint.width], cap: 'round' })"
        >
          Dotted
        </button>
      </span>
      <template v-if="dashed">
        <span class="label">Offset</span>
        <TypedField
          label="Dash offset"
          :value="paint.dash_from"
          :unit="point"
          :binds="targets(`style.strokes.${index}.dash_from`)"
          :disabled="paint.dash_fit"
          @typed="(v) => set({ dash_from: v })"
        />
        <label class="wide check">
          <Checkbox
            :model-value="paint.dash_fit"
            binary
            @update:model-value="(dash_fit: boolean) => set({ dash_fit })"
          />
          Align dashes to corners and ends
        </label>
      </template>
    </section>
  </FoldPart>
</template>

<style scoped>
.ready {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 4px;
}
.ready button {
  height: 24px;
  padding: 0 4px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--raised);
  font-size: 12px;
  text-align: center;
}
.pen {
  margin: 0 -14px;
  border-top: 0;
}
.pen :deep(summary) {
  padding: 3px 14px;
}
.quiet {
  color: var(--quiet);
}
</style>
