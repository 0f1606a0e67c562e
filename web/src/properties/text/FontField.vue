<script setup lang="ts">
// A font, chosen from the list of those there are, each as it looks; a font can be brought.
import Select from "primevue/select";
import { computed, onMounted } from "vue";
import type { FontFacts } from "../../api/types";
import { FONT_FILES, askForFiles } from "../../lib/filepicker";
import { useText } from "../../stores/editing/text";

const props = defineProps<{
  /** The key of the font; null: several. */
  font: string | null;
  /** What it is called, also where it is not at hand. */
  name: string;
}>();
const emit = defineEmits<{ chosen: [font: FontFacts] }>();
/** Sheet units above and below the line of a sample that is shown. */
const [RISE, DROP] = [95, 35];

const lettering = useText();
onMounted(() => void lettering.loaded());
const own = computed(() => lettering.fonts.find((f) => f.key === props.font && f.looks === "own"));
const gone = computed(
  () =>
    props.font !== null &&
    lettering.fonts.length > 0 &&
    !lettering.fonts.some((f) => f.key === props.font),
);
const chosen = (key: string): void => {
  const font = lettering.fonts.find((f) => f.key === key);
  if (font) emit("chosen", font);
};
const bring = (): void =>
  askForFiles(FONT_FILES, (files) => {
    void (async () => {
      for (const file of files) {
        const font = await lettering.bring(file);
        if (font) emit("chosen", font);
      }
    })();
  });
</script>

<template>
  <span class="label">Font</span>
  <Select
    class="rest"
    size="small"
    :model-value="font"
    :options="lettering.fonts"
    option-label="name"
    option-value="key"
    :placeholder="name"
    empty-message="Loading fonts…"
    scroll-height="320px"
    aria-label="Font"
    @update:model-value="(v) => chosen(v as string)"
  >
    <template #option="{ option }: { option: FontFacts }">
      <span class="font" :title="option.name">
        <svg
          :viewBox="`-2 ${-RISE} ${Math.max(option.wide, 100) + 4} ${RISE + DROP}`"
          preserveAspectRatio="xMinYMid meet"
          role="img"
          :aria-label="option.name"
        >
          <path :d="option.sample" />
        </svg>
        <small>{{ option.looks === "own" ? `${option.name}, added` : option.looks }}</small>
      </span>
    </template>
  </Select>
  <div class="rest pair">
    <button class="row-button plain" @click="bring">Add font…</button>
    <button
      v-if="own"
      class="row-button plain"
      :title="`Removes ${own.name}; text in it stays as it is`"
      @click="lettering.letGo(own.key)"
    >
      Remove font
    </button>
  </div>
  <p v-if="gone" class="wide help" role="status">
    {{ name }} is not available any more. The text stays as it is; to edit it, select another font
    or add this one again.
  </p>
</template>

<style scoped>
.font {
  display: grid;
  gap: 1px;
}
.font svg {
  width: 190px;
  height: 24px;
}
.font path {
  fill: currentcolor;
}
.font small {
  color: var(--quiet);
}
.pair {
  display: flex;
  gap: 12px;
}
.plain {
  padding: 0 4px;
  font-size: 12px;
  color: var(--active);
}
</style>
