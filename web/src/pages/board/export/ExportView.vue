<script setup lang="ts">
// Export: the format, how it is made, and a look at what comes of it before it is saved.
import Button from "primevue/button";
import Dialog from "primevue/dialog";
import ProgressBar from "primevue/progressbar";
import { computed } from "vue";
import type { FormatSettings } from "../../../api/types";
import ChooseField from "../../../ui/ChooseField.vue";
import { useDocument } from "../../../stores/board/document";
import { useSelection } from "../../../stores/board/selection";
import { useExporting } from "../../../stores/library/exporting";
import ExportFields from "./ExportFields.vue";
import { fileSize } from "../../../lib/intl";
import { FORMATS } from "./fields";

const WHATS = [
  { value: "sheet", label: "Sheet" },
  { value: "selection", label: "Selection" },
  { value: "each", label: "One file per selected item" },
] as const;
const SETS = [
  { value: "shown", label: "As shown" },
  { value: "each", label: "One file per set" },
  { value: "contact", label: "Contact sheet" },
] as const;
/** Files that are named; of more their number is told. */
const NAMED = 5;

const doc = useDocument();
const selection = useSelection();
const exporting = useExporting();
const format = computed(() => FORMATS.find((f) => f.kind === exporting.kind) ?? FORMATS[0]);
const whats = computed(() => (selection.selected.length > 0 ? WHATS : WHATS.slice(0, 1)));
const what = computed(() => exporting.now?.what ?? "sheet");
const files = computed(() => exporting.look?.files ?? []);
const facts = (f: { size?: number | null; pixels?: [number, number] | null }): string =>
  f.pixels ? `${f.pixels[0]} × ${f.pixels[1]} px` : f.size == null ? "" : fileSize(f.size);
const set = (part: Partial<FormatSettings>): void => exporting.set(part);
</script>

<template>
  <Dialog
    v-model:visible="exporting.open"
    modal
    dismissable-mask
    header="Export"
    class="send"
    :style="{ width: 'min(940px, 96vw)' }"
  >
    <div class="parts">
      <nav class="formats" aria-label="Format">
        <button
          v-for="f in FORMATS"
          :key="f.kind"
          class="row-button format"
          :class="{ active: f.kind === exporting.kind }"
          :aria-pressed="f.kind === exporting.kind"
          :data-testid="`format-${f.kind}`"
          @click="exporting.kind = f.kind"
        >
          <b>{{ f.label }}</b>
          <span>{{ f.serves }}</span>
        </button>
        <RouterLink
          class="format table"
          :to="`/drawings/${doc.id}/cutting-table`"
          data-testid="to-cutting-table"
          @click="exporting.open = false"
        >
          <b>Cutting table…</b>
          <span>check, lay out and cut on a simulated cutter</span>
        </RouterLink>
      </nav>
      <section v-if="exporting.now && format" class="settings" aria-label="Settings">
        <span class="label">Scope</span>
        <ChooseField
          label="What to export"
          :value="what"
          :options="whats"
          placeholder="Nothing is selected"
          @chosen="(v) => set({ what: v })"
        />
        <template v-if="doc.sheet.measure_sets.length > 0">
          <span class="label">Sets</span>
          <ChooseField
            label="Sets of measures"
            :value="exporting.now.sets ?? 'shown'"
            :options="SETS"
            @chosen="(sets) => set({ sets })"
          />
        </template>
        <ExportFields :fields="format.fields" :sending="exporting.now" @set="set" />
      </section>
      <section class="look" aria-label="Result">
        <div class="pictures" :class="{ several: (exporting.look?.pictures.length ?? 0) > 1 }">
          <p v-if="exporting.trouble" class="trouble" role="alert">{{ exporting.trouble }}</p>
          <p v-else-if="!exporting.look" role="status">Preparing…</p>
          <img v-for="(p, n) in exporting.look?.pictures ?? []" :key="n" :src="p" alt="" />
        </div>
        <ul class="files">
          <li v-for="f in files.slice(0, NAMED)" :key="f.name">
            <span class="name">{{ f.name }}</span> <span>{{ facts(f) }}</span>
          </li>
          <li v-if="files.length > NAMED">and {{ files.length - NAMED }} more, in one zip file</li>
        </ul>
        <p v-for="s in exporting.look?.messages ?? []" :key="s" class="message">{{ s }}</p>
      </section>
    </div>
    <template #footer>
      <div v-if="exporting.long || exporting.sends" class="long" role="status">
        <ProgressBar
          v-if="exporting.long"
          class="bar"
          :value="Math.round(exporting.long.part * 100)"
        />
        <Button
          size="small"
          severity="secondary"
          :label="exporting.long?.stopping ? 'Stopping…' : 'Stop'"
          :disabled="exporting.long?.stopping ?? false"
          @click="exporting.stop"
        />
      </div>
      <span class="note">Settings are saved with the drawing; Ctrl S exports again.</span>
      <Button
        :label="exporting.sends ? 'Exporting…' : 'Save'"
        :disabled="exporting.sends || exporting.trouble !== '' || !exporting.now"
        data-testid="export-save"
        @click="exporting.save"
      />
    </template>
  </Dialog>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: 168px 268px minmax(0, 1fr);
  gap: 16px;
  min-height: 430px;
}
.formats {
  display: grid;
  gap: 4px;
  align-content: start;
}
.format {
  display: grid;
  padding: 6px 10px;
  text-align: left;
  border-radius: 6px;
}
.format span {
  color: var(--quiet);
  font-size: 12px;
}
.table {
  margin-top: 8px;
  border: 1px solid var(--hairline);
  color: inherit;
  text-decoration: none;
}
.format.active {
  background: var(--tint);
}
.settings {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  gap: 8px;
  align-content: start;
  align-items: center;
}
.label {
  color: var(--quiet);
}
.pictures {
  display: grid;
  place-items: center;
  height: 320px;
  padding: 8px;
  overflow: auto;
  background: var(--desk);
  border: 1px solid var(--hairline);
  border-radius: 6px;
}
.pictures img {
  max-width: 100%;
  max-height: 302px;
  background: #fff;
  border: 1px solid var(--hairline);
}
.pictures.several {
  grid-template-columns: repeat(auto-fill, minmax(96px, 1fr));
  gap: 8px;
  place-content: start stretch;
}
.pictures.several img {
  max-height: 140px;
}
.trouble {
  color: var(--trouble);
}
.files {
  margin: 8px 0 0;
  padding: 0;
  font-size: 12px;
  list-style: none;
}
.files li {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  color: var(--quiet);
}
.name {
  overflow: hidden;
  color: var(--ink);
  text-overflow: ellipsis;
  white-space: nowrap;
}
.message {
  margin: 6px 0 0;
  color: var(--quiet);
  font-size: 12px;
}
.long {
  display: flex;
  gap: 8px;
  align-items: center;
}
.bar {
  width: 120px;
}
.note {
  margin-right: auto;
  color: var(--quiet);
  font-size: 12px;
}
</style>
