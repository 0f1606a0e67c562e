<script setup lang="ts">
// A new sheet: name, size by preset or typed, unit.
import Button from "primevue/button";
import Dialog from "primevue/dialog";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { ref } from "vue";
import { useRouter } from "vue-router";
import { ApiError, create } from "../../api/client";
import type { Card, SizeFacts } from "../../api/types";
import { core } from "../../core";
import { useCatalogue } from "../../stores/display/catalogue";

const open = defineModel<boolean>({ required: true });
const router = useRouter();
const catalogue = useCatalogue();
const name = ref("New outline");
const width = ref("210");
const height = ref("297");
const unit = ref("mm");
const trouble = ref("");
const busy = ref(false);

function take(size: SizeFacts): void {
  width.value = String(size.width);
  height.value = String(size.height);
  unit.value = size.unit;
}

async function make(): Promise<void> {
  busy.value = true;
  trouble.value = "";
  try {
    const sheet = {
      width: await core.read(width.value, unit.value, null),
      height: await core.read(height.value, unit.value, null),
      unit: unit.value,
    };
    const card = await create<Card>("/drawings", { name: name.value, sheet });
    open.value = false;
    await router.push(`/drawings/${card.id}`);
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
    trouble.value = problem.message;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <Dialog v-model:visible="open" modal header="New sheet" :style="{ width: '420px' }">
    <form class="form" @submit.prevent="make">
      <label for="sheet-name">Name</label>
      <InputText id="sheet-name" v-model="name" size="small" autofocus />
      <span>Size</span>
      <div class="presets">
        <Button
          v-for="p in catalogue.facts.sizes"
          :key="p.label"
          type="button"
          size="small"
          severity="secondary"
          :label="p.label"
          @click="take(p)"
        />
      </div>
      <label for="sheet-width">Width</label>
      <InputText id="sheet-width" v-model="width" size="small" />
      <label for="sheet-height">Height</label>
      <InputText id="sheet-height" v-model="height" size="small" />
      <label for="sheet-unit">Unit</label>
      <Select
        v-model="unit"
        input-id="sheet-unit"
        size="small"
        :options="catalogue.facts.units"
        option-label="name"
        option-value="name"
      />
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <div class="actions">
        <Button type="button" severity="secondary" label="Cancel" @click="open = false" />
        <Button type="submit" label="Create sheet" :loading="busy" />
      </div>
    </form>
  </Dialog>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 70px 1fr;
  gap: 10px 12px;
  align-items: center;
}
.presets {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.trouble,
.actions {
  grid-column: 1 / -1;
  margin: 0;
}
.trouble {
  color: var(--trouble);
}
.actions {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
}
</style>
