<script setup lang="ts">
// A name that can be edited in place: Enter or leaving the field keeps it, Esc does not.
import InputText from "primevue/inputtext";
import { nextTick, ref } from "vue";

const props = defineProps<{ name: string; label: string }>();
const emit = defineEmits<{ renamed: [name: string] }>();
defineExpose({ edit });

const draft = ref<string | null>(null);
const field = ref<{ $el: HTMLInputElement } | null>(null);

async function edit(): Promise<void> {
  draft.value = props.name;
  await nextTick();
  field.value?.$el.select();
}

function done(keep: boolean): void {
  const typed = draft.value;
  draft.value = null;
  if (keep && typed !== null && typed !== props.name) emit("renamed", typed);
}
</script>

<template>
  <InputText
    v-if="draft !== null"
    ref="field"
    v-model="draft"
    size="small"
    :aria-label="label"
    @keydown.enter="done(true)"
    @keydown.esc="done(false)"
    @blur="done(true)"
  />
  <slot v-else :edit="edit" />
</template>
