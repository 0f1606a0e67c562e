// A drag that a formula holds says so; Alt removes the formula, and the drag goes on.
import { onBeforeUnmount, onMounted, watch } from "vue";
import { useEdits } from "../../../stores/board/edits";
import { usePreview } from "../../../stores/board/preview";
import { useNotices } from "../../../session/notices";
import { useTools } from "../../../tools/tools";

export function useHeldFormula(): void {
  const notices = useNotices();
  const tools = useTools();
  watch(
    () => usePreview().heldBy?.sentence,
    (sentence) => {
      if (sentence) notices.tell(sentence);
    },
  );

  function key(event: KeyboardEvent): void {
    const held = usePreview().heldBy;
    if (event.key !== "Alt" || !held || !tools.pressing) return;
    event.preventDefault();
    usePreview().heldBy = null;
    useEdits().commit({ kind: "follow_formula", targets: [held.target], formula: "", unit: "mm" });
  }
  onMounted(() => window.addEventListener("keydown", key, { capture: true }));
  onBeforeUnmount(() => window.removeEventListener("keydown", key, { capture: true }));
}
