<script setup lang="ts">
// What can be done with the chosen anchors, and with the segments between them.
import { computed } from "vue";
import type { AnchorRef } from "../../api/types";
import { newId } from "../../api/ids";
import ActionButton from "../../fields/ActionButton.vue";
import { refOf, useChosen } from "../../fields/selectedanchors";
import { counted } from "../../lib/intl";

const { contourOf, marks, refs, segments, one } = useChosen();

const several = computed(() => refs.value.length > 1);
const source = computed(() => refs.value[0] as AnchorRef);
const ends = computed(() => {
  const [a, b] = marks.value;
  return marks.value.length === 2 && a?.end && b?.end ? [refOf(a), refOf(b)] : null;
});
const closed = computed(() => one.value !== undefined && contourOf(one.value)?.closed === true);
/** A guide through the anchor along its handle, or level where it has none. */
const guide = computed(() => {
  const [x, y] = one.value?.at ?? [0, 0];
  return { id: newId(), x, y, angle: one.value?.out_polar?.[0] ?? one.value?.into_polar?.[0] ?? 0 };
});
</script>

<template>
  <section v-if="segments.length > 0" aria-label="Segments" class="acts">
    <h3 class="wide">{{ counted(segments.length, "segment") }}</h3>
    <ActionButton
      label="Add at centre"
      lets
      :command="{ kind: 'add_anchors', segments, where: 'middle' }"
    />
    <ActionButton
      label="Add at extremes"
      hint="Where the curve is horizontal or vertical"
      lets
      :command="{ kind: 'add_anchors', segments, where: 'extremes' }"
    />
    <ActionButton label="Straighten" :command="{ kind: 'straighten_segments', segments }" />
    <ActionButton
      v-if="segments[0] && segments.length === 1"
      label="Delete segment"
      lets
      :command="{ kind: 'delete_segment', segment: segments[0] }"
    />
  </section>
  <section aria-label="Anchors" class="acts">
    <ActionButton
      label="Delete"
      hint="Refits the neighbours so that the outline changes least (Del)"
      lets
      :command="{ kind: 'delete_anchors', anchors: refs }"
    />
    <ActionButton
      label="Delete without refitting"
      hint="Leaves the neighbours' handles as they are (Shift Del)"
      lets
      :command="{ kind: 'delete_anchors', anchors: refs, refit: false }"
    />
    <ActionButton
      label="Split here"
      hint="Two ends at the same position"
      lets
      :command="{ kind: 'split_at_anchors', anchors: refs }"
    />
    <ActionButton
      v-if="closed && one"
      label="Set as start point"
      lets
      :command="{ kind: 'set_start_point', anchor: source }"
    />
    <ActionButton
      v-if="one"
      label="Reverse path"
      hint="Reverses the direction, which can decide about holes"
      lets
      :command="{
        kind: 'reverse_outlines',
        items: [one.item],
        paths: [[one.item, one.contour]],
      }"
    />
    <ActionButton
      v-if="one"
      label="Add guide here"
      hint="A guide through this anchor, along its handle"
      :command="{ kind: 'add_guide', guide }"
    />
    <ActionButton
      v-if="ends?.[0] && ends[1]"
      label="Join ends"
      lets
      :command="{ kind: 'join_ends', first: ends[0], second: ends[1] }"
    />
    <template v-if="several">
      <ActionButton
        label="Align horizontally"
        :command="{ kind: 'line_up', anchors: refs, way: 'level' }"
      />
      <ActionButton
        label="Align vertically"
        :command="{ kind: 'line_up', anchors: refs, way: 'upright' }"
      />
      <template v-if="marks.length > 2">
        <ActionButton
          label="Distribute horizontally"
          :command="{ kind: 'space_anchors', anchors: refs, way: 'level' }"
        />
        <ActionButton
          label="Distribute vertically"
          :command="{ kind: 'space_anchors', anchors: refs, way: 'upright' }"
        />
      </template>
      <ActionButton
        label="Same handles"
        hint="As those of the anchor selected first"
        :command="{ kind: 'copy_handles', source, anchors: refs.slice(1) }"
      />
      <ActionButton
        label="Mirrored handles"
        hint="Mirrors those of the anchor selected first"
        :command="{ kind: 'copy_handles', source, anchors: refs.slice(1), mirrored: true }"
      />
    </template>
  </section>
</template>

<style scoped>
h3 {
  font-size: 13px;
}
.readout section.acts {
  grid-template-columns: 1fr 1fr;
}
.acts :deep(button) {
  min-width: 0;
  padding-inline: 4px;
}
</style>
