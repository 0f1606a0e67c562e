// What acts work on: the open drawing and what is chosen around it.
import { markRaw, reactive } from "vue";
import { useNotices } from "../session/notices";
import { openDrawing } from "../stores/board/opendrawing";
import { useCatalogue } from "../stores/display/catalogue";
import { useComparing } from "../stores/display/comparing";
import { useDisplay } from "../stores/display/display";
import { usePropertiesLeaf } from "../stores/display/propertiesleaf";
import { useSnapping } from "../stores/display/snapping";
import { useView } from "../stores/display/view";
import { useAligning } from "../stores/editing/aligning";
import { useArranging } from "../stores/editing/arranging";
import { useCombining } from "../stores/editing/combining";
import { useDrafting } from "../stores/editing/drafting";
import { useMirroring } from "../stores/editing/mirroring";
import { useOffsetting } from "../stores/editing/offsetting";
import { useChosen } from "../stores/editing/selectedanchors";
import { useSelecting } from "../stores/editing/selecting";
import { useSimplifying } from "../stores/editing/simplifying";
import { useText } from "../stores/editing/text";
import { useExporting } from "../stores/library/exporting";
import { useImportReport } from "../stores/library/importreport";
import { usePlacement } from "../stores/library/placement";
import { useShelf } from "../stores/library/shelf";
import { useTroubleSpots } from "../stores/measuring/troublespots";
import { useNewItems } from "../stores/painting/newitems";
import { defineDrawingStore } from "../stores/perdrawing";
import { useClipboard } from "../tools/clipboard";
import { useCrosshair } from "../tools/crosshair";
import { useImporting } from "../tools/importing";
import { useTools } from "../tools/tools";

const made = () => ({
  ...openDrawing(),
  notices: useNotices(),
  catalogue: useCatalogue(),
  comparing: useComparing(),
  display: useDisplay(),
  leaf: usePropertiesLeaf(),
  snapping: useSnapping(),
  view: useView(),
  aligning: useAligning(),
  arranging: useArranging(),
  combining: useCombining(),
  drafting: useDrafting(),
  mirroring: useMirroring(),
  offsetting: useOffsetting(),
  anchors: reactive(useChosen()),
  selecting: useSelecting(),
  simplifying: useSimplifying(),
  text: useText(),
  exporting: useExporting(),
  placement: usePlacement(),
  shelf: useShelf(),
  troubleSpots: useTroubleSpots(),
  newItems: useNewItems(),
  clipboard: useClipboard(),
  crosshair: useCrosshair(),
  importing: useImporting(),
  importReport: useImportReport(),
  tools: useTools(),
});

export type ActContext = ReturnType<typeof made>;

/** Made once for each drawing, and ended with it. */
const useStore = defineDrawingStore("act-context", () => ({ context: markRaw(made()) }));
export const useActContext = (): ActContext => useStore().context as ActContext;
