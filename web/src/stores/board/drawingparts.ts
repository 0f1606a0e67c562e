// What the open drawing is made of here: its scene, the selection, the preview, the history and the
// edits on their way. Plain classes; the stores beside this one show each to the rest.
import { computed, markRaw, ref, watch } from "vue";
import type { Command } from "../../api/types";
import { useNotices } from "../../session/notices";
import { useSyncStore } from "../../sync/syncstore";
import { useDisplay } from "../display/display";
import { useSnapping } from "../display/snapping";
import { useView } from "../display/view";
import { defineDrawingStore } from "../perdrawing";
import { ContainerModel } from "./containermodel";
import { CopiesModel } from "./copiesmodel";
import { EditQueue } from "./editqueue";
import { HistoryModel } from "./historymodel";
import { PreviewModel } from "./previewmodel";
import { lastOf, type Last } from "./repeat";
import { Scene } from "./scene";
import { SelectionModel } from "./selectionmodel";

/** Pixels between two teeth of the comb. */
const TOOTH_EVERY = 6;
/** Edits that turn dials: the next shape of the kind starts with what they came to. */
const DIAL_COMMANDS = new Set<Command["kind"]>(["set_dial", "set_dials", "drag_peg"]);

function makeParts() {
  const notices = useNotices();
  const view = useView();
  const display = useDisplay();
  const id = ref(0);
  /** A dial was turned since this was last cleared. */
  const dialled = ref(false);
  /** The last transform. */
  let last: Last | null = null;
  const scene = new Scene();
  const container = new ContainerModel(scene);
  /** As far apart as some pixels, in steps, so that not every zoom asks anew. */
  const spacing = computed(() =>
    display.comb || display.profile
      ? TOOTH_EVERY / 2 ** (Math.round(2 * Math.log2(view.scale)) / 2)
      : null,
  );
  const selection = new SelectionModel(
    scene,
    container,
    () => view.sight,
    () => spacing.value,
  );
  watch(spacing, () => selection.items.value.length > 0 && selection.refresh());
  watch(
    () => view.sight,
    () => selection.seen(),
  );
  const copies = new CopiesModel(scene, () => selection.items.value);
  const preview = new PreviewModel(
    scene,
    selection,
    useSnapping(),
    view,
    copies,
    () => container.here.value,
    notices.tell,
  );
  const history = new HistoryModel(scene, notices.tell);
  const queue = new EditQueue(
    () => id.value,
    useSyncStore(),
    scene,
    selection,
    preview,
    history,
    (command) => {
      dialled.value ||= DIAL_COMMANDS.has(command.kind);
      last = lastOf(command, selection.savedMarks.value.frame) ?? last;
    },
  );
  return {
    id,
    dialled,
    scene,
    container,
    selection,
    copies,
    preview,
    history,
    queue,
    lastTransform: (): Last | null => last,
  };
}

export const useDrawingParts = defineDrawingStore("drawing-parts", () => ({
  parts: markRaw(makeParts()),
}));
