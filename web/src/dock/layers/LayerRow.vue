<script setup lang="ts">
// A layer in the list: a click works in it, its name, lock and hide; dragged or with Alt and the
// arrow keys it comes to lie elsewhere.
import { computed, ref } from "vue";
import NameField from "../../ui/NameField.vue";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { carries } from "../../lib/pointercarry";
import { useCarry } from "./carry";
import FlagButtons from "./FlagButtons.vue";
import { frontOf, spotAt, stepped } from "./rows";

const props = defineProps<{
  id: string;
  /** Tab comes to this layer, arrows to the others. */
  reached: boolean;
}>();
const container = useActiveContainer();
const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const carry = useCarry();
const name = ref<InstanceType<typeof NameField> | null>(null);

const item = computed(() => doc.drawable(props.id));
const active = computed(() => container.layer === props.id);
const mark = computed(() => (carry.mark?.id === props.id ? carry.mark.side : ""));

function enter(): void {
  if (!active.value || container.inGroup) selection.select([]);
  container.enter(props.id);
}
const rename = (called: string): void =>
  edits.commit({ kind: "rename_item", item: props.id, called });

function over(event: MouseEvent): void {
  if (carry.items.length === 0 || carry.items.includes(props.id)) return;
  event.preventDefault();
  event.stopPropagation();
  if (!carry.layers) {
    carry.over(frontOf(doc.tree, props.id), { id: props.id, side: "in" });
    return;
  }
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
  const above = event.clientY < box.top + box.height / 2; // the front is on top
  const row = { id: props.id, depth: 0, holds: true, open: false };
  const spot = spotAt(doc.tree, row, above ? "right" : "left");
  carry.over(spot, { id: props.id, side: above ? "above" : "under" });
}

function keys(event: KeyboardEvent): void {
  const by = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : null;
  if (event.key === "F2") void name.value?.edit();
  else if (event.key === "Delete") edits.commit({ kind: "delete_items", items: [props.id] });
  else if (by !== null && event.altKey) {
    const spot = stepped(doc.tree, props.id, by);
    if (spot) carry.move([props.id], spot);
  } else if (by !== null) {
    const here = (event.currentTarget as HTMLElement).closest("li");
    const next = by > 0 ? here?.previousElementSibling : here?.nextElementSibling;
    next?.querySelector("button")?.focus();
  } else return;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <li
    v-if="item"
    class="layer"
    :class="[mark, { active, hidden: item.hidden }]"
    :data-testid="`layer-${item.name}`"
    @pointerdown="carries($event, () => carry.take(id))"
    @carry-over="over"
    @carry-drop.prevent="carry.drop($event.altKey)"
    @carry-end="carry.end()"
  >
    <NameField ref="name" v-slot="{ edit }" :name="item.name" label="Layer name" @renamed="rename">
      <button
        class="row-button name"
        :tabindex="reached ? 0 : -1"
        :aria-current="active"
        :title="`${item.name}: click to draw in it, double click to rename`"
        @click="enter"
        @dblclick="edit"
        @keydown="keys"
      >
        {{ item.name }}
      </button>
    </NameField>
    <FlagButtons :item="item" :reached="reached" />
  </li>
</template>

<style scoped>
.layer {
  display: flex;
  gap: 2px;
  align-items: center;
  height: 24px;
  padding: 0 6px 0 10px;
  font-size: 12px;
}
.layer :deep(input) {
  min-width: 0;
  width: 100px;
  height: 21px;
}
.active {
  background: var(--tint);
  box-shadow: inset 3px 0 var(--active);
}
.active .name {
  font-weight: 600;
}
.hidden .name {
  color: var(--quiet);
}
.name {
  overflow: hidden;
  flex: 1;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.above {
  box-shadow: inset 0 2px var(--construction);
}
.under {
  box-shadow: inset 0 -2px var(--construction);
}
.in {
  outline: 2px solid var(--construction);
  outline-offset: -2px;
}
</style>
