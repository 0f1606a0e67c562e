<script setup lang="ts">
// Ends that just miss where they would meet their images, in the symmetries around what is selected
// and where one draws; one command lets them meet.
import { computed } from "vue";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import ActionButton from "../../fields/ActionButton.vue";
import { counted } from "../../lib/intl";

const container = useActiveContainer();
const doc = useDocument();
const selection = useSelection();

const missing = computed(() => {
  const around = new Set([
    ...container.breadcrumb,
    ...selection.selected.flatMap((i) => [...doc.steadyTree.above(i), i]),
  ]);
  return [...around].flatMap((id) => {
    const ends = doc.steady(id)?.symmetry?.ends ?? [];
    const count = ends.filter((e) => !e.meets).length;
    return count > 0 ? [{ id, count }] : [];
  });
});
</script>

<template>
  <section v-for="{ id, count } in missing" :key="id" aria-label="Seam">
    <p class="wide" role="status">
      {{ counted(count, "open end nearly touches", "open ends nearly touch") }} the seam.
    </p>
    <ActionButton
      class="wide"
      label="Snap to seam"
      :command="{ kind: 'close_seam', symmetry: id }"
    />
  </section>
</template>

<style scoped>
p {
  margin: 0;
  color: var(--touched);
}
</style>
