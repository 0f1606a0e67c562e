<script setup lang="ts">
// The kinds of cues, each of which can be switched off.
import Checkbox from "primevue/checkbox";
import { CUE_KINDS, useSnapping } from "../../stores/display/snapping";
import { ofSnapping } from "../summaries";
import FoldPart from "../../ui/FoldPart.vue";

const cues = useSnapping();
</script>

<template>
  <FoldPart heading="Snapping" :summary="ofSnapping(cues.off.size)">
    <section aria-label="Snapping">
      <span class="label wide">Hold <kbd>N</kbd> for no snapping.</span>
      <label v-for="[kind, label] in CUE_KINDS" :key="kind" class="wide check">
        <Checkbox
          :model-value="!cues.off.has(kind)"
          binary
          @update:model-value="(on) => cues.turn(kind, on)"
        />
        {{ label }}
      </label>
    </section>
  </FoldPart>
</template>
