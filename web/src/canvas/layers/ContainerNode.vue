<script setup lang="ts">
// A container: what it holds, back to front, shown, picked and faint as one; of a symmetry also the
// images.
import { computed } from "vue";
import type { Style } from "../../api/types";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useDisplay } from "../../stores/display/display";
import FilterDef from "../paint/FilterDef.vue";
import CopyNode from "./CopyNode.vue";
import HeldNode from "./HeldNode.vue";
import { showingOf } from "../paint/paint";

const props = withDefaults(
  defineProps<{
    id: string;
    pickable: boolean;
    plain: boolean;
    /** For each symmetry around it, that here is its original. */
    turns?: readonly number[];
  }>(),
  { turns: () => [] },
);
const container = useActiveContainer();
const doc = useDocument();
const display = useDisplay();

const item = computed(() => doc.drawable(props.id));
const held = computed(() => doc.tree.in(props.id));
const picks = computed(() => props.pickable && !item.value?.locked);
const filter = computed(() => (props.plain ? null : (item.value?.filter ?? null)));
const showing = computed(() =>
  item.value && !props.plain ? showingOf(item.value.finish, filter.value, `fx-${props.id}`) : {},
);
const images = computed(() => item.value?.symmetry?.images.slice(1) ?? []);
/** What is drawn in here is drawn in the symmetry: its images step back. */
const entered = computed(() => display.view !== "Print" && container.breadcrumb.includes(props.id));
/** What masks a group; not as a wire, nor while its contents are edited. */
const mask = computed(() => (props.plain || entered.value ? null : (item.value?.mask ?? null)));
/** What shows of what it holds. */
const seen = computed(() => held.value.filter((i) => i !== mask.value?.item));
/** The part of the sheet that a symmetry keeps. */
const clip = computed(() => {
  const corners = item.value?.symmetry?.clip ?? [];
  if (corners.length === 0) return null;
  const id = `kept-${props.id}`;
  return { id, url: `url(#${id})`, points: corners.map((c) => c.join(",")).join(" ") };
});
/** Every other image may be painted in its own way. */
const second = (n: number): Style | null =>
  (!props.plain && n % 2 === 1 && item.value?.symmetry?.second) || null;
const inner = computed(() => (item.value?.symmetry ? [...props.turns, 0] : props.turns));
</script>

<template>
  <g v-if="item && !item.hidden" v-bind="showing" :data-holder="item.id">
    <FilterDef v-if="filter" :id="`fx-${id}`" :filter="filter" />
    <clipPath v-if="clip" :id="clip.id"><polygon :points="clip.points" /></clipPath>
    <mask
      v-if="mask"
      :id="`mask-${id}`"
      maskUnits="userSpaceOnUse"
      x="-1e6"
      y="-1e6"
      width="2e6"
      height="2e6"
      :style="{ maskType: mask.kind }"
      data-testid="mask"
    >
      <HeldNode :id="mask.item" :pickable="false" :plain="false" :turns="inner" />
    </mask>
    <g :clip-path="clip?.url" :mask="mask ? `url(#mask-${id})` : undefined">
      <HeldNode
        v-for="child in seen"
        :id="child"
        :key="child"
        :pickable="picks"
        :plain="plain"
        :turns="inner"
      />
    </g>
    <g
      v-for="(matrix, n) in images"
      :key="n"
      class="image"
      :class="{ entered }"
      :transform="`matrix(${matrix.join(' ')})`"
      :clip-path="clip?.url"
      :data-image="n + 1"
    >
      <CopyNode
        v-for="child in seen"
        :id="child"
        :key="child"
        :pickable="picks"
        :plain="plain"
        :turns="[...turns, n + 1]"
        :paint="second(n + 1)"
      />
    </g>
  </g>
</template>

<style scoped>
.entered {
  opacity: var(--entered, 0.62);
}
</style>
