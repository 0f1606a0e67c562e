<script setup lang="ts">
// What the selected parts do in the assembly they lie in.
import { computed } from "vue";
import type { Role } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import ChooseField from "../../ui/ChooseField.vue";
import { ROLES } from "../../acts/roles";

const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
/** The assembly in which all of them lie, whatever is previewed; null without one. */
const around = computed(() => {
  const found = new Set(selection.selected.map((i) => doc.savedTree.containerOf(i)));
  const [one] = found;
  const mark = found.size === 1 && one ? (doc.saved(one)?.assembly ?? null) : null;
  return mark?.result?.kind === "blend" ? null : mark;
});
const roles = computed(() => {
  const chosen = new Set(selection.selected);
  return new Set(around.value?.parts.filter((p) => chosen.has(p.id)).map((p) => p.role));
});
const role = computed(() => (roles.value.size === 1 ? ([...roles.value][0] ?? null) : null));
const backmost = computed(
  () => selection.selected.length === 1 && around.value?.parts[0]?.id === selection.selected[0],
);

const set = (to: Role): void =>
  edits.commit({
    kind: "set_part",
    items: selection.selected,
    role: to === around.value?.operation ? null : to,
  });
</script>

<template>
  <section v-if="around" aria-label="Part of an assembly">
    <span class="label">As a part</span>
    <span v-if="backmost" class="rest quiet">base of the assembly</span>
    <ChooseField
      v-else
      class="rest"
      label="Operation in the assembly"
      :value="role"
      :options="ROLES"
      placeholder="Several"
      @chosen="set"
    />
  </section>
</template>

<style scoped>
.quiet {
  color: var(--quiet);
}
</style>
