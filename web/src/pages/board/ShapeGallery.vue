<script setup lang="ts">
// All shapes as pictures, by kind, with search; one is taken into the hand by a click or Enter.
import Dialog from "primevue/dialog";
import InputText from "primevue/inputtext";
import { computed, ref, watch } from "vue";
import type { ShapeFacts } from "../../api/types";
import { useTools } from "../../tools/tools";
import { useCatalogue } from "../../stores/display/catalogue";

const tools = useTools();
const catalogue = useCatalogue();
const find = ref("");
watch(
  () => tools.gallery,
  () => (find.value = ""),
);

const groups = computed(() => {
  const wanted = find.value.trim().toLowerCase();
  const found = new Map<string, ShapeFacts[]>();
  for (const shape of catalogue.facts.shapes) {
    if (!`${shape.label} ${shape.group} ${shape.words}`.toLowerCase().includes(wanted)) continue;
    found.set(shape.group, [...(found.get(shape.group) ?? []), shape]);
  }
  return [...found.entries()];
});

function take(shape: ShapeFacts | undefined): void {
  if (!shape) return;
  tools.use(shape.name);
  tools.gallery = false;
}
</script>

<template>
  <Dialog
    v-model:visible="tools.gallery"
    modal
    dismissable-mask
    header="All shapes"
    :style="{ width: '720px' }"
  >
    <InputText
      v-model="find"
      autofocus
      class="find"
      size="small"
      placeholder="Find a shape"
      aria-label="Find a shape"
      @keydown.enter="take(groups[0]?.[1][0])"
    />
    <p v-if="groups.length === 0" class="none">No shape found. Try “gear” or “round”.</p>
    <section v-for="[group, shapes] in groups" :key="group">
      <h3 class="heading">{{ group }}</h3>
      <div class="row">
        <button
          v-for="shape in shapes"
          :key="shape.name"
          class="row-button cell"
          :data-testid="`shape-${shape.name}`"
          @click="take(shape)"
        >
          <svg viewBox="-2 -2 44 44" width="46" height="46" aria-hidden="true">
            <path :d="shape.picture" :class="{ open: !shape.picture.includes('Z') }" />
          </svg>
          {{ shape.label }}
        </button>
      </div>
    </section>
  </Dialog>
</template>

<style scoped>
.find {
  width: 100%;
}
.none {
  padding: 24px;
  text-align: center;
  color: var(--quiet);
}
.heading {
  margin: 8px 2px 2px;
  font-size: 10px;
}
.row {
  display: grid;
  grid-template-columns: repeat(7, 1fr);
  gap: 4px;
}
.cell {
  display: grid;
  justify-items: center;
  padding: 4px 2px;
  font-size: 12px;
  border-radius: 6px;
}
.cell:hover,
.cell:focus-visible {
  background: var(--tint);
}
.cell path {
  fill: var(--tint);
  stroke: var(--ink);
  stroke-linejoin: round;
}
.cell:hover path {
  fill: var(--raised);
}
.cell path.open {
  fill: none;
}
</style>
