<script setup lang="ts">
// A measure in the table: each of its cells is typed in place; what is refused stays to be mended.
import { computed } from "vue";
import type { Measure, MeasureSet } from "../../api/types";
import { counted } from "../../lib/intl";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useFormulas } from "../../stores/measuring/formulas";
import MeasureCell from "../../fields/MeasureCell.vue";

const props = defineProps<{ measure: Measure; set: MeasureSet | null }>();
const formulas = useFormulas();
const edits = useEdits();
const selection = useSelection();
const row = computed(() => formulas.rowOf(props.measure.id));
const other = computed(() => new Map(props.set?.formulas).get(props.measure.id) ?? null);
const problem = computed(() => formulas.problems[props.measure.id] || row.value?.problem || "");
const users = computed(() => [
  ...new Set((row.value?.uses ?? []).map((u) => u.item).filter((i) => i !== "")),
]);
const uses = computed(() => (row.value?.uses ?? []).map((u) => `${u.label}: ${u.name}`).join("\n"));

interface Change {
  called?: string;
  formula?: string;
  note?: string;
}
const change = (part: Change): Promise<boolean> =>
  formulas.edit(props.measure.id, {
    kind: "change_measure",
    measure: props.measure.id,
    column: part.formula === undefined ? null : (props.set?.id ?? null),
    ...part,
  });
</script>

<template>
  <tr :data-testid="`measure-${measure.name}`">
    <td>
      <MeasureCell
        :label="`Name of ${measure.name}`"
        :value="measure.name"
        :change="(called) => change({ called })"
      />
    </td>
    <td>
      <MeasureCell
        :label="`Value of ${measure.name}`"
        :value="other ?? measure.formula"
        :quiet="set !== null && other === null"
        :broken="problem !== ''"
        formula
        :change="(formula) => change({ formula })"
      />
    </td>
    <td v-if="problem" colspan="3" class="problem" role="alert">{{ problem }}</td>
    <template v-else>
      <td class="result">{{ formulas.isFresh ? row?.result : "" }}</td>
      <td>
        <button
          class="row-button uses"
          :disabled="users.length === 0"
          :title="uses"
          @click="selection.select(users)"
        >
          {{ row?.count ? counted(row.count, "value") : "—" }}
        </button>
      </td>
      <td>
        <MeasureCell
          :label="`Note on ${measure.name}`"
          :value="measure.note"
          :change="(note) => change({ note })"
        />
      </td>
    </template>
    <td>
      <button
        class="row-button delete"
        :aria-label="`Delete ${measure.name}`"
        title="Delete"
        @click="edits.commit({ kind: 'delete_measures', measures: [measure.id] })"
      >
        ✕
      </button>
    </td>
  </tr>
</template>

<style scoped>
td {
  padding: 1px 4px;
  vertical-align: middle;
}
.result {
  padding: 1px 6px;
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
.uses {
  padding: 0 4px;
  color: var(--active);
  text-align: left;
}
.uses:disabled {
  color: var(--quiet);
}
.problem {
  color: var(--trouble);
  font-size: 12px;
}
.delete {
  width: 24px;
  height: 22px;
  text-align: center;
}
</style>
