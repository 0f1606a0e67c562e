// Copy, cut and paste through the system's clipboard: an SVG for other programs, in which the items
// themselves travel for this one. Where the browser bars the clipboard, a memory of this browser's
// own stands in, so that pasting works between drawings and windows all the same.
import { defineDrawingStore } from "../stores/perdrawing";
import { ApiError, sendFile } from "../api/client";
import type { Point, Reading } from "../api/types";
import { core } from "../core";
import { newId } from "../api/ids";
import { useDocument } from "../stores/board/document";
import { useActiveContainer } from "../stores/board/activecontainer";
import { useEdits } from "../stores/board/edits";
import { useImportReport } from "../stores/library/importreport";
import { useSelection } from "../stores/board/selection";
import { remember, remembered } from "../lib/settings";
import { useImports } from "../session/imports";
import { useNotices } from "../session/notices";
import { useTools } from "./tools";
import { useCatalogue } from "../stores/display/catalogue";
import { useView } from "../stores/display/view";

const MEMORY = "copied";
const SVG = "image/svg+xml";
/** An SVG with pictures in it, which the server keeps; items of our own name theirs. */
const PICTURED = /<image\b/;
const OWN = 'id="copied-items"';

export const useClipboard = defineDrawingStore("clipboard", () => {
  const doc = useDocument();
  const container = useActiveContainer();
  const edits = useEdits();
  const selection = useSelection();
  const notices = useNotices();
  const tools = useTools();
  const view = useView();
  const catalogue = useCatalogue();
  const report = useImportReport();
  const imports = useImports();

  async function attempt<T>(act: () => Promise<T>): Promise<T | null> {
    try {
      return await act();
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(problem.message);
      return null;
    }
  }

  /** Put text on the clipboard; the promise keeps the right to do so that the key press gave. */
  async function write(text: Promise<string>): Promise<void> {
    const blob = (type: string) => text.then((t) => new Blob([t], { type }));
    try {
      const forms: Record<string, Promise<Blob>> = { "text/plain": blob("text/plain") };
      if (ClipboardItem.supports?.(SVG)) forms[SVG] = blob(SVG);
      await navigator.clipboard.write([new ClipboardItem(forms)]);
      remember(MEMORY, "");
    } catch {
      remember(MEMORY, await text); // also says why where nothing could be copied
      notices.tell(
        "The browser blocks the clipboard. What you copied can be pasted in " +
          "drawings of this program, not in other programs.",
      );
    }
  }

  /** Copy what is selected; whether it is safe on the clipboard. */
  async function copy(): Promise<boolean> {
    const items = selection.selected;
    if (items.length === 0) {
      notices.tell("Nothing is selected, so nothing was copied. Select an item first.");
      return false;
    }
    const done = await attempt(async () => {
      await write(core.copy(items));
      return true;
    });
    return done === true;
  }

  /** Copy what is selected as style sheet rules: a clip path, a mask, what it is filled with. */
  async function copyCss(): Promise<void> {
    const text = await attempt(() => core.css(selection.selected));
    if (text === null) return;
    try {
      await navigator.clipboard.writeText(text);
      notices.tell("The CSS was copied: a clip path, a mask and the fill of each item.");
    } catch {
      notices.tell("The browser blocks the clipboard. Nothing was copied.");
    }
  }

  /** Remove what is selected once it is safe on the clipboard. */
  async function cut(): Promise<void> {
    const items = selection.selected;
    if (!(await copy())) return;
    selection.select([]);
    edits.commit({ kind: "delete_items", items });
  }

  /** Paste text: at the pointer, or else in the middle of what is in sight; or in its place. */
  async function paste(text: string, inPlace: boolean): Promise<void> {
    const from = text.includes("<svg") ? text : remembered(MEMORY) || text;
    const at = inPlace ? null : view.toSheet(tools.pointer ?? middle());
    if (PICTURED.test(from) && !from.includes(OWN)) {
      await takeIn(new File([from], "Pasted.svg", { type: SVG }), at);
      return;
    }
    const reading = await attempt(() =>
      core.copied(from.slice(0, catalogue.limits.clip_characters + 1)),
    );
    if (reading) put(reading, at);
  }

  function put(reading: Reading, at: Point | null, name = ""): void {
    const copies = newId();
    edits.commit({
      kind: "paste_items",
      clip: reading.clip,
      copies,
      container: container.active,
      at,
    });
    const items = (numbers: number[]): string[] => numbers.map((n) => `${copies}-${n}`);
    report.show({ name, notes: reading.notes.map((n) => ({ ...n, items: items(n.items) })) });
    if (reading.more) notices.tell(reading.more);
    if (tools.name !== "anchors") tools.use("select");
  }

  /** The items of a file, where it has them. */
  async function takeIn(file: File, at: Point | null = null): Promise<void> {
    const path = `/queries/file-items?name=${encodeURIComponent(file.name)}&drawing=${doc.id}&tolerance=`;
    const reading = await attempt(() =>
      imports.during(file.name, () =>
        imports.simplifiedIfNeeded(file, (tolerance) =>
          sendFile<Reading>(`${path}${tolerance}`, file),
        ),
      ),
    );
    if (reading) put(reading, at, file.name);
  }

  const middle = (): Point => [view.size[0] / 2, view.size[1] / 2];

  /** Paste without the key, from a menu: the browser may ask whether it may read. */
  async function pasteAsked(inPlace: boolean): Promise<void> {
    let text = "";
    try {
      text = await navigator.clipboard.readText();
    } catch {
      if (!remembered(MEMORY)) {
        notices.tell("The browser blocks reading the clipboard. Press Ctrl V instead.");
        return;
      }
    }
    await paste(text, inPlace);
  }

  return { copy, copyCss, cut, paste, pasteAsked, takeIn };
});
