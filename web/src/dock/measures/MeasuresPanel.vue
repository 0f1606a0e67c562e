<script setup lang="ts">
// The measures of the drawing: name, value or formula, result, where each is used, a note.
import InputText from "primevue/inputtext";
import { computed, ref } from "vue";
import { newId } from "../../api/ids";
import { useFormulas } from "../../stores/measuring/formulas";
import { definition } from "../../fields/formulas";
import MeasureLine from "./MeasureLine.vue";

const formulas = useFormulas();
const set = computed(() => formulas.sets.find((s) => s.id === formulas.shown));
const draft = ref("");

async function add(): Promise<void> {
  const text = draft.value.trim();
  if (text === "") return;
  const made = definition(text) ?? { name: text, formula: `10 ${formulas.unit}` };
  const measure = { id: newId(), unit: formulas.unit, note: "", ...made };
  if (await formulas.edit("new", { kind: "add_measure", measure, targets: [] })) draft.value = "";
}
</script>

<template>
  <div class="measures" data-testid="measures">
    <form class="new" @submit.prevent="add">
      <span class="line">
        <InputText
          v-model="draft"
          size="small"
          placeholder="New: r = 6 mm"
          aria-label="New measure"
          data-testid="new-measure"
          autocomplete="off"
          @keydown.esc="draft = ''"
        />
        <button class="row-button" :disabled="draft.trim() === ''">Add</button>
      </span>
      <p v-if="formulas.problems.new" class="problem" role="alert">{{ formulas.problems.new }}</p>
      <p v-else-if="formulas.problems.set" class="problem" role="alert">
        {{ formulas.problems.set }}
      </p>
      <p v-else>
        A named value. Type <b>=</b> and its name in any field of Form or Paint, and that follows
        it.
      </p>
    </form>
    <div class="scroll">
      <table v-if="formulas.measures.length > 0" aria-label="Measures">
        <thead>
          <tr>
            <th class="name">Name</th>
            <th class="formula">{{ set ? `Value in ${set.name}` : "Value or formula" }}</th>
            <th class="result">Result</th>
            <th class="uses">Used by</th>
            <th>Note</th>
            <th class="acts"><span class="unseen">Delete</span></th>
          </tr>
        </thead>
        <tbody>
          <MeasureLine v-for="m in formulas.measures" :key="m.id" :measure="m" :set="set ?? null" />
        </tbody>
      </table>
    </div>
  </div>
</template>

<style scoped>
.measures {
  display: grid;
  grid-template: minmax(0, 1fr) / 210px minmax(0, 1fr);
  gap: 12px;
  min-height: 0;
  padding: 4px 10px;
}
.scroll {
  overflow: auto;
  min-height: 0;
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
th {
  position: sticky;
  z-index: 1;
  top: 0;
  padding: 1px 6px;
  background: var(--panel);
  color: var(--quiet);
  font-size: 12px;
  font-weight: 500;
  text-align: left;
}
.name {
  width: 100px;
}
.formula {
  width: 150px;
}
.result {
  width: 84px;
}
.uses {
  width: 78px;
}
.acts {
  width: 30px;
}
.unseen {
  position: absolute;
  overflow: hidden;
  width: 1px;
  height: 1px;
  clip-path: inset(50%);
}
.new {
  overflow: auto;
}
.line {
  display: flex;
  gap: 6px;
}
.line :deep(input) {
  flex: 1;
  min-width: 0;
  height: 26px;
}
.line .row-button {
  height: 26px;
  padding: 0 10px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
}
.new p {
  margin: 6px 0 0;
  color: var(--quiet);
  font-size: 12px;
}
.new .problem {
  color: var(--trouble);
}
</style>
