<script setup lang="ts">
// The swatch that is chosen in the Colours leaf: its name, its colour, and colours that go with it.
import Button from "primevue/button";
import Checkbox from "primevue/checkbox";
import InputText from "primevue/inputtext";
import { computed, ref, shallowRef, watch } from "vue";
import { ApiError } from "../../api/client";
import type { Command, Harmony } from "../../api/types";
import { core } from "../../core";
import { useEdits } from "../../stores/board/edits";
import { usePreview } from "../../stores/board/preview";
import { useDisplay } from "../../stores/display/display";
import { useSwatches } from "../../stores/painting/swatches";
import ColourBars from "./ColourBars.vue";
import ColourChips from "./ColourChips.vue";
import FoldPart from "../../ui/FoldPart.vue";

const edits = useEdits();
const preview = usePreview();
const display = useDisplay();
const swatches = useSwatches();
const one = computed(() => (display.leaf === "Colours" && !display.folded ? swatches.one : null));
const draft = ref<string | null>(null);
const harmonies = shallowRef<Harmony[]>([]);
watch(
  () => one.value?.colour,
  async (colour) => {
    if (colour === undefined) return;
    try {
      const found = await core.harmonies(colour);
      if (one.value?.colour === colour) harmonies.value = found;
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
    }
  },
  { immediate: true },
);

const setting = (part: { colour?: string; called?: string; spot?: boolean }): Command => ({
  kind: "set_swatch",
  swatch: one.value?.id ?? "",
  ...part,
});
function rename(): void {
  const called = draft.value?.trim();
  draft.value = null;
  if (called && called !== one.value?.name) edits.commit(setting({ called }));
}
function remove(): void {
  if (one.value) edits.commit({ kind: "delete_swatches", swatches: [one.value.id] });
  swatches.chosen = null;
}
</script>

<template>
  <template v-if="one">
    <header>
      <h2>{{ one.name }}</h2>
      <span>Swatch</span>
    </header>
    <section aria-label="Swatch">
      <span class="label">Name</span>
      <InputText
        class="rest"
        size="small"
        :model-value="draft ?? one.name"
        aria-label="Swatch name"
        @update:model-value="draft = $event ?? ''"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
        @keydown.esc="draft = null"
        @blur="rename"
      />
      <ColourBars
        class="wide"
        label="Swatch"
        :colour="one.colour"
        @slide="(colour) => preview.show(setting({ colour }))"
        @keep="(colour) => edits.commit(setting({ colour }), true)"
      />
      <p class="wide help">Everything painted with it follows.</p>
      <label class="wide check" title="In PDF it is an ink of its own, under this name">
        <Checkbox
          :model-value="one.spot"
          binary
          size="small"
          input-id="swatch-spot"
          @update:model-value="(spot: boolean) => edits.commit(setting({ spot }))"
        />
        Spot colour
      </label>
      <Button
        class="rest"
        severity="secondary"
        size="small"
        label="Delete swatch"
        title="What is painted with it keeps its colour"
        @click="remove"
      />
    </section>
    <FoldPart heading="Colour harmonies">
      <section aria-label="Colour harmonies">
        <template v-for="h in harmonies" :key="h.name">
          <span class="label">{{ h.name }}</span>
          <ColourChips
            :label="h.name"
            :colours="h.colours"
            @chosen="(colour) => swatches.keepPlain([colour])"
          />
          <Button
            severity="secondary"
            size="small"
            label="Add all"
            :aria-label="`Add all: ${h.name}`"
            @click="swatches.keepPlain(h.colours)"
          />
        </template>
      </section>
    </FoldPart>
  </template>
</template>
