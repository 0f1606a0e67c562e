<script setup lang="ts">
// The Colours leaf: the swatches of the drawing, and the styles that are saved in it.
import { computed, ref } from "vue";
import NameField from "../../ui/NameField.vue";
import { newId } from "../../api/ids";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useSampling } from "../../stores/painting/sampling";
import { useSwatches } from "../../stores/painting/swatches";
import PanelColumns from "../PanelColumns.vue";
import StyleTile from "./StyleTile.vue";

const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const sampling = useSampling();
const swatches = useSwatches();
const leaf = ref("Swatches");
const file = ref<HTMLInputElement | null>(null);
const reference = computed(
  () => doc.sheet.references.find((u) => u.id === doc.aid) ?? doc.sheet.references[0],
);
const some = computed(() => selection.selected.length > 0);
const target = computed(() => (some.value ? "the selection" : "new items"));

function picked(event: Event): void {
  const input = event.target as HTMLInputElement;
  const [first] = input.files ?? [];
  if (first) void swatches.takeIn(first);
  input.value = "";
}
function keepStyle(): void {
  const [item] = selection.selected;
  if (item !== undefined) edits.commit({ kind: "save_style", item, style_id: newId() });
}
</script>

<template>
  <PanelColumns
    label="Swatches and styles"
    :kinds="['Swatches', 'Styles']"
    :shown="leaf"
    @show="(kind) => (leaf = kind)"
  >
    <template v-if="leaf === 'Swatches'">
      <p v-if="swatches.all.length === 0" class="none" role="listitem">
        No swatches yet. Select something and press “Add its colours”, or import a palette.
      </p>
      <div v-for="s in swatches.all" :key="s.id" class="cell" role="listitem">
        <button
          class="swatch"
          :class="{ chosen: s.id === swatches.chosen }"
          :style="{ background: s.colour }"
          :title="`${s.name}: click to fill ${target}, Shift click for the stroke`"
          :data-testid="`swatch-${s.name}`"
          :aria-label="s.name"
          @click="(e) => swatches.use(s, e.shiftKey ? 'stroke' : 'fill')"
        />
        <NameField
          v-slot="{ edit }"
          :name="s.name"
          label="Swatch name"
          @renamed="(called: string) => edits.commit({ kind: 'set_swatch', swatch: s.id, called })"
        >
          <span class="name" title="Double click to rename" @dblclick="edit">{{ s.name }}</span>
        </NameField>
      </div>
    </template>
    <template v-else>
      <p v-if="doc.sheet.styles.length === 0" class="none" role="listitem">
        No styles yet. Select something and press “Save as style”.
      </p>
      <StyleTile
        v-for="k in doc.sheet.styles"
        :key="k.id"
        :saved="k"
        :hint="`Apply to ${target}`"
        @use="sampling.giveStyle(k.style)"
        @renamed="(called) => edits.commit({ kind: 'set_saved_style', style_id: k.id, called })"
        @removed="edits.commit({ kind: 'set_saved_style', style_id: k.id })"
      />
    </template>
    <template #acts>
      <template v-if="leaf === 'Swatches'">
        <button class="row-button act" :disabled="!some" @click="swatches.keepOfItems()">
          Add its colours
        </button>
        <button
          class="row-button act"
          :disabled="!reference"
          @click="reference && swatches.ofReference(reference.id)"
        >
          Colours from reference
        </button>
        <button class="row-button act" @click="file?.click()">Import palette…</button>
        <button
          class="row-button act"
          :disabled="swatches.all.length === 0"
          @click="swatches.sendOut('css')"
        >
          Export as CSS
        </button>
        <button
          class="row-button act"
          :disabled="swatches.all.length === 0"
          @click="swatches.sendOut('tokens')"
        >
          Export as design tokens
        </button>
      </template>
      <button v-else class="row-button act" :disabled="!some" @click="keepStyle">
        Save as style
      </button>
      <input
        ref="file"
        type="file"
        accept=".css,.json,text/css,application/json"
        hidden
        data-testid="palette-file"
        @change="picked"
      />
    </template>
  </PanelColumns>
</template>

<style scoped>
.cell {
  flex: none;
  width: 64px;
}
.swatch {
  display: block;
  width: 64px;
  height: 56px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  cursor: pointer;
}
.swatch.chosen {
  outline: 2px solid var(--active);
  outline-offset: 1px;
}
.name {
  display: block;
  overflow: hidden;
  font-size: 12px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
