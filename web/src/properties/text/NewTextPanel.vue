<script setup lang="ts">
// The Words tool with nothing selected: what the next words start with.
import { computed } from "vue";
import { useText } from "../../stores/editing/text";
import { useCatalogue } from "../../stores/display/catalogue";
import FontField from "./FontField.vue";
import TypedField from "../../fields/TypedField.vue";

const lettering = useText();
const catalogue = useCatalogue();
const point = computed(() => catalogue.unit("pt"));
</script>

<template>
  <section aria-label="Defaults for new text">
    <h3 class="wide heading">Defaults for new text</h3>
    <FontField
      :font="lettering.defaults.font"
      :name="lettering.defaults.font_name"
      @chosen="
        (font) => Object.assign(lettering.defaults, { font: font.key, font_name: font.name })
      "
    />
    <span class="label">Font size</span>
    <TypedField
      class="rest"
      label="Font size"
      :value="lettering.defaults.size"
      :unit="point"
      @typed="
        (v) => (lettering.defaults.size = Math.min(Math.max(v, 1), catalogue.limits.font_size[1]))
      "
    />
    <p class="wide help">Click to start text, then type. Alt click a path to write along it.</p>
  </section>
</template>
