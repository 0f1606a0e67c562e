<script setup lang="ts">
// What lies in the place one works in, from back to front, as small drawings; only those in sight
// are there. What is selected here is selected on the sheet, and the other way round.
import VirtualScroller from "primevue/virtualscroller";
import { computed, nextTick, ref, watch } from "vue";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useCarry } from "./carry";
import ItemCard from "./ItemCard.vue";
import { frontOf, rowsOf, stepped, type Row } from "./rows";

const CARD = 100;
const props = defineProps<{ find: string }>();
const container = useActiveContainer();
const doc = useDocument();
const selection = useSelection();
const carry = useCarry();
const open = ref(new Set<string>());
const scroller = ref<InstanceType<typeof VirtualScroller> | null>(null);
/** The cards that are there, by their place in the row; the scroller tells of them once it scrolls. */
const drawn = ref({ first: 0, last: 8 });
/** The card the keys were at last. */
const focused = ref<string | null>(null);
/** The card from which Shift extends. */
let from: string | null = null;

const found = computed<Row[]>(() => {
  const wanted = props.find.trim().toLowerCase();
  return [...doc.tree.below("")]
    .filter((id) => doc.tree.containerOf(id) !== "")
    .filter((id) => doc.drawable(id)?.name.toLowerCase().includes(wanted))
    .map((id) => ({ id, depth: 0, holds: doc.tree.holds(id), open: false }));
});
const rows = computed(() =>
  props.find.trim() === "" ? rowsOf(doc.tree, container.active, open.value) : found.value,
);

/** The one card that Tab comes to: where the keys were, or what is selected; of those in sight. */
const reached = computed(() => {
  const { first, last } = drawn.value;
  const there = rows.value.slice(first, last).map((r) => r.id);
  const wished = [focused.value, selection.selected.at(-1)];
  return wished.find((id) => id && there.includes(id)) ?? there[0] ?? rows.value[0]?.id;
});

function toggle(id: string): void {
  const next = new Set(open.value);
  if (!next.delete(id)) next.add(id);
  open.value = next;
}

/** The cards from where Shift began to one. */
function stretch(to: string): string[] {
  const ids = rows.value.map((r) => r.id);
  const [a, b] = [ids.indexOf(from ?? to), ids.indexOf(to)];
  return ids.slice(Math.min(a, b), Math.max(a, b) + 1);
}

function pick(id: string, event: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }): void {
  const others = selection.selected.filter((i) => i !== id);
  if (event.shiftKey) selection.select(stretch(id).filter((i) => doc.free(i)));
  else if (!doc.free(id)) return;
  else if (event.ctrlKey || event.metaKey) {
    selection.select(selection.selected.includes(id) ? others : [...others, id]);
  } else selection.select([id]);
  if (!event.shiftKey) from = id;
}

function keys(row: Row, event: KeyboardEvent): void {
  const by = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : null;
  if (by !== null && event.altKey) {
    const spot = stepped(doc.tree, row.id, by);
    if (spot) carry.move([row.id], spot);
  } else if (by !== null) void go(row, by, event);
  else if (row.holds && event.key === "ArrowDown" && !row.open) toggle(row.id);
  else if (row.holds && event.key === "ArrowUp" && row.open) toggle(row.id);
  else return;
  event.preventDefault();
  event.stopPropagation();
}

/** To the next card, which is selected. */
async function go(row: Row, by: 1 | -1, event: KeyboardEvent): Promise<void> {
  const next = rows.value[rows.value.findIndex((r) => r.id === row.id) + by];
  if (!next) return;
  pick(next.id, { shiftKey: event.shiftKey, ctrlKey: false, metaKey: false });
  await reveal(next.id);
  document.querySelector<HTMLElement>(`[data-card="${next.id}"]`)?.focus();
}

/** Scroll to a card that is not in sight. */
async function reveal(id: string): Promise<void> {
  await nextTick();
  const at = rows.value.findIndex((r) => r.id === id);
  const element = (scroller.value as { $el?: HTMLElement } | null)?.$el;
  if (at < 0 || !element) return;
  const [left, right] = [at * CARD, (at + 1) * CARD];
  if (left < element.scrollLeft) element.scrollLeft = left;
  else if (right > element.scrollLeft + element.clientWidth) {
    element.scrollLeft = right - element.clientWidth;
  }
  await nextTick();
}
watch(
  () => selection.selected.at(-1),
  (last) => last && void reveal(last),
);

function overEnd(event: MouseEvent): void {
  if (carry.items.length === 0 || carry.layers || props.find.trim() !== "") return;
  event.preventDefault();
  const last = doc.tree.in(container.active).at(-1) ?? "";
  carry.over(frontOf(doc.tree, container.active), { id: last, side: "right" });
}
</script>

<template>
  <div v-if="rows.length === 0" class="empty">
    {{
      find.trim()
        ? `No item found for “${find.trim()}”.`
        : "Nothing here yet. Take the pen or a shape from the tool list."
    }}
  </div>
  <div v-else class="strip" @carry-over="overEnd" @carry-drop.prevent="carry.drop($event.altKey)">
    <VirtualScroller
      ref="scroller"
      :items="rows"
      :item-size="CARD"
      orientation="horizontal"
      :num-tolerated-items="4"
      :pt="{ content: { role: 'list', 'aria-label': 'Items, back to front' } }"
      class="scroller"
      @scroll-index-change="drawn = $event"
    >
      <template #item="{ item: row }">
        <ItemCard
          :key="row.id"
          :row="row"
          :reached="row.id === reached"
          @focusin="focused = row.id"
          @pick="pick(row.id, $event)"
          @keys="keys(row, $event)"
          @open="toggle(row.id)"
        />
      </template>
    </VirtualScroller>
  </div>
</template>

<style scoped>
.strip {
  min-width: 0;
  padding: 2px 6px;
}
.scroller {
  width: 100%;
  height: 100px;
}
.scroller :deep(.p-virtualscroller-content) {
  display: flex;
  align-items: flex-start;
}
.empty {
  display: grid;
  place-items: center;
  color: var(--quiet);
}
</style>
