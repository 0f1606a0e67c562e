<script setup lang="ts">
// One item in the Stack: a small drawing, its name, lock and hide; a group can be opened in place.
import { computed, ref } from "vue";
import NameField from "../../ui/NameField.vue";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { carries } from "../../lib/pointercarry";
import { useCarry } from "./carry";
import FlagButtons from "./FlagButtons.vue";
import { spotAt, type Row } from "./rows";
import { ROLES } from "../../acts/roles";
import SmallDrawing from "../../canvas/paint/SmallDrawing.vue";
import AppIcon from "../../ui/AppIcon.vue";

const props = defineProps<{
  row: Row;
  /** Tab comes to this card, arrows to the others. */
  reached: boolean;
}>();
const emit = defineEmits<{
  pick: [event: MouseEvent];
  keys: [event: KeyboardEvent];
  open: [];
}>();
const container = useActiveContainer();
const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const carry = useCarry();
const name = ref<InstanceType<typeof NameField> | null>(null);

const item = computed(() => doc.drawable(props.row.id));
const chosen = computed(() => selection.selected.includes(props.row.id));
const mark = computed(() => (carry.mark?.id === props.row.id ? carry.mark.side : ""));

/** What it does as a part of an assembly; null where it is none. */
const doing = computed(() => {
  const around = doc.drawable(doc.tree.containerOf(props.row.id))?.assembly;
  if (around?.result?.kind === "blend") return null;
  const part = around?.parts.find((p) => p.id === props.row.id);
  return ROLES.find((r) => r.value === part?.role) ?? null;
});

const rename = (called: string): void =>
  edits.commit({ kind: "rename_item", item: props.row.id, called });

/** The spot that the pointer is over: the card's left part, its right part, a group's middle. */
function over(event: MouseEvent): void {
  if (carry.items.length === 0 || carry.layers || carry.items.includes(props.row.id)) return;
  event.preventDefault();
  event.stopPropagation();
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
  const part = (event.clientX - box.left) / box.width;
  const beside = part < 0.5 ? "left" : "right";
  const side = props.row.holds && part > 0.25 && part < 0.75 ? "in" : beside;
  carry.over(spotAt(doc.tree, props.row, side), { id: props.row.id, side });
}

function keys(event: KeyboardEvent): void {
  if (event.key === "F2") void name.value?.edit();
  else emit("keys", event);
}
</script>

<template>
  <div
    v-if="item"
    class="item"
    role="listitem"
    :class="[
      mark,
      {
        chosen,
        hidden: !doc.free(row.id) && item.hidden,
        inside: row.depth > 0,
        mirrored: item.symmetry,
      },
    ]"
    :data-testid="`stack-${item.name}`"
    @pointerdown="carries($event, () => carry.take(row.id))"
    @carry-over="over"
    @carry-end="carry.end()"
  >
    <button
      class="row-button tile"
      :tabindex="reached ? 0 : -1"
      :aria-label="item.name"
      :aria-pressed="chosen"
      :title="
        row.holds
          ? `${item.name}: double click to edit contents, Alt and arrow keys to reorder`
          : `${item.name}: drag, or Alt and arrow keys, to reorder`
      "
      :data-card="row.id"
      @click="emit('pick', $event)"
      @dblclick="row.holds && container.enter(row.id)"
      @keydown="keys"
    >
      <SmallDrawing :id="row.id" />
    </button>
    <button
      v-if="row.holds"
      class="row-button opener"
      :tabindex="reached ? 0 : -1"
      :aria-label="row.open ? `Collapse ${item.name}` : `Expand ${item.name}`"
      :aria-expanded="row.open"
      @click="emit('open')"
    >
      <AppIcon :name="row.open ? 'angle-left' : 'angle-right'" />
    </button>
    <span v-if="doing" class="doing" :title="`In the assembly: ${doing.label}`">{{
      doing.sign
    }}</span>
    <div class="line">
      <NameField ref="name" v-slot="{ edit }" :name="item.name" label="Item name" @renamed="rename">
        <span class="name" title="Double click to rename" @dblclick="edit">{{ item.name }}</span>
      </NameField>
    </div>
    <div class="flags"><FlagButtons :item="item" :reached="reached" /></div>
  </div>
</template>

<style scoped>
.item {
  position: relative;
  flex: none;
  width: 100px;
  padding: 3px 4px 0;
  border-radius: 6px;
}
.inside {
  background: var(--tint);
  border-radius: 0;
}
.left {
  box-shadow: -2px 0 0 0 var(--construction);
}
.right {
  box-shadow: 2px 0 0 0 var(--construction);
}
.in .tile {
  border-color: var(--construction);
  box-shadow: 0 0 0 1px var(--construction);
}
.tile {
  display: block;
  width: 100%;
  height: 60px;
  padding: 5px 28px 5px 5px;
  background: var(--tile);
  border: 1px solid var(--hairline);
  border-radius: 6px;
}
.chosen .tile {
  border: 2px solid var(--active);
  padding: 4px 27px 4px 4px;
}
.mirrored:not(.chosen) .tile {
  border-color: var(--construction);
}
.hidden .tile {
  opacity: 0.4;
}
.flags {
  position: absolute;
  top: 9px;
  right: 6px;
  display: grid;
}
/* on the tile it is day */
.flags :deep(.flag:not(:hover, :focus-visible, .on)) {
  color: #53625b;
}
.flags :deep(.flag:is(:hover, :focus-visible, .on)) {
  color: #0c6b65;
}
.opener {
  position: absolute;
  top: 36px;
  left: 7px;
  display: grid;
  place-items: center;
  width: 24px;
  height: 24px;
  border-radius: 4px;
  background: #d3ebe7;
  color: #0c6b65;
}
.doing {
  position: absolute;
  top: 6px;
  left: 7px;
  min-width: 18px;
  padding: 0 4px;
  border-radius: 4px;
  background: #fff;
  color: #6d3a9c;
  font-weight: 600;
  line-height: 18px;
  text-align: center;
}
.line {
  display: flex;
  gap: 2px;
  align-items: center;
  font-size: 12px;
}
.line :deep(input) {
  min-width: 0;
  width: 60px;
}
.name {
  overflow: hidden;
  flex: 1;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
