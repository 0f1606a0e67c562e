<script setup lang="ts">
// Ends that just miss where they would meet their images, in the symmetries around what is selected
// and where one draws; one command lets them meet.
import { computed } from "vue";
import { useBoard } from "../stores/board";
import ActionButton from "./ActionButton.vue";

const board = useBoard();

const missing = computed(() => {
  const around = new Set([
    ...board.way,
    ...board.selected.flatMap((i) => [...board.tree.above(i), i]),
  ]);
  return [...around].flatMap((id) => {
    const ends = board.drawable(id)?.symmetry?.ends ?? [];
    const count = ends.filter((e) => !e.meets).length;
    return count > 0 ? [{ id, count }] : [];
  });
});
</script>

<template>
  <section v-for="{ id, count } in missing" :key="id" aria-label="Seam">
    <p class="wide" role="status">
      {{ count === 1 ? "One end just misses" : `${count} ends just miss` }} where it would meet.
    </p>
    <ActionButton
      class="wide"
      :label="count === 1 ? 'Let it meet' : 'Let them meet'"
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
