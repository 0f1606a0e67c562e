<script setup lang="ts">
// Into a container, so that what is in it is picked and drawn there; out of it, which selects it.
import Button from "primevue/button";
import { computed } from "vue";
import { useActiveContainer } from "../stores/board/activecontainer";
import { useSelection } from "../stores/board/selection";

const props = defineProps<{ id: string; /** What going in is called. */ label: string }>();
const container = useActiveContainer();
const selection = useSelection();
const inside = computed(() => container.active === props.id);

function go(): void {
  if (inside.value) {
    container.leave();
    selection.select([props.id]);
  } else {
    container.enter(props.id);
    selection.select([]);
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
