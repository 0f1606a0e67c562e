<script setup lang="ts">
// Selected items and what holds them: group, ungroup, to another layer.
import { computed } from "vue";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { openDrawing } from "../../stores/board/opendrawing";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { apartOf } from "../../tools/itemcommands";
import ActButton from "../../fields/ActButton.vue";
import ChooseField from "../../ui/ChooseField.vue";

const containerStore = useActiveContainer();
const open = openDrawing();
const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const apart = computed(() => apartOf(open));
const layers = computed(() =>
  [...doc.steadyTree.in("")]
    .reverse()
    .map((value) => ({ value, label: doc.steady(value)?.name ?? "" })),
);
/** The layer in which all of it lies. */
const layer = computed(() => {
  const found = new Set(selection.selected.map((i) => doc.steadyTree.above(i)[0] ?? ""));
  return found.size === 1 ? [...found][0] : null;
});

function toLayer(container: string): void {
  const behind = doc.steadyTree.in(container).at(-1) ?? null;
  edits.commit({ kind: "order_items", items: selection.selected, container, behind });
  containerStore.enter(container);
}
</script>

<template>
  <section aria-label="Group and layer">
    <template v-if="layers.length > 1">
      <span class="label">Layer</span>
      <ChooseField
        label="Layer"
        :value="layer ?? null"
        :options="layers"
        placeholder="Several"
        @chosen="toLayer"
      />
    </template>
    <div class="wide abreast">
      <ActButton act="group" />
      <ActButton v-if="apart.length > 0" act="ungroup" />
    </div>
  </section>
</template>
