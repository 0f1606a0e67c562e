<script setup lang="ts">
// The shelf: a click on an outline takes it into the hand; one on a setting applies it to the
// selected shapes, or takes its shape into the hand.
import { computed, onMounted, ref, watch } from "vue";
import type { ShelfEntry } from "../../api/types";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { usePlacement } from "../../stores/library/placement";
import { useShelf } from "../../stores/library/shelf";
import { useNewItems } from "../../stores/painting/newitems";
import { useTools } from "../../tools/tools";
import { useCatalogue } from "../../stores/display/catalogue";
import PanelColumns from "../PanelColumns.vue";
import ShelfButtons from "./ShelfButtons.vue";
import ShelfTile from "./ShelfTile.vue";
import { carriedEntry, foundOn, laidBefore } from "./shelved";

const edits = useEdits();
const selection = useSelection();
const placement = usePlacement();
const shelf = useShelf();
const newItems = useNewItems();
const tools = useTools();
const catalogue = useCatalogue();
const leaf = ref<InstanceType<typeof PanelColumns> | null>(null);
const wanted = ref("");
const chosen = ref<number | null>(null);
onMounted(() => void shelf.load());

const tray = computed(() => (shelf.trays.includes(wanted.value) ? wanted.value : shelf.trays[0]));
/** The tiles that show: of the tray, or all that are found. */
const here = computed(() =>
  foundOn(shelf.entries, { tray: tray.value, find: shelf.find, alike: shelf.alike }),
);
const searching = computed(() => shelf.find.trim() !== "" || shelf.alike !== null);
/** The first of what is found is in sight. */
watch([tray, () => shelf.find, () => shelf.alike], () => {
  leaf.value?.toFirst();
});
const entry = computed(() => here.value.find((e) => e.id === chosen.value) ?? null);
const shapes = computed(() => selection.selectedItems.filter((i) => catalogue.shape(i.type)));

function use(e: ShelfEntry): void {
  if (e.kind === "outline") {
    const again = chosen.value === e.id;
    chosen.value = again ? null : e.id;
    if (again && tools.name === "placement") tools.use("select");
    else if (!again) void placement.take(e).then((there) => there && tools.use("placement"));
    return;
  }
  chosen.value = e.id;
  if (shapes.value.length > 0) {
    const items = shapes.value.map((s) => s.id);
    edits.commit({ kind: "set_dials", items, shape: e.shape, dials: e.dials });
    return;
  }
  newItems.startWith(e.shape, e.dials);
  tools.use(e.shape);
}
const hint = (e: ShelfEntry): string => {
  if (e.kind === "outline") return "Drag to draw it, or click to place it";
  return shapes.value.length > 0 ? "Apply to the selection" : "Draw a new one with these dials";
};

function move(e: ShelfEntry, by: -1 | 1): void {
  const row = shelf.entries.filter((o) => o.tray === e.tray);
  const other = row[row.indexOf(e) + by];
  if (other) void shelf.order(laidBefore(row, e.id, other.id), false);
}
function drop(other: number, on: ShelfEntry): void {
  const row = shelf.entries.filter((o) => o.tray === on.tray);
  if (row.some((o) => o.id === other)) void shelf.order(laidBefore(row, other, on.id), false);
}
/** Something was dropped on the name of a tray. */
function toTray(to: string): void {
  const id = carriedEntry();
  const e = shelf.entries.find((o) => o.id === id);
  if (e && e.tray !== to) void shelf.change(e, { tray: to });
}
function show(to: string, made: number | null): void {
  wanted.value = to;
  shelf.find = "";
  if (made !== null) chosen.value = made;
}
</script>

<template>
  <PanelColumns
    ref="leaf"
    label="Trays"
    acts-wide
    :kinds="shelf.trays"
    :shown="searching ? undefined : tray"
    @show="(t) => show(t, null)"
    @dropped="toTray"
  >
    <p v-if="shelf.loaded && here.length === 0" class="none" role="listitem">
      {{
        searching
          ? "Nothing found on the shelf."
          : "Nothing here yet. Select something and press “Add selection to shelf”."
      }}
    </p>
    <ShelfTile
      v-for="e in here"
      :key="e.id"
      :entry="e"
      :chosen="e.id === chosen"
      :hint="hint(e)"
      @use="use(e)"
      @renamed="(name) => shelf.change(e, { name })"
      @moved="(by) => move(e, by)"
      @removed="shelf.take(e)"
      @dropped="(other) => drop(other, e)"
    />
    <template #acts>
      <ShelfButtons :entry="entry" :tray="tray ?? null" @show="show" />
    </template>
  </PanelColumns>
</template>
