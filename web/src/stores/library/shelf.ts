// The shelf: outlines and settings of dials under a name, in trays, kept by the server.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref } from "vue";
import { ApiError, compute, create, fileAt, get, patch, put, remove } from "../../api/client";
import type { ChangedEntry, ShelfEntry, ShelfPage } from "../../api/types";
import { core } from "../../core";
import { useSelection } from "../board/selection";
import { serialQueue } from "../../lib/serialqueue";
import { saved } from "../../lib/download";
import { useNotices } from "../../session/notices";
import { counted } from "../../lib/intl";

/** All entries, read some at a time. */
async function allEntries(): Promise<ShelfEntry[]> {
  const found: ShelfEntry[] = [];
  for (;;) {
    const page = await get<ShelfPage>(`/library?start=${found.length}`);
    found.push(...page.entries);
    if (!page.more || page.entries.length === 0) return found;
  }
}

export const useShelf = defineDrawingStore("shelf", () => {
  const selectionStore = useSelection();
  const notices = useNotices();
  const entries = ref<ShelfEntry[]>([]);
  const loaded = ref(false);
  /** What it is searched for, by name. */
  const find = ref("");
  /** The entries in the order in which they look like what was asked about; null: nothing was. */
  const alike = ref<number[] | null>(null);
  const trays = computed(() => [...new Set(entries.value.map((e) => e.tray))]);

  async function attempt<T>(act: () => Promise<T>): Promise<T | null> {
    try {
      return await act();
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(problem.message);
      return null;
    }
  }
  const line = serialQueue();
  /** Ask in its turn, then read the shelf anew; the answer, or null where it did not go well. */
  const doing = <T>(act: () => Promise<T>): Promise<T | null> =>
    attempt(() =>
      line(async () => {
        const answer = await act();
        entries.value = await allEntries();
        loaded.value = true;
        return answer;
      }),
    );

  const load = async (): Promise<void> => void (await doing(() => Promise.resolve(true)));
  const keep = async (
    setting: Pick<ShelfEntry, "tray" | "name" | "shape" | "dials">,
  ): Promise<boolean> => (await doing(() => create("/library/presets", setting))) !== null;

  /** What is selected, as it can be kept. */
  const selection = async (): Promise<string | null> =>
    attempt(async () => (await core.copied(await core.copy(selectionStore.selected))).clip);

  /** A name that a tray has not got yet. */
  function freeName(tray: string, name: string): string {
    const taken = new Set(entries.value.filter((e) => e.tray === tray).map((e) => e.name));
    let free = name;
    for (let n = 2; taken.has(free); n += 1) free = `${name} ${n}`;
    return free;
  }

  /** Keep what is selected, as a variation of another one where that is told. */
  async function keepItems(tray: string, of: ShelfEntry | null): Promise<ShelfEntry | null> {
    const clip = await selection();
    if (clip === null) return null;
    const first = selectionStore.selectedItems[0]?.name ?? "Outline";
    const name = freeName(tray, of?.name ?? first);
    const family = of ? { family: of.family } : {};
    return doing(() => create<ShelfEntry>("/library/outlines", { tray, name, clip, ...family }));
  }

  /** Keep what is selected in the place of an outline; its linked copies follow. */
  async function replace(entry: ShelfEntry): Promise<void> {
    const clip = await selection();
    if (clip === null) return;
    const before = await attempt(() => get<{ clip: string }>(`/library/${entry.id}/clip`));
    if (before) await changed(entry, clip, before.clip);
  }

  async function changed(entry: ShelfEntry, clip: string, before: string | null): Promise<void> {
    const done = await doing(() => put<ChangedEntry>(`/library/${entry.id}/clip`, { clip }));
    if (!done) return;
    const { follows, stays } = done;
    const followed =
      follows.length > 0
        ? ` Linked copies in ${counted(follows.length, "drawing")} were updated.`
        : "";
    const left =
      stays.length > 0
        ? ` Those in ${stays.join(", ")} could not be updated; open these drawings to do it.`
        : "";
    notices.tell(
      `“${entry.name}” was replaced on the shelf.${followed}${left}`,
      before === null ? undefined : { label: "Undo", run: () => void changed(entry, before, null) },
    );
  }

  /** Rename an entry or move it; a word with a way back. */
  async function change(entry: ShelfEntry, to: { name?: string; tray?: string }): Promise<boolean> {
    const { name, tray } = entry;
    if ((await doing(() => patch(`/library/${entry.id}`, to))) === null) return false;
    const what = to.name === undefined ? `is now in “${to.tray}”` : `is now called “${to.name}”`;
    notices.tell(`“${name}” ${what}.`, {
      label: "Undo",
      run: () => void doing(() => patch(`/library/${entry.id}`, { name, tray })),
    });
    return true;
  }

  /** Lay the entries of a tray in another order. */
  async function order(wanted: readonly ShelfEntry[], tells: boolean): Promise<void> {
    const ids = (row: readonly ShelfEntry[]): object => ({ entries: row.map((e) => e.id) });
    const before = entries.value.filter((e) => e.tray === wanted[0]?.tray);
    if ((await doing(() => put("/library/order", ids(wanted)).then(() => true))) === null) return;
    if (!tells) return;
    notices.tell(`“${wanted[0]?.tray}” was sorted.`, {
      label: "Undo",
      run: () => void doing(() => put("/library/order", ids(before)).then(() => true)),
    });
  }

  /** Take an entry off; a word with a way back. */
  async function take(entry: ShelfEntry): Promise<void> {
    const file = await doing(() => remove<unknown>(`/library/${entry.id}`));
    if (file === null) return;
    notices.tell(`“${entry.name}” was deleted from the shelf.`, {
      label: "Undo",
      run: () => void doing(() => create("/library/imports", file)),
    });
  }

  async function takeIn(file: File, tray: string): Promise<void> {
    const text = await file.text();
    const done = await doing(() => {
      if (text.includes("<svg")) return create<TakenIn>("/library/imports/svg", { tray, text });
      return create<TakenIn>("/library/imports", parsed(text, file.name));
    });
    if (done)
      notices.tell(`${counted(done.count, "item was", "items were")} imported. ${done.message}`);
  }

  /** The outlines of a tray as symbols of one SVG document. */
  const sendSymbols = async (tray: string): Promise<void> => {
    const path = `/library/export.svg?tray=${encodeURIComponent(tray)}`;
    const file = await attempt(() => fileAt(path));
    if (file) saved(`${tray || "tray"}.svg`, file.data);
  };

  const sendOut = (tray: string | null): Promise<unknown> =>
    attempt(async () => {
      const which = tray === null ? "" : `?tray=${encodeURIComponent(tray)}`;
      const file = await get<unknown>(`/library/export${which}`);
      saved(`${tray ?? "shelf"}.json`, JSON.stringify(file, null, 1), "application/json");
    });

  /** The outlines that look like what is selected come first, until that is asked again. */
  async function lookAlike(): Promise<void> {
    if (alike.value) {
      alike.value = null;
      return;
    }
    const clip = await selection();
    if (clip === null) return;
    const found = await attempt(() =>
      compute<{ entry: number }[]>("/library/queries/similar", { clip }),
    );
    alike.value = found && found.map((f) => f.entry);
  }

  return {
    entries,
    loaded,
    find,
    alike,
    trays,
    load,
    keep,
    keepItems,
    freeName,
    replace,
    change,
    order,
    take,
    takeIn,
    sendOut,
    sendSymbols,
    lookAlike,
  };
});

interface TakenIn {
  count: number;
  message: string;
}

function parsed(text: string, name: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw new ApiError(
      "bad_shelf",
      `“${name}” is not a shelf file. Nothing was changed; select another file.`,
      0,
    );
  }
}
