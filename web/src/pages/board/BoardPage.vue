<script setup lang="ts">
// The drawing board: top bar, tools, canvas, Properties, dock and status bar.
import { onBeforeUnmount, provide, reactive, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { Point } from "../../api/types";
import { ApiError } from "../../api/client";
import BoardCanvas from "../../canvas/BoardCanvas.vue";
import BoardDock from "../../dock/BoardDock.vue";
import PropertiesPanel from "../../properties/PropertiesPanel.vue";
import { carriedEntry } from "../../dock/shelf/shelved";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { usePlacement } from "../../stores/library/placement";
import { usePerson } from "../../session/person";
import { disposeDrawingStores } from "../../stores/perdrawing";
import { useShelf } from "../../stores/library/shelf";
import { useNotices } from "../../session/notices";
import { usePanels } from "../../stores/display/panels";
import { useView } from "../../stores/display/view";
import { useDisplay } from "../../stores/display/display";
import { useCatalogue } from "../../stores/display/catalogue";
import FinderView from "./finder/FinderView.vue";
import { FORMULAS } from "../../fields/formulas";
import { boardFormulas } from "./boardformulas";
import { useHeldFormula } from "./keys/heldformula";
import { readLayout } from "../../acts/caps";
import { useTools } from "../../tools/tools";
import ToolList from "./ToolList.vue";
import ImportReport from "./ImportReport.vue";
import { useImportReport } from "../../stores/library/importreport";
import ProgressNotice from "./ProgressNotice.vue";
import PointerMenu from "./PointerMenu.vue";
import { takeKeymap } from "../../acts/keymap";
import StatusBar from "./StatusBar.vue";
import TopBar from "./TopBar.vue";
import LiveRegion from "./LiveRegion.vue";
import { onceOpen, rarely } from "../../lib/rarely";
import { useExporting } from "../../stores/library/exporting";
import { entitle } from "../../lib/pagetitle";
import ActionLine from "./ActionLine.vue";
import { useImporting } from "../../tools/importing";
import { useHeldKeys } from "./keys/holdkeys";
import { useBoardKeys } from "./keys/keys";
import { useClipboardKeys } from "./keys/pasting";
import { usePileKey } from "./keys/pile";

const ExportView = rarely(() => import("./export/ExportView.vue"));
const KeyboardPicture = rarely(() => import("./KeyboardPicture.vue"));
const OfflineExport = rarely(() => import("./export/OfflineExport.vue"));
const SettingsView = rarely(() => import("./settings/SettingsView.vue"));
const ShapeGallery = rarely(() => import("./ShapeGallery.vue"));
const VariationsView = rarely(() => import("./VariationsView.vue"));

const props = defineProps<{ id: number }>();
const doc = useDocument();
const selection = useSelection();
const person = usePerson();
const catalogue = useCatalogue();
const notices = useNotices();
const router = useRouter();
const route = useRoute();
const placement = usePlacement();
const shelf = useShelf();
const view = useView();
const panels = usePanels();
void readLayout();
watch(
  () => person.keyboard,
  (keys) => takeKeymap(keys ?? { keys: {}, single_keys: true }),
  { immediate: true },
);
const tools = useTools();
watch(
  () => tools.name,
  () => panels.over === "tools" && panels.toggle("tools"),
);
const { bring } = useImporting();
watch(() => doc.name, entitle);
const display = useDisplay();
provide(FORMULAS, boardFormulas());
useHeldFormula();
useHeldKeys();
useBoardKeys();

const exporting = useExporting();
const opened = reactive({
  help: onceOpen(() => display.help),
  settings: onceOpen(() => display.settings),
  gallery: onceOpen(() => tools.gallery),
  variations: onceOpen(() => placement.compared !== null),
  export: onceOpen(() => exporting.open),
  offline: onceOpen(() => exporting.offline),
});

const OPEN_AGAIN = 2000;
/** Why the drawing is not open yet, where that may pass. */
const waitsFor = ref("");
let left = false;

async function open(id: number): Promise<void> {
  try {
    if (!person.known) await person.load();
    await catalogue.load();
    if (!(await doc.open(id))) return;
    waitsFor.value = "";
    const item = route.query["item"];
    useImportReport().arrive();
    if (typeof item === "string" && doc.drawable(item)) selection.select([item]);
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
    if (left || id !== props.id) return;
    if (problem.final || problem.code === "unknown_drawing") {
      notices.tell(problem.message);
      await router.replace("/");
    } else {
      waitsFor.value = `${problem.message} Trying again.`;
      window.setTimeout(() => !left && id === props.id && void open(id), OPEN_AGAIN);
    }
  }
}
watch(() => props.id, open, { immediate: true });
/** Files dropped on the board or pasted: SVG becomes items, pictures references or items. */
useClipboardKeys((files) => void bring(files, tools.pointer && view.toSheet(tools.pointer)));
usePileKey();
/** An outline of the shelf that is dropped comes to lie there. */
const droppable = () =>
  shelf.entries.find((e) => e.id === carriedEntry() && e.kind === "outline") ?? null;
function carriedOver(event: Event): void {
  if (droppable()) event.preventDefault();
}
/** Where the pointer of an event is on the sheet. */
function placeOf(event: MouseEvent): Point | null {
  const canvas = (event.currentTarget as HTMLElement).querySelector("[data-testid=canvas]");
  const box = canvas?.getBoundingClientRect();
  return box ? view.toSheet([event.clientX - box.left, event.clientY - box.top]) : null;
}
function put(event: MouseEvent): void {
  const entry = droppable();
  const at = placeOf(event);
  if (entry && at) void placement.drop(entry, at);
}
const dropped = (event: DragEvent): void =>
  void bring([...(event.dataTransfer?.files ?? [])], placeOf(event));
onBeforeUnmount(() => {
  left = true;
  doc.close();
  disposeDrawingStores();
});
</script>

<template>
  <div
    v-if="doc.id === id"
    class="board"
    :class="{ narrow: panels.narrow, [`over-${panels.over ?? 'none'}`]: true }"
    :style="{ '--properties-width': `${panels.properties}px` }"
  >
    <TopBar />
    <ToolList @help="display.help = true" />
    <ActionLine />
    <BoardCanvas
      @dragover.prevent
      @drop.prevent="dropped"
      @carry-over="carriedOver"
      @carry-drop.prevent="put"
    />
    <PropertiesPanel />
    <BoardDock />
    <StatusBar />
    <FinderView />
    <KeyboardPicture v-if="opened.help" v-model="display.help" />
    <SettingsView v-if="opened.settings" />
    <ShapeGallery v-if="opened.gallery" />
    <VariationsView v-if="opened.variations" />
    <ExportView v-if="opened.export" />
    <OfflineExport v-if="opened.offline" />
    <PointerMenu />
    <ProgressNotice />
    <ImportReport />
    <LiveRegion />
  </div>
  <p v-else class="opening" role="status">
    Opening the drawing…
    <template v-if="waitsFor"><br />{{ waitsFor }}</template>
  </p>
</template>

<style scoped>
.board {
  display: grid;
  grid-template:
    "band band band" 44px
    "tools line properties" 28px
    "tools canvas properties" minmax(0, 1fr)
    "tools dock properties" auto
    "status status status" 26px / 160px minmax(0, 1fr) var(--properties-width);
  height: 100%;
}
.board > :nth-child(1) {
  grid-area: band;
}
.board > :nth-child(2) {
  grid-area: tools;
}
.board > :nth-child(3) {
  grid-area: line;
}
.board > :nth-child(4) {
  grid-area: canvas;
}
.board > :nth-child(5) {
  grid-area: properties;
}
.board > :nth-child(6) {
  grid-area: dock;
}
.board > :nth-child(7) {
  grid-area: status;
}
/* a narrow window, or one at twice the size: panels lie over the canvas while they are called */
.narrow {
  grid-template-columns: 0 minmax(0, 1fr) 0;
}
.narrow > :nth-child(2),
.narrow > :nth-child(5) {
  display: none;
}
.over-tools > :nth-child(2),
.over-properties > :nth-child(5) {
  position: relative;
  z-index: 5;
  display: grid;
  width: 160px;
  box-shadow: 0 0 12px rgb(0 0 0 / 25%);
}
.over-tools > :nth-child(2) {
  display: flex;
}
.over-tools > :nth-child(2) {
  grid-area: 3 / 1 / 5 / 3;
}
.over-properties > :nth-child(5) {
  grid-area: 3 / 2 / 5 / 4;
  justify-self: end;
  width: min(var(--properties-width), 80vw);
}
.opening {
  padding: 80px;
  text-align: center;
  color: var(--quiet);
}
</style>
