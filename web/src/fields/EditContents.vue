<script setup lang="ts">
// Into a container, so that what is in it is picked and drawn there; out of it, which selects it.
import Button from "primevue/button";
import { computed } from "vue";
import { useBoard } from "../stores/board/board";

const props = defineProps<{ id: string; /** What going in is called. */ label: string }>();
const board = useBoard();
const inside = computed(() => board.place === props.id);

function go(): void {
  if (inside.value) {
    board.leave();
    board.select([props.id]);
  } else {
    board.enter(props.id);
    board.select([]);
  }
}
</script>

<template>
  <Button
    severity="secondary"
    size="small"
    :label="inside ? 'Done' : label"
    :title="inside ? 'Esc' : undefined"
    @click="go"
  />
</template>
