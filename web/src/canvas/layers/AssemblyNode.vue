<script setup lang="ts">
// An assembly: the one form of its parts, and, while one works on it, the parts as ghosts, which the
// hand takes hold of wherever they lie, also where nothing is left of them.
import { computed } from "vue";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useDisplay } from "../../stores/display/display";
import { useTools } from "../../tools/tools";
import ItemPath from "./ItemPath.vue";

const props = defineProps<{ id: string; pickable: boolean; plain: boolean }>();
const container = useActiveContainer();
const doc = useDocument();
const selection = useSelection();
const display = useDisplay();
const tools = useTools();

const item = computed(() => doc.drawable(props.id));
const inside = computed(() => container.breadcrumb.includes(props.id));
const worked = computed(() => {
  if (display.view === "Print") return false;
  const chosen = selection.selected;
  return (
    props.plain ||
    inside.value ||
    chosen.includes(props.id) ||
    chosen.some((s) => doc.tree.above(s).includes(props.id))
  );
});
/** Its parts are taken hold of one by one: in it, where anchors are edited, or once it is selected. */
const opened = computed(() => {
  if (!props.pickable || item.value?.locked) return false;
  const once = tools.active === "select" ? worked.value : tools.active === "anchors";
  return inside.value || once;
});
const ghosts = computed(() => (worked.value ? (item.value?.assembly?.parts ?? []) : []));
const held = computed(() =>
  opened.value ? doc.tree.drawnIn(props.id).filter((i) => doc.free(i)) : [],
);
const hitOf = (part: string): string => JSON.stringify({ what: "item", item: part });
</script>

<template>
  <ItemPath v-if="item && !item.hidden" :id="id" :pickable="pickable && !inside" :plain="plain" />
  <g v-if="item && !item.hidden" :data-holder="id">
    <path
      v-for="part in ghosts"
      :key="part.id"
      class="ghost"
      :class="part.role"
      :d="part.path"
      :data-testid="`ghost-${part.id}`"
    />
    <path
      v-for="part in held"
      :key="part"
      class="hold"
      :d="doc.drawable(part)?.path"
      :data-hit="hitOf(part)"
    />
  </g>
</template>

<style scoped>
path {
  fill: none;
  vector-effect: non-scaling-stroke;
}
.ghost {
  stroke: var(--mark-construction);
  stroke-opacity: var(--ghosts, 0.75);
  pointer-events: none;
}
.difference,
.exclusion {
  stroke-dasharray: 5 3;
}
.intersection {
  stroke-dasharray: 1.5 3;
}
.hold {
  stroke: transparent;
  stroke-width: 12px;
  pointer-events: all;
}
</style>
