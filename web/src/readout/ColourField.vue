<script setup lang="ts">
// A colour: a swatch that opens the machine's own picker, its hex value, or none.
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { ref } from "vue";

defineProps<{ label: string; colour: string | null }>();
const emit = defineEmits<{ chosen: [colour: string | null] }>();
const draft = ref<string | null>(null);

function typed(): void {
  const text = draft.value?.trim();
  draft.value = null;
  if (!text) return;
  if (text.toLowerCase() === "none") emit("chosen", null);
  else emit("chosen", (text.startsWith("#") ? text : `#${text}`).toUpperCase());
}
</script>

<template>
  <div class="colour">
    <label
      class="swatch"
      :class="{ none: colour === null }"
      :style="{ background: colour ?? '#fff' }"
    >
      <input
        type="color"
        :aria-label="`${label} colour`"
        :value="(colour ?? '#ffffff').toLowerCase()"
        @change="emit('chosen', ($event.target as HTMLInputElement).value.toUpperCase())"
      />
    </label>
    <InputText
      size="small"
      :model-value="draft ?? colour ?? 'none'"
      :aria-label="`${label} colour, typed`"
      @focus="($event.target as HTMLInputElement).select()"
      @update:model-value="draft = $event ?? ''"
      @keydown.enter="($event.target as HTMLInputElement).blur()"
      @keydown.esc="draft = null"
      @blur="typed"
    />
    <Button
      v-if="colour !== null"
      text
      severity="secondary"
      size="small"
      label="None"
      :aria-label="`${label}: none`"
      @click="emit('chosen', null)"
    />
  </div>
</template>

<style scoped>
.colour {
  display: flex;
  gap: 6px;
  align-items: center;
}
.colour :deep(.p-inputtext) {
  width: 84px;
}
.swatch {
  position: relative;
  overflow: hidden;
  flex: none;
  width: 24px;
  height: 24px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  cursor: pointer;
}
.swatch input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.none::after {
  content: "";
  position: absolute;
  top: 50%;
  left: -4px;
  width: 32px;
  border-top: 1.5px solid var(--trouble);
  transform: rotate(45deg);
  pointer-events: none;
}
</style>
