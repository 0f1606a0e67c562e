// The keyboard of the drawing board: what is drafted first, then the crosshair, the tool in the hand, and
// the acts.
import { onBeforeUnmount, onMounted } from "vue";
import { perform } from "../../../acts/act";
import { useActContext } from "../../../acts/context";
import { actOfKey } from "../../../acts/dispatch";
import { isTaken } from "../../../lib/focus";
import { useMakingSymmetry } from "../../../tools/makesymmetry";

/** Their own events come with a text that no other way gives: copy, cut and paste. */
const BY_CLIPBOARD = new Set(["copy", "cut_items", "paste", "paste_in_place"]);

export function useBoardKeys(): void {
  const c = useActContext();
  const makeSymmetry = useMakingSymmetry();

  /** Enter makes what is drafted, Esc leaves it. */
  function forDraft(event: KeyboardEvent): boolean {
    const { drafting, mirroring, tools } = c;
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

  function byAct(event: KeyboardEvent): boolean {
    const act = actOfKey(event, c);
    if (!act || BY_CLIPBOARD.has(act.id)) return false;
    perform(act, c); // where it cannot be done it says why: the browser does nothing else with it
    return true;
  }

  function down(event: KeyboardEvent): void {
    if (isTaken(event)) return;
    const dealt =
      forDraft(event) ||
      c.crosshair.key(event) ||
      (c.tools.tool.key?.(event) ?? false) ||
      byAct(event) ||
      (event.key === "Enter" && c.troubleSpots.mend());
    c.tools.touch();
    if (dealt) event.preventDefault();
  }

  onMounted(() => window.addEventListener("keydown", down));
  onBeforeUnmount(() => window.removeEventListener("keydown", down));
}
