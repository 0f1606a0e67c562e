<script setup lang="ts">
// The measures of the drawing: name, value or formula, result, where each is used, a note.
import { computed, nextTick, ref } from "vue";
import { newId } from "../../api/ids";
import { useFormulas } from "../../stores/measuring/formulas";
import { definition } from "../../fields/formulas";
import MeasureLine from "./MeasureLine.vue";

const formulas = useFormulas();
const set = computed(() => formulas.sets.find((s) => s.id === formulas.shown));
const draft = ref("");
const field = ref<HTMLInputElement | null>(null);

async function add(): Promise<void> {
  const text = draft.value.trim();
  if (text === "") return;
  const made = definition(text) ?? { name: text, formula: `10 ${formulas.unit}` };
  const measure = { id: newId(), unit: formulas.unit, note: "", ...made };
  if (!(await formulas.edit("new", { kind: "add_measure", measure, targets: [] }))) return;
  draft.value = "";
  await nextTick();
  field.value?.scrollIntoView({ block: "nearest" });
}
</script>

<template>
  <div class="measures" data-testid="measures">
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
    <p v-else class="empty">
      A measure is a named value that many fields follow. Type one below, then
      <b>=</b> and its name in any field of Form or Paint.
    </p>
    <form class="new" @submit.prevent="add">
      <input
        ref="field"
        v-model="draft"
        class="p-inputtext p-inputtext-sm"
        placeholder="New measure, like r = 6 mm"
        aria-label="New measure"
        data-testid="new-measure"
        autocomplete="off"
        @keydown.esc="draft = ''"
      />
      <button class="row-button" :disabled="draft.trim() === ''">Add</button>
      <span v-if="formulas.problems.new" class="problem" role="alert">
        {{ formulas.problems.new }}
      </span>
    </form>
  </div>
</template>

<style scoped>
.measures {
  overflow: auto;
  padding: 2px 10px 6px;
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
th {
  padding: 2px 6px;
  color: var(--quiet);
  font-size: 12px;
  font-weight: 500;
  text-align: left;
}
.name {
  width: 120px;
}
.formula {
  width: 180px;
}
.result {
  width: 96px;
}
.uses {
  width: 110px;
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
.empty {
  max-width: 520px;
  margin: 6px;
  color: var(--quiet);
}
.new {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 4px;
}
.new input {
  width: 300px;
  height: 24px;
}
.new .row-button {
  height: 24px;
  padding: 0 10px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
}
.problem {
  color: var(--trouble);
  font-size: 12px;
}
</style>
