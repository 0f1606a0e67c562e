// What the last import changed or left out, and the items that it speaks of.
import { computed, ref } from "vue";
import { useDocument } from "../board/document";
import { useSelection } from "../board/selection";
import { defineDrawingStore } from "../perdrawing";

export interface ImportNote {
  kind: string;
  count: number;
  changed: boolean;
  /** The ids of the items that it speaks of. */
  items: string[];
}

export interface ImportReport {
  /** The file's name; empty for what was pasted. */
  name: string;
  notes: ImportNote[];
}

/** Reports on drawings that were just made of a file, until they are opened. */
const coming = new Map<number, ImportReport>();

export function carryReport(drawing: number, report: ImportReport): void {
  if (report.notes.length > 0) coming.set(drawing, report);
}

export const useImportReport = defineDrawingStore("import-report", () => {
  const doc = useDocument();
  const selection = useSelection();
  const report = ref<ImportReport | null>(null);
  const open = ref(false);

  function show(found: ImportReport): void {
    if (found.notes.length === 0) return;
    report.value = found;
    open.value = true;
  }

  /** The drawing that is open now may have been made of a file. */
  function arrive(): void {
    const found = coming.get(doc.id ?? 0);
    coming.delete(doc.id ?? 0);
    if (found) show(found);
  }

  const rows = computed(() =>
    (report.value?.notes ?? []).map((note) => ({
      ...note,
      items: note.items.filter((item) => doc.exists(item)),
    })),
  );

  const select = (items: string[]): void => selection.select(items);
  const close = (): void => {
    open.value = false;
  };
  const again = (): void => {
    open.value = true;
  };

  return { report, open, rows, show, arrive, select, close, again };
});
