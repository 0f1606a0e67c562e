<script setup lang="ts">
// Opacity, blend mode and effects of items, or of a layer.
import { sentence } from "../../lib/intl";
import { computed } from "vue";
import type { Command, Effect } from "../../api/types";
import { useEdits } from "../../stores/board/edits";
import { usePreview } from "../../stores/board/preview";
import { useCatalogue } from "../../stores/display/catalogue";
import ChooseField from "../../ui/ChooseField.vue";
import EffectPart from "./EffectPart.vue";
import FoldPart from "../../ui/FoldPart.vue";
import OpacityField from "./OpacityField.vue";
import { usePainted } from "./painted";
import { ofFinish } from "../summaries";
import { EFFECTS } from "./effects";

const props = defineProps<{ items: readonly string[] }>();
const edits = useEdits();
const preview = usePreview();
const painted = usePainted();
const catalogue = useCatalogue();
/** The modes of the CSS standard, under its names. */
const blends = computed(() =>
  catalogue.facts.blends.map((value) => ({ value, label: sentence(value.replaceAll("-", " ")) })),
);
const finish = computed(() => painted(props.items[0] ?? "")?.finish ?? null);
const effects = computed(() => finish.value?.effects ?? []);

const setting = (list: Effect[]): Command => ({
  kind: "set_effects",
  items: [...props.items],
  effects: list,
});
const replaced = (n: number, effect: Effect): Command =>
  setting(effects.value.map((old, k) => (k === n ? effect : old)));
/** The core says how it begins. */
const add = (kind: Effect["kind"]): void =>
  edits.commit({
    kind: "set_effects",
    items: [...props.items],
    effects: [...effects.value, { kind }],
  });
const remove = (n: number): void => edits.commit(setting(effects.value.filter((_, k) => k !== n)));
</script>

<template>
  <FoldPart v-if="finish" heading="Opacity and effects" unfolded :summary="ofFinish(finish)">
    <section aria-label="Opacity and effects">
      <OpacityField :items="items" />
      <span class="label">Blend mode</span>
      <ChooseField
        label="Blend mode with what is below"
        :value="finish.blend"
        :options="blends"
        @chosen="(blend) => edits.commit({ kind: 'set_blend', items: [...items], blend })"
      />
      <EffectPart
        v-for="(effect, n) in effects"
        :key="n"
        :effect="effect"
        :items="items"
        :index="n"
        :name="`effect ${n}`"
        @slide="(e) => preview.show(replaced(n, e))"
        @change="(e) => edits.commit(replaced(n, e), true)"
        @remove="remove(n)"
      />
      <span class="label">Add</span>
      <span class="rest add">
        <button v-for="[kind, label] in EFFECTS" :key="kind" class="row-button" @click="add(kind)">
          {{ label }}
        </button>
      </span>
    </section>
  </FoldPart>
</template>

<style scoped>
.add {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px;
}
.add button {
  height: 26px;
  padding: 0 6px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--raised);
  text-align: center;
}
</style>
