<script setup lang="ts">
// A colour by lightness, chroma and hue, as it can be typed, and how it stands out on the sheet.
import InputText from "primevue/inputtext";
import { computed, ref, shallowRef, watch } from "vue";
import type { ColourFacts, Swatched } from "../../api/types";
import { LatestOnly } from "../../lib/latestonly";
import { shown } from "../../lib/numbers";
import { useDocument } from "../../stores/board/document";
import { useColours } from "../../stores/painting/colours";
import ColourChips from "./ColourChips.vue";
import DialSlider from "../../ui/DialSlider.vue";

const props = withDefaults(
  defineProps<{
    label: string;
    colour: string;
    /** The swatches can be chosen. */
    swatched?: boolean;
  }>(),
  { swatched: false },
);
const emit = defineEmits<{
  slide: [colour: string];
  keep: [colour: string];
  swatch: [colour: Swatched];
}>();
const MOST_CHROMA = 0.37;
const BARS = [
  { name: "lightness", label: "Lightness", max: 1, step: 0.005 },
  { name: "chroma", label: "Chroma", max: MOST_CHROMA, step: 0.001 },
  { name: "hue", label: "Hue", max: 360, step: 0.5 },
] as const;
const LEGIBLE: Record<ColourFacts["legible"], string> = {
  text: "text is readable",
  marks: "marks are visible",
  little: "hard to see",
};
const NOTATIONS = ["hex", "rgb", "hsl", "oklch"] as const;
type Notation = (typeof NOTATIONS)[number];

const doc = useDocument();
const colours = useColours();
const facts = shallowRef<ColourFacts | null>(null);
/** Where the bars are: a grey keeps the hue that it was given. */
const bars = ref({ lightness: 0, chroma: 0, hue: 0 });
const sliding = ref(false);
const draft = ref<Partial<Record<Notation, string>>>({});

watch(
  () => props.colour,
  async (colour) => {
    if (sliding.value || facts.value?.hex === colour) return;
    const found = await colours.read(colour);
    if (!found || props.colour !== colour) return;
    take(found);
    const { lightness, chroma, hue } = found;
    bars.value = { lightness, chroma, hue: chroma === 0 ? bars.value.hue : hue };
  },
  { immediate: true },
);
function take(found: ColourFacts): void {
  facts.value = found;
  draft.value = {};
}

const asking = new LatestOnly<string>(async (text) => {
  const found = await colours.read(text);
  if (!found || !sliding.value) return;
  take(found);
  emit("slide", found.hex);
});
const text = computed(() => {
  const { lightness, chroma, hue } = bars.value;
  return `oklch(${(lightness * 100).toFixed(2)}% ${chroma.toFixed(4)} ${hue.toFixed(2)})`;
});
function slide(part: Partial<typeof bars.value>): void {
  sliding.value = true;
  bars.value = { ...bars.value, ...part };
  asking.put(text.value);
}
async function release(): Promise<void> {
  if (!sliding.value) return;
  const found = await colours.read(text.value);
  sliding.value = false;
  if (found) keep(found);
}
function keep(found: ColourFacts): void {
  take(found);
  colours.used(found.hex);
  emit("keep", found.hex);
}
async function typed(notation: Notation): Promise<void> {
  const written = draft.value[notation]?.trim();
  draft.value = {};
  if (!written) return;
  const found = await colours.read(written);
  if (!found) return;
  bars.value = { lightness: found.lightness, chroma: found.chroma, hue: found.hue };
  keep(found);
}
function swatch(n: number): void {
  const found = doc.sheet.swatches[n];
  if (found) emit("swatch", { swatch: found.id, colour: found.colour });
}
async function choose(colour: string): Promise<void> {
  const found = await colours.read(colour);
  if (found) keep(found);
}

/** Between stops by the eye, where the browser can; else there are enough of them. */
const BETWEEN = CSS.supports("background", "linear-gradient(in oklch, red, blue)")
  ? "in oklch "
  : "";
/** Degrees of hue from stop to stop. */
const HUE_STEP = 30;
const track = (stops: string) => ({ "--track": `linear-gradient(${BETWEEN}to right, ${stops})` });
const hues = (l: number, c: number): string =>
  Array.from({ length: 360 / HUE_STEP + 1 }, (_, n) => {
    const hue = Math.min(n * HUE_STEP, 359.9);
    return `oklch(${l} ${c} ${hue})`;
  }).join(", ");
const tracks = computed(() => {
  const { lightness: l, chroma: c, hue: h } = bars.value;
  return {
    lightness: track(`oklch(0 ${c} ${h}), oklch(0.5 ${c} ${h}), oklch(1 ${c} ${h})`),
    chroma: track(`oklch(${l} 0 ${h}), oklch(${l} ${MOST_CHROMA} ${h})`),
    hue: track(hues(l, Math.max(c, 0.06))),
  };
});
const contrast = computed(() => {
  if (!facts.value) return "";
  return `${shown(facts.value.contrast, 1)} : 1, ${LEGIBLE[facts.value.legible]}`;
});
</script>

<template>
  <div class="bars">
    <template v-for="b in BARS" :key="b.name">
      <span class="label">{{ b.label }}</span>
      <DialSlider
        class="bar"
        :style="tracks[b.name]"
        :label="`${label}: ${b.name}`"
        :value="bars[b.name]"
        :min="0"
        :max="b.max"
        :step="b.step"
        @slide="(value) => slide({ [b.name]: value })"
        @release="release"
      />
    </template>
    <span class="label">{{ facts ? "Contrast" : "" }}</span>
    <span class="contrast" title="Contrast with the sheet" data-testid="contrast">{{
      facts ? contrast : ""
    }}</span>
    <template v-for="notation in NOTATIONS" :key="notation">
      <span class="label notation">{{ notation }}</span>
      <InputText
        size="small"
        autocomplete="off"
        :model-value="draft[notation] ?? facts?.[notation] ?? ''"
        :aria-label="`${label} as ${notation}`"
        @focus="($event.target as HTMLInputElement).select()"
        @update:model-value="draft[notation] = $event ?? ''"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
        @keydown.esc="draft = {}"
        @blur="typed(notation)"
      />
    </template>
    <template v-if="swatched && doc.sheet.swatches.length > 0">
      <span class="label">Swatches</span>
      <ColourChips
        :label="`${label}: swatches`"
        :colours="doc.sheet.swatches.map((s) => s.colour)"
        :names="doc.sheet.swatches.map((s) => s.name)"
        @chosen="(_, n) => swatch(n)"
      />
    </template>
    <template v-if="colours.recent.length > 0">
      <span class="label">Recent</span>
      <ColourChips :label="`${label}: recent`" :colours="colours.recent" @chosen="choose" />
    </template>
    <slot />
  </div>
</template>

<style scoped>
.bars {
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr);
  gap: 6px 8px;
  align-items: center;
}
.label {
  font-size: 12px;
}
.bar :deep(.p-slider) {
  height: 12px;
  border-radius: 6px;
  background: var(--track);
}
.bar :deep(.p-slider-range) {
  background: transparent;
}
.bar :deep(.p-slider-handle) {
  width: 8px;
  height: 20px;
  margin-block-start: -10px;
  margin-inline-start: -4px;
  border: 1.5px solid var(--ink);
  border-radius: 3px;
  background: var(--raised);
}
.bar :deep(.p-slider-handle::before) {
  display: none;
}
.contrast {
  font-size: 12px;
  color: var(--quiet);
}
</style>
