// What the panels of paint show. While the pointer is on a button that shows what it would do, they
// stay as they are: they would grow or shrink, and the button would slip away from under the hand.
import type { Command, Drawable } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { usePreview } from "../../stores/board/preview";

const PAINTS = new Set<Command["kind"]>([
  "set_fill",
  "set_stroke",
  "set_gradient",
  "drag_gradient",
  "set_effects",
  "set_swatch",
]);

/** An item as its paint is told: with what is being done to the paint, but nothing else. */
export function usePainted(): (item: string) => Drawable | undefined {
  const doc = useDocument();
  const preview = usePreview();
  return (item) => {
    const command = preview.previewing;
    const live = !command || PAINTS.has(command.kind);
    return live ? doc.drawable(item) : (doc.saved(item) ?? doc.drawable(item));
  };
}
