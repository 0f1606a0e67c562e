<script setup lang="ts">
// One item: what is painted, and a wider invisible stroke that the pointer meets. Neither knows
// how far the sheet is away: zooming and panning touch no item.
import { computed } from "vue";
import type { PaintMark } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import FilterDef from "../paint/FilterDef.vue";
import PaintedPath from "../paint/PaintedPath.vue";
import { HIT_WIDTH } from "../paint/reach";
import { showingOf } from "../paint/paint";

const props = defineProps<{ id: string; pickable: boolean; plain: boolean }>();
const doc = useDocument();

const item = computed(() => doc.drawable(props.id));
const hit = computed(() =>
  props.pickable && !item.value?.locked
    ? JSON.stringify({ what: "item", item: props.id })
    : undefined,
);
/** What of its parts shows beside the form of an assembly. */
const beside = (marks: PaintMark[] | undefined, name: string) =>
  (props.plain ? [] : (marks ?? [])).map(({ style, finish, filter, ...rest }, n) => {
    const id = `fx-${props.id}-${name}${n}`;
    return { id, filter, showing: showingOf(finish, filter, id), path: { ...rest, paint: style } };
  });
const below = computed(() => beside(item.value?.assembly?.below, "below"));
const above = computed(() => beside(item.value?.assembly?.above, "above"));
const filter = computed(() => (props.plain ? null : (item.value?.filter ?? null)));
const showing = computed(() =>
  item.value && !props.plain ? showingOf(item.value.finish, filter.value, `fx-${props.id}`) : {},
);
</script>

<template>
  <g
    v-if="item && !item.hidden"
    :id="`drawn-${id}`"
    :data-hit="hit"
    :data-drawn="item.id"
    v-bind="showing"
  >
    <FilterDef v-if="filter" :id="`fx-${id}`" :filter="filter" />
    <g :pointer-events="hit ? 'painted' : 'none'">
      <g v-for="p in below" :key="p.id" v-bind="p.showing">
        <FilterDef v-if="p.filter" :id="p.id" :filter="p.filter" />
        <PaintedPath v-bind="p.path" />
      </g>
      <PaintedPath
        :path="item.path"
        :rule="item.rule"
        :paint="item.style"
        :open="item.open"
        :dashes="item.dashes"
        :plain="plain"
        :data-item="item.id"
      />
      <g v-for="p in above" :key="p.id" v-bind="p.showing">
        <FilterDef v-if="p.filter" :id="p.id" :filter="p.filter" />
        <PaintedPath v-bind="p.path" />
      </g>
    </g>
    <path
      v-if="hit"
      :d="item.path"
      fill="none"
      stroke="none"
      :fill-rule="item.rule"
      :stroke-width="HIT_WIDTH"
      vector-effect="non-scaling-stroke"
      :pointer-events="item.style.fill ? 'all' : 'stroke'"
    />
  </g>
</template>
