<script setup lang="ts">
// The leaf Paint: fill, strokes, opacity and effects.
import { computed } from "vue";
import { useSelection } from "../stores/board/selection";
import OpacityPanel from "./paint/OpacityPanel.vue";
import StylePanel from "./paint/StylePanel.vue";

const selection = useSelection();
/** What linked copies hold is painted as what they follow. */
const links = computed(() => selection.selectedItems.some((i) => i.link));
</script>

<template>
  <section v-if="links" aria-label="Linked copy">
    <p class="wide help">A linked copy is painted as its source. Unlink it to paint it.</p>
  </section>
  <StylePanel v-else />
  <OpacityPanel :items="selection.selected" />
</template>
