// Words: a click writes some, a click on words takes them to be typed over.
import type { Point } from "../../api/types";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import type { Dragging } from "../drag";
import { aboutMark, dragOfItems, dragOfMark } from "../marks";
import { far, type ToolContext, type Hint, type Hit, type Pointer, type Tool } from "../tool";

/** What the tool may do with words. */
export interface Writing {
  /** Write new ones, along an item where one is said. */
  write(at: Point, line: string | null): void;
  /** The words that are selected are to be typed over. */
  type(): void;
}

export class TextTool implements Tool {
  readonly cursor = "text";
  private drag: Dragging | null = null;
  private pressed: Pointer | null = null;

  constructor(
    private readonly open: OpenDrawing,
    private readonly bench: ToolContext,
    private readonly writing: Writing,
  ) {}

  about(hit: Hit | null, alt = false): { text: string; hints: Hint[] } {
    const mark = aboutMark(hit, this.open);
    if (mark) return mark;
    const under = this.under(hit);
    if (under && this.isText(under)) {
      return { text: `${this.nameOf(under)}: click to type`, hints: [["drag", "move it"]] };
    }
    if (under && alt) return { text: `Click to write along ${this.nameOf(under)}`, hints: [] };
    return {
      text: "Click where the text starts",
      hints: under ? [["Alt", `write along ${this.nameOf(under)}`]] : [],
    };
  }

  word(hit: Hit | null, alt = false): string | null {
    const under = this.under(hit);
    return under && alt && !this.isText(under) ? "write along it" : null;
  }

  down(p: Pointer): void {
    this.pressed = p;
    this.drag = dragOfMark(p, this.open, this.bench);
    const under = this.under(p.hit);
    if (this.drag || !under || !this.isText(under)) return;
    this.open.selection.select([under]);
    this.drag = dragOfItems(p, this.open, this.bench);
  }

  move(p: Pointer): void {
    this.drag?.move(p);
  }

  up(p: Pointer): void {
    const { drag, pressed } = this;
    this.drag = this.pressed = null;
    const dragged = drag?.up(p) ?? false;
    if (!pressed || dragged || far(p.screen, pressed.screen)) return;
    const under = this.under(pressed.hit);
    if (under && this.isText(under)) this.writing.type();
    else if (!drag) this.writing.write(pressed.at, pressed.alt ? under : null);
  }

  key(event: KeyboardEvent): boolean {
    if (event.key === "Escape" && this.open.selection.selected.length > 0) {
      this.open.selection.select([]);
      return true;
    }
    if (event.key === "Enter" && this.open.selection.selectedItems.some((i) => i.words)) {
      this.writing.type();
      return true;
    }
    return false;
  }

  cancel(): void {
    this.drag?.cancel();
    this.drag = this.pressed = null;
  }

  /** What a press takes that lies under it. */
  private under(hit: Hit | null): string | null {
    return hit?.what === "item" ? this.open.container.pickOf(hit.item) : null;
  }

  private isText(item: string): boolean {
    return this.open.doc.drawable(item)?.words != null;
  }

  private nameOf(item: string): string {
    return this.open.doc.drawable(item)?.name ?? "it";
  }
}
