<script setup lang="ts">
// The job in its time: played, paused, or looked at at any moment.
import Button from "primevue/button";
import Select from "primevue/select";
import Slider from "primevue/slider";
import { computed } from "vue";
import { RATES, type Cutting } from "./table";
import { clockText } from "./playing";

const props = defineProps<{ cutting: Cutting }>();
const { clock, seconds, playing, rate, done, now } = props.cutting;
const tool = computed(() => {
  const cuts = done.value?.record.cuts ?? [];
  const cut = cuts[Math.min(now.value.done, cuts.length - 1)];
  if (!cut) return "";
  if (clock.value >= seconds.value) return "Done";
  if (cut.changes && now.value.part === 0) return `Change to tool ${cut.pen}`;
  return cut.down ? `Tool ${cut.pen} cuts` : "Travelling";
});
</script>

<template>
  <footer class="player" aria-label="Playback">
    <Button
      size="small"
      severity="secondary"
      :label="playing ? 'Pause' : 'Play'"
      :disabled="!done"
      @click="playing ? cutting.pause() : cutting.play()"
    />
    <Slider
      class="time"
      :model-value="clock"
      :min="0"
      :max="Math.max(seconds, 0.01)"
      :step="0.05"
      :disabled="!done"
      aria-label="Time"
      @update:model-value="(v) => cutting.show(v as number)"
    />
    <span class="numbers" data-testid="cut-clock">
      {{ clockText(clock) }} of {{ clockText(seconds) }}
    </span>
    <span class="tool" role="status">{{ tool }}</span>
    <Select
      v-model="rate"
      size="small"
      :options="[...RATES]"
      option-label="label"
      option-value="value"
      aria-label="Playback speed"
    />
  </footer>
</template>

<style scoped>
.player {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 0 14px;
  background: var(--panel);
  border-top: 1px solid var(--hairline);
}
.time {
  flex: 1;
}
.numbers {
  color: var(--quiet);
}
.tool {
  width: 120px;
}
</style>
