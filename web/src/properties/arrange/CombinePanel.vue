<script setup lang="ts">
// Several items put together as one form; the pointer on a button shows what comes of it, and in
// whose style, before anything is made.
import Checkbox from "primevue/checkbox";
import { computed } from "vue";
import { useCombining } from "../../stores/editing/combining";
import ActButton from "../../fields/ActButton.vue";
import ChooseField from "../../ui/ChooseField.vue";

const combining = useCombining();
const several = computed(() => combining.items.length > 1);
</script>

<template>
  <section aria-label="Combine">
    <h3 class="wide heading">Combine</h3>
    <div class="wide two-columns">
      <template v-if="several">
        <ActButton act="union" />
        <ActButton act="difference" />
        <ActButton act="intersection" />
        <ActButton act="exclusion" />
        <ActButton act="partition" />
        <ActButton act="compound" />
        <ActButton act="crop_to_frontmost" />
      </template>
      <ActButton act="crop_to_sheet" />
    </div>
    <label class="wide check" title="Strokes become outlines and are cropped">
      <Checkbox v-model="combining.cropsStrokes" binary />
      Crop strokes
    </label>
    <template v-if="several && combining.styles.length > 0">
      <span class="label">Style of</span>
      <ChooseField
        label="Style of"
        :value="combining.styleOf"
        :options="combining.styles"
        @chosen="(v) => (combining.chosen = v)"
      />
    </template>
  </section>
</template>
