// P picks what lies below under the pointer; held it lists the pile there. A pointer that rests is
// told what lies under it that cannot be picked.
import { onBeforeUnmount, onMounted, watch } from "vue";
import { useSelecting } from "../../../stores/editing/selecting";
import { useTools } from "../../../tools/tools";
import { singleKeys } from "../../../acts/keymap";
import { isTaken } from "../../../lib/focus";

/** Milliseconds after which a key is held, and a pointer rests. */
const HELD = 350;
const RESTS = 300;
const PICKS = new Set(["select", "anchors", "corners"]);

export function usePileKey(): void {
  const selecting = useSelecting();
  const tools = useTools();
  let holding: number | undefined;
  let resting: number | undefined;

  function down(event: KeyboardEvent): void {
    if (event.key.toLowerCase() !== "p" || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.shiftKey) return;
    if (isTaken(event) || !singleKeys()) return;
    const at = tools.pointer;
    if (event.repeat || !at || !PICKS.has(tools.active)) return;
    event.preventDefault();
    void selecting.below(at);
    holding = window.setTimeout(() => {
      if (selecting.pile.length > 0) selecting.listAt = at;
    }, HELD);
  }

  function letGo(): void {
    window.clearTimeout(holding);
    selecting.listAt = null;
  }
  const up = (event: KeyboardEvent): void => {
    if (event.key.toLowerCase() === "p") letGo();
  };

  watch(
    () => tools.pointer,
    (at) => {
      window.clearTimeout(resting);
      selecting.beneath = "";
      if (!at || tools.pressing || !PICKS.has(tools.active) || selecting.listAt) return;
      resting = window.setTimeout(() => !tools.pressing && void selecting.rest(at), RESTS);
    },
  );

  onMounted(() => {
    window.addEventListener("keydown", down);
    window.addEventListener("keyup", up);
    window.addEventListener("blur", letGo);
  });
  onBeforeUnmount(() => {
    window.removeEventListener("keydown", down);
    window.removeEventListener("keyup", up);
    window.removeEventListener("blur", letGo);
    window.clearTimeout(resting);
    letGo();
  });
}
