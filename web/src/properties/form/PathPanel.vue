<script setup lang="ts">
// What can be done with the selected anchors, and with the segments between them.
import { computed } from "vue";
import ActButton from "../../fields/ActButton.vue";
import { counted } from "../../lib/intl";
import { useChosen } from "../../stores/editing/selectedanchors";

const { contourOf, marks, refs, segments, one } = useChosen();
const several = computed(() => refs.value.length > 1);
const ends = computed(() => marks.value.length === 2 && marks.value.every((m) => m.end));
const closed = computed(() => one.value !== undefined && contourOf(one.value)?.closed === true);
</script>

<template>
  <section v-if="segments.length > 0" aria-label="Segments">
    <h3 class="wide">{{ counted(segments.length, "segment") }}</h3>
    <div class="wide two-columns">
      <ActButton act="add_at_centre" />
      <ActButton act="add_at_extremes" />
      <ActButton act="straighten" />
      <ActButton v-if="segments.length === 1" act="delete_segment" />
    </div>
  </section>
  <section aria-label="Anchors">
    <div class="wide two-columns">
      <ActButton act="delete_anchors" label="Delete" />
      <ActButton act="delete_without_refitting" />
      <ActButton act="split" />
      <ActButton v-if="closed" act="set_start_point" />
      <template v-if="one">
        <ActButton act="reverse_path" />
        <ActButton act="guide_through_anchor" />
      </template>
      <ActButton v-if="ends" act="join_ends" />
      <template v-if="several">
        <ActButton act="align_anchors_horizontally" />
        <ActButton act="align_anchors_vertically" />
        <template v-if="marks.length > 2">
          <ActButton act="distribute_anchors_horizontally" />
          <ActButton act="distribute_anchors_vertically" />
        </template>
        <ActButton act="same_handles" />
        <ActButton act="mirrored_handles" />
      </template>
    </div>
  </section>
</template>

<style scoped>
h3 {
  font-size: 13px;
}
.two-columns :deep(button) {
  min-width: 0;
  padding-inline: 4px;
}
</style>
