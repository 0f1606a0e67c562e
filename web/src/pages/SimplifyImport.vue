<script setup lang="ts">
// A file with more anchors than are imported: within which tolerance its outlines are simplified.
import Button from "primevue/button";
import Dialog from "primevue/dialog";
import RadioButton from "primevue/radiobutton";
import { computed, ref } from "vue";
import { counted, number } from "../lib/intl";
import type { SimplifyOffer } from "../session/imports";

const props = defineProps<{ offer: SimplifyOffer }>();
const rows = computed(() =>
  props.offer.counts
    .filter((c) => c.tolerance > 0)
    .map((c) => ({
      ...c,
      fits: c.anchors <= props.offer.most && c.longest <= props.offer.longest,
    })),
);
const chosen = ref(rows.value.find((r) => r.fits)?.tolerance ?? null);
const before = computed(() => props.offer.counts[0]?.anchors ?? 0);
</script>

<template>
  <Dialog
    :visible="true"
    modal
    header="Simplify on import"
    :style="{ width: '420px' }"
    @update:visible="offer.choose(null)"
  >
    <p class="what">
      “{{ offer.name }}” has {{ counted(before, "anchor") }}; up to {{ number(offer.most) }} are
      imported, {{ number(offer.longest) }} a path. No outline moves further than the tolerance.
    </p>
    <fieldset>
      <legend>Tolerance</legend>
      <label v-for="row in rows" :key="row.tolerance" :class="{ unfit: !row.fits }">
        <RadioButton
          v-model="chosen"
          name="tolerance"
          :value="row.tolerance"
          :disabled="!row.fits"
          :input-id="`tolerance-${row.label}`"
        />
        <span class="size">{{ row.label }}</span>
        <span class="count"
          >{{ counted(row.anchors, "anchor") }}{{ row.fits ? "" : ", too many" }}</span
        >
      </label>
    </fieldset>
    <p v-if="chosen === null" class="trouble" role="alert">
      Even simplified it has too many anchors. Nothing was imported; split the file into parts.
    </p>
    <div class="actions">
      <Button severity="secondary" label="Cancel" @click="offer.choose(null)" />
      <Button label="Import" :disabled="chosen === null" @click="offer.choose(chosen)" />
    </div>
  </Dialog>
</template>

<style scoped>
.what {
  margin: 0 0 12px;
}
fieldset {
  display: grid;
  gap: 6px;
  margin: 0;
  padding: 8px 12px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
}
.size {
  width: 64px;
  font-variant-numeric: tabular-nums;
}
.count {
  font-variant-numeric: tabular-nums;
}
.unfit {
  color: var(--quiet);
}
.trouble {
  color: var(--trouble);
}
.actions {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
  margin-top: 16px;
}
</style>
