<script setup lang="ts">
// Lock and hide of one item, as it is by itself.
import type { Drawable } from "../../api/types";
import { useEdits } from "../../stores/board/edits";
import AppIcon from "../../ui/AppIcon.vue";

withDefaults(defineProps<{ item: Drawable; /** By Tab. */ reached?: boolean }>(), {
  reached: true,
});
const edits = useEdits();
</script>

<template>
  <button
    class="row-button flag"
    :class="{ on: item.locked }"
    :tabindex="reached ? 0 : -1"
    :aria-label="item.locked ? `Unlock ${item.name}` : `Lock ${item.name}`"
    :aria-pressed="item.locked"
    @click.stop="edits.commit({ kind: 'lock_items', items: [item.id], locked: !item.locked })"
  >
    <AppIcon :name="item.locked ? 'lock' : 'lock-open'" />
  </button>
  <button
    class="row-button flag"
    :class="{ on: item.hidden }"
    :tabindex="reached ? 0 : -1"
    :aria-label="item.hidden ? `Show ${item.name}` : `Hide ${item.name}`"
    :aria-pressed="item.hidden"
    @click.stop="edits.commit({ kind: 'hide_items', items: [item.id], hidden: !item.hidden })"
  >
    <AppIcon :name="item.hidden ? 'eye-slash' : 'eye'" />
  </button>
</template>

<style scoped>
.flag {
  display: grid;
  place-items: center;
  width: 24px;
  height: 24px;
  padding: 0;
  color: var(--quiet);
}
.flag i {
  font-size: 11px;
}
.flag:hover,
.flag:focus-visible,
.on {
  color: var(--active);
}
</style>
