// The keyboard of the drawing board: the tool first, then what holds for all tools.
import { onBeforeUnmount, onMounted } from "vue";
import { useActiveContainer } from "../../../stores/board/activecontainer";
import { useDocument } from "../../../stores/board/document";
import { useEdits } from "../../../stores/board/edits";
import { useHistory } from "../../../stores/board/history";
import { useSelection } from "../../../stores/board/selection";
import { useSelecting } from "../../../stores/editing/selecting";
import { useComparing } from "../../../stores/display/comparing";
import { useDrafting } from "../../../stores/editing/drafting";
import { useDisplay } from "../../../stores/display/display";
import { useMirroring } from "../../../stores/editing/mirroring";
import { useExporting } from "../../../stores/library/exporting";
import { useTools } from "../../../tools/tools";
import { useTroubleSpots } from "../../../stores/measuring/troublespots";
import { useCatalogue } from "../../../stores/display/catalogue";
import { useView } from "../../../stores/display/view";
import { ROWS } from "../../../tools/list";
import { isTaken } from "../../../lib/focus";
import { useMakingSymmetry } from "../../../properties/form/makesymmetry";

export function useBoardKeys(showHelp: () => void): void {
  const container = useActiveContainer();
  const doc = useDocument();
  const edits = useEdits();
  const history = useHistory();
  const selection = useSelection();
  const tools = useTools();
  const view = useView();
  const display = useDisplay();
  const selecting = useSelecting();
  const drafting = useDrafting();
  const mirroring = useMirroring();
  const makeSymmetry = useMakingSymmetry();
  const troubleSpots = useTroubleSpots();
  const comparing = useComparing();
  const catalogue = useCatalogue();
  const exporting = useExporting();

  function withControl(event: KeyboardEvent): boolean {
    const key = event.key.toLowerCase();
    if (key === "z") history.go(event.shiftKey ? "redo" : "undo");
    else if (key === "y") history.go("redo");
    else if (key === "s") void exporting.again();
    else if (key === "a" && tools.name === "select") {
      selection.select(container.pickable());
    } else if (key === "i" && tools.name === "select") selecting.invert();
    else return false;
    return true;
  }

  /** Enter makes what is drafted, Esc leaves it. */
  function forDraft(event: KeyboardEvent): boolean {
    if (!drafting.draft) return false;
    const line = mirroring.draft !== null;
    if (event.key === "Enter") {
      if (line) void makeSymmetry();
      else void drafting.make();
    } else if (event.key !== "Escape") return false;
    else if (line) tools.use("select");
    else drafting.cancel();
    return true;
  }

  /** Hide all references, or show them again. */
  function hideReferences(): void {
    const hidden = doc.sheet.references.some((u) => !u.hidden);
    for (const u of doc.sheet.references) {
      if (u.hidden !== hidden) edits.commit({ kind: "set_reference", reference: { ...u, hidden } });
    }
  }

  /** One more or one less of what the selected shapes count: sides, points, teeth. */
  function count(by: number): boolean {
    const reading = selection.marks.dials.find(
      (d) => d.dial !== "seed" && catalogue.dial(d.shape, d.dial)?.unit === "count",
    );
    const facts = reading && catalogue.dial(reading.shape, reading.dial);
    if (reading?.value == null || !facts) return false;
    const value = Math.min(Math.max(reading.value + by, facts.least), facts.most);
    edits.commit({ kind: "set_dial", items: selection.selected, dial: facts.name, value }, true);
    return true;
  }

  function plain(event: KeyboardEvent): boolean {
    const row = ROWS.find((r) => r.key === event.key.toUpperCase());
    const box = selection.marks.frame?.corners;
    if (row && !event.shiftKey) tools.use(row.name);
    else if (event.key === "V") display.comb = !display.comb;
    else if (event.key === "v") display.next();
    else if (event.key === "2" || event.key === "3") troubleSpots.go(event.key === "2" ? -1 : 1);
    else if (event.key === "6") display.sizes = !display.sizes;
    else if (event.key === "5") comparing.next();
    else if (event.key === "Enter" && troubleSpots.mend()) return true;
    else if (event.key === "U") hideReferences();
    else if (event.key.toLowerCase() === "j") edits.repeat();
    else if (event.key === "G") tools.gallery = true;
    else if ((event.key === "+" || event.key === "-") && count(event.key === "+" ? 1 : -1))
      return true;
    else if (event.key === "0") view.fitSheet(doc.sheet);
    else if (event.key === "1") view.zoomTo(1);
    else if (event.key === "." && box) {
      const [xs, ys] = [box.map((p) => p[0]), box.map((p) => p[1])];
      view.fit([Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]);
    } else if (event.key === "?") showHelp();
    else if (event.key === "Escape" && container.inGroup) {
      const left = container.leave();
      if (left) selection.select([]);
    } else return false;
    return true;
  }

  function down(event: KeyboardEvent): void {
    if (isTaken(event)) return;
    const control = event.ctrlKey || event.metaKey;
    const dealt =
      forDraft(event) ||
      (control && withControl(event)) ||
      tools.tool.key?.(event) ||
      (!control && !event.altKey && plain(event));
    tools.touch();
    if (dealt) event.preventDefault();
  }

  onMounted(() => window.addEventListener("keydown", down));
  onBeforeUnmount(() => window.removeEventListener("keydown", down));
}
