<script setup lang="ts">
// The cutting table: a drawing is checked, laid out on the sheet of a simulated cutter, and cut.
import Button from "primevue/button";
import { computed, onMounted, ref, watch } from "vue";
import BrandMark from "../../ui/BrandMark.vue";
import WorkNotice from "../../ui/WorkNotice.vue";
import { useCatalogue } from "../../stores/display/catalogue";
import { night, toggleNight } from "../../theme/night";
import CutFaults from "./CutFaults.vue";
import CutFields from "./CutFields.vue";
import CutJob from "./CutJob.vue";
import CutMarks from "./CutMarks.vue";
import CutPlayer from "./CutPlayer.vue";
import CutSets from "./CutSets.vue";
import CutSheets from "./CutSheets.vue";
import CutSheet from "./CutSheet.vue";
import { useCutting } from "./table";

const props = defineProps<{ id: number }>();
const catalogue = useCatalogue();
const cutting = useCutting(props.id);
const { name, plan, look, done, trouble, looking, now, free, long } = cutting;
const chosen = ref<number | null>(null);
watch(look, () => {
  chosen.value = null;
});
const sheets = computed(() => look.value?.sheets ?? 1);
const cutLabel = computed(() => {
  if (cutting.cutting.value) return "Cutting…";
  return sheets.value > 1 ? `Cut sheet ${cutting.sheet.value + 1} of ${sheets.value}` : "Cut";
});
const spot = computed(() => (chosen.value === null ? null : look.value?.spots?.[chosen.value]));
onMounted(async () => {
  await catalogue.load();
  await cutting.open();
});
</script>

<template>
  <div class="table">
    <header class="band">
      <RouterLink to="/" class="home" aria-label="Back to Drawings"><BrandMark /></RouterLink>
      <RouterLink :to="`/drawings/${id}`" class="quiet" data-testid="back">
        {{ name || "The drawing" }}
      </RouterLink>
      <span class="quiet">/</span>
      <h1>Cutting table</h1>
      <span class="space" />
      <span class="quiet" role="status">{{ looking ? "Checking…" : "" }}</span>
      <Button
        severity="secondary"
        size="small"
        :label="night ? 'Day' : 'Night'"
        @click="toggleNight"
      />
      <Button
        size="small"
        :label="cutLabel"
        data-testid="cut"
        :disabled="!look || look.trouble !== '' || cutting.cutting.value"
        title="Send to the cutter as HP-GL"
        @click="cutting.cut"
      />
    </header>
    <aside class="fields" aria-label="Cut settings">
      <CutSets v-if="cutting.sets.value?.length" :cutting="cutting" />
      <CutFields v-if="plan" :plan="plan" :look="look" @set="cutting.set">
        <CutSheets v-if="sheets > 1" :cutting="cutting" />
      </CutFields>
      <CutMarks v-if="plan" :cutting="cutting" />
    </aside>
    <main>
      <CutSheet
        v-if="plan"
        :plan="plan"
        :look="look"
        :done="done"
        :now="now"
        :free="free"
        :spot="spot ?? null"
      />
      <p v-if="trouble || look?.trouble" class="message" role="alert">
        {{ trouble || look?.trouble }}
      </p>
    </main>
    <aside class="facts" aria-label="Check and job">
      <CutJob v-if="done" :done="done" :look="look" :free="free.length" />
      <CutFaults
        v-if="look"
        :look="look"
        :drawing="id"
        :chosen="chosen"
        @choose="(index) => (chosen = index)"
      />
    </aside>
    <CutPlayer :cutting="cutting" />
    <WorkNotice
      v-if="long"
      :what="cutting.cutting.value ? 'Cutting' : 'Checking'"
      :part="long.part"
      :stopping="long.stopping"
      :safe="cutting.cutting.value ? 'Stop; what was cut is shown' : 'Stop checking'"
      @stop="cutting.stop"
    />
  </div>
</template>

<style scoped>
.table {
  display: grid;
  grid-template:
    "band band band" 44px
    "fields sheet facts" minmax(0, 1fr)
    "player player player" 44px / 250px minmax(0, 1fr) 276px;
  height: 100%;
}
.band {
  display: flex;
  grid-area: band;
  gap: 8px;
  align-items: center;
  padding: 0 12px;
  background: var(--panel);
  border-bottom: 1px solid var(--hairline);
  white-space: nowrap;
}
h1 {
  font-size: 13px;
  font-weight: 700;
}
.home {
  display: flex;
}
.quiet {
  color: var(--quiet);
  text-decoration: none;
}
.space {
  flex: 1;
}
aside {
  overflow-y: auto;
  background: var(--panel);
}
.fields {
  grid-area: fields;
  border-right: 1px solid var(--hairline);
}
.facts {
  grid-area: facts;
  border-left: 1px solid var(--hairline);
}
.fields :deep(section) {
  display: grid;
  grid-template-columns: 76px minmax(0, 1fr) minmax(0, 1fr);
  gap: 6px 8px;
  align-items: center;
  padding: 12px 14px;
  border-bottom: 1px solid var(--hairline);
}
.fields :deep(.label) {
  color: var(--quiet);
}
.fields :deep(.wide) {
  grid-column: 1 / -1;
}
.fields :deep(.rest) {
  grid-column: 2 / -1;
}
.fields :deep(.help) {
  margin: 0;
  color: var(--quiet);
  font-size: 12px;
}
.fields :deep(.check) {
  display: flex;
  gap: 8px;
  align-items: center;
}
main {
  position: relative;
  grid-area: sheet;
  min-height: 0;
}
.message {
  position: absolute;
  inset: auto 16px 16px;
  margin: 0;
  padding: 10px 14px;
  background: var(--raised);
  border: 1px solid var(--trouble);
  border-radius: 6px;
  color: var(--trouble);
}
.table > :deep(.player) {
  grid-area: player;
}
</style>
