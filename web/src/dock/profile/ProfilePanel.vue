<script setup lang="ts">
// The Profile: curvature, or turn, along what is selected, and its trouble spots.
import { useSelection } from "../../stores/board/selection";
import { useCurves } from "../../stores/measuring/curves";
import type { Measure } from "./profile";
import ProfileGraph from "./ProfileGraph.vue";
import TroubleList from "./TroubleList.vue";

defineProps<{ measure: Measure }>();
const selectionStore = useSelection();
const curves = useCurves();
</script>

<template>
  <div class="profile" data-testid="profile">
    <p v-if="selectionStore.selected.length === 0" class="empty">
      Select an outline to see its curvature along its length, and where it is harsh.
    </p>
    <template v-else>
      <ProfileGraph v-if="curves.readings.length > 0" :measure="measure" />
      <p v-else class="empty">The selection has no length yet.</p>
      <TroubleList />
    </template>
  </div>
</template>

<style scoped>
.profile {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 318px;
  min-height: 0;
}
.empty {
  margin: 0;
  padding: 12px 14px;
  color: var(--quiet);
}
</style>
