<script setup lang="ts">
// Twins: two anchors, one of which follows the other, mirrored about a line.
import Select from "primevue/select";
import { computed, ref } from "vue";
import type { AnchorRef, Command } from "../../api/types";
import { newId } from "../../api/ids";
import { useDocument } from "../../stores/board/document";
import ActionButton from "../../fields/ActionButton.vue";
import { useChosen } from "../../stores/editing/selectedanchors";

type About = NonNullable<Extract<Command, { kind: "make_twins" }>["about"]>;

const doc = useDocument();
const { marks, refs } = useChosen();

const lines = computed(() => {
  const found: { value: string; label: string }[] = [
    { value: "between", label: "Between them" },
    { value: "upright", label: "Its centre, vertical" },
    { value: "level", label: "Its centre, horizontal" },
  ];
  if (refs.value.length === 4) found.push({ value: "anchors", label: "Last two anchors" });
  doc.sheet.guides.forEach((g, n) =>
    found.push({ value: `guide ${g.id}`, label: `Guide ${n + 1}` }),
  );
  return found;
});
const wanted = ref("between");
const about = computed(() =>
  lines.value.some((l) => l.value === wanted.value) ? wanted.value : "between",
);
const can = computed(() => {
  const [a, b] = marks.value;
  return (refs.value.length === 2 || refs.value.length === 4) && a && a.item === b?.item;
});
const command = computed((): Command => {
  const [first, second, third, fourth] = refs.value as [
    AnchorRef,
    AnchorRef,
    AnchorRef | undefined,
    AnchorRef | undefined,
  ];
  const guide = about.value.startsWith("guide ") ? about.value.slice(6) : null;
  return {
    kind: "make_twins",
    first,
    second,
    twin: newId(),
    about: guide === null ? (about.value as About) : "guide",
    line: third && fourth ? [third, fourth] : null,
    guide,
  };
});
</script>

<template>
  <section v-if="can || marks.some((m) => m.twin)" aria-label="Twins">
    <template v-if="can">
      <span class="label">Twin axis</span>
      <Select
        v-model="wanted"
        class="rest"
        size="small"
        :options="lines"
        option-label="label"
        option-value="value"
        aria-label="Twin axis"
      />
      <span />
      <ActionButton
        class="rest"
        label="Make twins"
        hint="What is done to one is done to the other, mirrored; the second moves into position"
        :command="command"
      />
    </template>
    <ActionButton
      v-if="marks.some((m) => m.twin)"
      class="wide"
      label="Release twins"
      :command="{ kind: 'release_twins', anchors: refs }"
    />
  </section>
</template>
