// The eraser end of a pen: what it touches is deleted, anchors with the Anchors tool, else items.
import type { AnchorRef, Command } from "../../api/types";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import type { Hint, Pointer, Tool, ToolContext } from "../tool";

export class EraserTool implements Tool {
  readonly cursor = "crosshair";
  private readonly items = new Set<string>();
  private readonly anchors = new Map<string, AnchorRef>();
  private before: AnchorRef[] = [];

  constructor(
    private readonly open: OpenDrawing,
    private readonly bench: ToolContext,
    private readonly erasesAnchors: () => boolean,
  ) {}

  about(): { text: string; hints: Hint[] } {
    return { text: "Deletes what it touches", hints: [["Esc", "cancel"]] };
  }

  down(p: Pointer): void {
    this.forget();
    this.before = [...this.open.selection.anchors];
    this.move(p);
  }

  /** Items go at once, as a preview; anchors are selected, as the numbers of the others would change. */
  move({ hit }: Pointer): void {
    if (this.erasesAnchors()) {
      if (hit?.what !== "anchor") return;
      const ref: AnchorRef = [hit.item, hit.contour, hit.index];
      this.anchors.set(ref.join(), ref);
      this.open.selection.anchors = [...this.anchors.values()];
    } else if (hit?.what === "item") {
      this.items.add(this.open.container.pickOf(hit.item));
      this.bench.preview({ kind: "delete_items", items: [...this.items] });
    }
  }

  up(): void {
    const command = this.command();
    if (command && this.anchors.size > 0) this.open.selection.anchors = [];
    if (command) this.bench.commit(command);
    this.forget();
  }

  cancel(): void {
    if (this.anchors.size > 0) this.open.selection.anchors = this.before;
    this.forget();
    this.bench.endPreview();
  }

  private command(): Command | null {
    if (this.anchors.size > 0)
      return { kind: "delete_anchors", anchors: [...this.anchors.values()] };
    return this.items.size > 0 ? { kind: "delete_items", items: [...this.items] } : null;
  }

  private forget(): void {
    this.items.clear();
    this.anchors.clear();
  }
}
