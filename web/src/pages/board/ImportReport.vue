<script setup lang="ts">
// What an import changed and what it left out; each with a button for the items it speaks of.
import Button from "primevue/button";
import { computed } from "vue";
import { counted } from "../../lib/intl";
import { useImportReport } from "../../stores/library/importreport";
import AppIcon from "../../ui/AppIcon.vue";

const report = useImportReport();
const parts = computed(() =>
  [
    { title: "Changed", rows: report.rows.filter((row) => row.changed) },
    { title: "Not imported", rows: report.rows.filter((row) => !row.changed) },
  ].filter((part) => part.rows.length > 0),
);
</script>

<template>
  <section
    v-if="report.open"
    class="report"
    aria-labelledby="import-report"
    data-testid="import-report"
    @keydown.esc.stop="report.close()"
  >
    <header>
      <h2 id="import-report">Import report</h2>
      <Button
        size="small"
        severity="secondary"
        text
        aria-label="Close the import report"
        @click="report.close()"
        ><template #icon><AppIcon name="times" /></template
      ></Button>
    </header>
    <p v-if="report.report?.name" class="name">{{ report.report.name }}</p>
    <template v-for="part in parts" :key="part.title">
      <h3>{{ part.title }}</h3>
      <ul>
        <li v-for="row in part.rows" :key="row.kind">
          <span class="count">{{ row.count }}</span>
          <span class="kind">{{ row.kind }}</span>
          <Button
            v-if="row.items.length > 0"
            size="small"
            severity="secondary"
            label="Select"
            :title="`Select ${counted(row.items.length, 'item', 'items')}`"
            @click="report.select(row.items)"
          />
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.report {
  position: fixed;
  left: 172px;
  top: 84px;
  width: 340px;
  max-height: calc(100vh - 140px);
  overflow: auto;
  padding: 8px 12px 12px;
  background: var(--raised);
  border: 1px solid var(--hairline);
  border-left: 3px solid var(--active);
  border-radius: 6px;
  box-shadow: 0 2px 12px rgb(0 0 0 / 18%);
  z-index: 20;
}
@media (width < 900px) {
  .report {
    left: 12px;
    max-width: calc(100vw - 24px);
  }
}
header {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
h2 {
  margin: 0;
  font-size: 14px;
}
h3 {
  margin: 8px 0 2px;
  font-size: 12px;
  font-weight: 600;
  color: var(--quiet);
}
.name {
  margin: 0;
  color: var(--quiet);
  overflow-wrap: anywhere;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 30px;
}
.count {
  min-width: 2.5ch;
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.kind {
  flex: 1;
}
</style>
