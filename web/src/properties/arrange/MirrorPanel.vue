<script setup lang="ts">
// The line that the Symmetry tool lays: what is made of it, where it goes through, at which angle.
import Button from "primevue/button";
import { computed } from "vue";
import type { Axis } from "../../api/types";
import { useMakingSymmetry } from "../../tools/makesymmetry";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useDrafting } from "../../stores/editing/drafting";
import { useMirroring, type Makes } from "../../stores/editing/mirroring";
import { useTools } from "../../tools/tools";
import AxisFields from "../../fields/AxisFields.vue";
import ChoiceButtons from "../../ui/ChoiceButtons.vue";
import ChooseField from "../../ui/ChooseField.vue";
import { PATTERNS } from "../form/patterns";

const doc = useDocument();
const selection = useSelection();
const drafting = useDrafting();
const mirroring = useMirroring();
const tools = useTools();
const make = useMakingSymmetry();

const MAKES: readonly (readonly [Makes, string, string])[] = [
  ["live", "Live", "M2 8A6 6 0 0 1 13 5M14 8A6 6 0 0 1 3 11M13 2V5H10M3 14V11H6"],
  ["copy", "Copy", "M2 3H7V13H2ZM9 3H14V13H9Z"],
  ["flip", "Flip", "M3 6H12L9.5 3.5M13 10H4L6.5 12.5"],
];
const DOES: Record<Makes, string> = {
  live: "Live: the contents stay mirrored while you edit.",
  copy: "A mirrored copy; the original stays.",
  flip: "Flips the original.",
};

const empty = computed(() => selection.selected.length === 0);
const live = computed(() => empty.value || mirroring.makes === "live");
const pattern = computed(() => (live.value ? mirroring.pattern : "mirror"));
const axis = computed(() => mirroring.axis);

type Lays = NonNullable<Axis["through"]> | `guide ${string}`;
const lays = computed(() => {
  const found: { value: Lays; label: string }[] = [
    { value: "best", label: "Best fit" },
    { value: "sheet", label: "Sheet centre" },
  ];
  if (!empty.value) {
    found.push({ value: "middle", label: "Its centre" }, { value: "ends", label: "Its open ends" });
  }
  doc.sheet.guides.forEach((g, n) => {
    found.push({ value: `guide ${g.id}`, label: `Guide ${n + 1}, ${Math.round(g.angle)}°` });
  });
  return found;
});
const laid = computed<Lays | null>(() => {
  const { through, guide } = axis.value;
  return through === "guide" ? `guide ${guide ?? ""}` : (through ?? null);
});
function lay(value: Lays): void {
  if (value.startsWith("guide ")) mirroring.lay("guide", value.slice(6));
  else mirroring.lay(value as NonNullable<Axis["through"]>);
}
const label = computed(() => {
  if (!live.value) return mirroring.makes === "copy" ? "Create copy" : "Flip";
  return `Create ${pattern.value}`;
});
</script>

<template>
  <header>
    <h2>Symmetry</h2>
    <span>{{ empty ? "empty, to draw into" : "of the selection" }}</span>
  </header>
  <section aria-label="Mirror line">
    <ChoiceButtons
      v-if="!empty"
      class="wide"
      :options="MAKES"
      :columns="3"
      :pressed="(makes) => mirroring.makes === makes"
      prefix="makes"
      @choose="(makes) => mirroring.choose({ makes })"
    />
    <p v-if="!empty" class="wide quiet">{{ DOES[mirroring.makes] }}</p>
    <ChoiceButtons
      v-if="live"
      class="wide"
      :options="PATTERNS"
      :columns="2"
      :pressed="(pattern) => mirroring.pattern === pattern"
      prefix="pattern"
      @choose="(pattern) => mirroring.choose({ pattern })"
    />
    <span class="label">Axis</span>
    <ChooseField
      label="Position of the axis"
      :value="laid"
      :options="lays"
      placeholder="Custom"
      class="lays"
      @chosen="lay"
    />
    <AxisFields
      v-if="axis.centre"
      :pattern="pattern"
      :centre="axis.centre"
      :angle="axis.angle ?? 90"
      :count="axis.count ?? 6"
      @place="(centre) => mirroring.change({ centre, through: 'place' })"
      @turn="(angle) => mirroring.change({ angle })"
      @count="(count) => mirroring.change({ count })"
    />
    <p v-if="drafting.trouble" class="wide trouble" role="alert">{{ drafting.trouble }}</p>
    <div class="wide acts">
      <Button
        size="small"
        :label="label"
        :disabled="drafting.trouble !== ''"
        title="Enter"
        @click="make()"
      />
      <Button
        severity="secondary"
        size="small"
        label="Cancel"
        title="Esc"
        @click="tools.use('select')"
      />
    </div>
  </section>
</template>

<style scoped>
header {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  padding: 12px 14px;
}
h2 {
  font-size: 15px;
}
header span,
.quiet {
  color: var(--quiet);
}
.quiet,
.trouble {
  margin: 0;
}
.trouble {
  color: var(--trouble);
}
.lays {
  grid-column: 2 / -1;
}
.acts {
  display: flex;
  gap: 8px;
}
.acts > * {
  flex: 1;
}
</style>
