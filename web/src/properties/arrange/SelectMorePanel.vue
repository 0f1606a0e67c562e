<script setup lang="ts">
// Selecting more from what is selected: what is alike, what is not, what a group holds.
import { openDrawing } from "../../stores/board/opendrawing";
import { groupsOf } from "../../tools/itemcommands";
import ActButton from "../../fields/ActButton.vue";
import FoldPart from "../../ui/FoldPart.vue";

const open = openDrawing();
</script>

<template>
  <FoldPart heading="Select more">
    <section aria-label="Select more">
      <span class="label wide">Select same</span>
      <div class="wide three-columns">
        <ActButton act="same_fill" label="Fill" />
        <ActButton act="same_stroke" label="Stroke" />
        <ActButton act="same_width" label="Width" />
        <ActButton act="same_type" label="Type" />
        <ActButton act="same_layer" label="Layer" />
        <ActButton act="invert_selection" label="Invert" />
      </div>
      <ActButton v-if="groupsOf(open).length > 0" class="wide" act="select_contents" />
    </section>
  </FoldPart>
</template>
