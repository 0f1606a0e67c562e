<script setup lang="ts">
// The sets of the measures: which of them is shown; add one, rename it, delete it.
import { computed } from "vue";
import { newId } from "../../api/ids";
import { useEdits } from "../../stores/board/edits";
import { useFormulas } from "../../stores/measuring/formulas";
import NameField from "../../ui/NameField.vue";

const edits = useEdits();
const formulas = useFormulas();
const choices = computed(() => [
  { id: null, name: "Own values" },
  ...formulas.sets.map((s) => ({ id: s.id as string | null, name: s.name })),
]);
const show = (set: string | null): void => {
  if (set !== formulas.shown) void formulas.edit("set", { kind: "show_measure_set", set });
};
function add(): void {
  const taken = new Set(formulas.sets.map((s) => s.name));
  const called =
    ["S", "M", "L", "XL"].find((n) => !taken.has(n)) ?? `Set ${formulas.sets.length + 1}`;
  void formulas.edit("set", { kind: "add_measure_set", set: newId(), called });
}
</script>

<template>
  <div class="sets" role="group" aria-label="Sets">
    <span class="label">Set</span>
    <template v-for="c in choices" :key="c.id ?? ''">
      <NameField
        v-if="c.id"
        v-slot="{ edit }"
        :name="c.name"
        :label="`Name of set ${c.name}`"
        @renamed="
          (called) => edits.commit({ kind: 'rename_measure_set', set: c.id as string, called })
        "
      >
        <button
          class="row-button set"
          :aria-pressed="formulas.shown === c.id"
          title="Double-click to rename"
          @click="show(c.id)"
          @dblclick="edit"
          @keydown.f2="edit"
        >
          {{ c.name }}
        </button>
      </NameField>
      <button
        v-else
        class="row-button set"
        :aria-pressed="formulas.shown === null"
        @click="show(null)"
      >
        {{ c.name }}
      </button>
    </template>
    <button
      class="row-button set"
      :disabled="formulas.measures.length === 0"
      data-testid="add-set"
      @click="add"
    >
      + Add set
    </button>
    <button
      v-if="formulas.shown"
      class="row-button set"
      @click="formulas.edit('set', { kind: 'delete_measure_set', set: formulas.shown })"
    >
      Delete set
    </button>
  </div>
</template>

<style scoped>
.sets {
  display: flex;
  overflow-x: auto;
  gap: 4px;
  align-items: center;
  min-width: 0;
  margin-left: auto;
  font-size: 12px;
}
.label {
  color: var(--quiet);
}
.set {
  flex: none;
  height: 22px;
  padding: 0 8px;
  border: 1px solid transparent;
  border-radius: 6px;
}
.set[aria-pressed="true"] {
  border-color: var(--construction);
  color: var(--construction);
  font-weight: 600;
}
.set:disabled {
  color: var(--quiet);
}
.sets :deep(input) {
  width: 80px;
  height: 22px;
}
</style>
