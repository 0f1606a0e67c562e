// Keys that act while they are held: the loupe, marks hidden, cues let go, the drawing as before.
import { onBeforeUnmount, onMounted } from "vue";
import { useHistory } from "../../../stores/board/history";
import { useComparing } from "../../../stores/display/comparing";
import { useSnapping } from "../../../stores/display/snapping";
import { useDisplay } from "../../../stores/display/display";
import { useTools } from "../../../tools/tools";
import { singleKeys } from "../../../acts/keymap";
import { isTaken } from "../../../lib/focus";

export const HELD_KEYS: readonly (readonly [string, string])[] = [
  ["L", "loupe"],
  ["M", "marks hidden"],
  ["N", "no snapping"],
  ["K", "as at the compared step"],
  ["4", "the reference only"],
];

export function useHeldKeys(): void {
  const display = useDisplay();
  const snapping = useSnapping();
  const history = useHistory();
  const tools = useTools();
  const comparing = useComparing();

  function hold(key: string, on: boolean): boolean {
    if (key === "l") display.loupe = on;
    else if (key === "m") display.marksHidden = on;
    else if (key === "n") snapping.letGo = on;
    else if (key === "k") void history.compare(on);
    else if (key === "4") comparing.alone = on;
    else return false;
    return true;
  }

  function down(event: KeyboardEvent): void {
    if (event.key === "Control") tools.borrow(true);
    if (event.key === "Alt") tools.alt = true;
    const held = event.ctrlKey || event.metaKey || event.altKey || event.shiftKey;
    if (isTaken(event) || held || event.repeat || !singleKeys()) return;
    if (hold(event.key.toLowerCase(), true)) event.preventDefault();
  }
  const up = (event: KeyboardEvent): void => {
    if (event.key === "Control") tools.borrow(false);
    if (event.key === "Alt") tools.alt = false;
    hold(event.key.toLowerCase(), false);
  };
  function blur(): void {
    display.letAllGo();
    tools.alt = false;
    snapping.letGo = false;
    tools.borrow(false);
    void history.compare(false);
    comparing.alone = false;
  }

  onMounted(() => {
    window.addEventListener("keydown", down);
    window.addEventListener("keyup", up);
    window.addEventListener("blur", blur);
  });
  onBeforeUnmount(() => {
    window.removeEventListener("keydown", down);
    window.removeEventListener("keyup", up);
    window.removeEventListener("blur", blur);
    blur();
  });
}
