// The shelf: settings of dials under a name, in trays, kept by the server.
import { defineStore } from "pinia";
import { computed, ref } from "vue";
import { Trouble, get, patch, post, remove } from "../api/client";
import type { ShelfEntry } from "../api/types";
import { useToast } from "./toast";

export const useShelf = defineStore("shelf", () => {
  const toast = useToast();
  const entries = ref<ShelfEntry[]>([]);
  const loaded = ref(false);
  const trays = computed(() => [...new Set(entries.value.map((e) => e.tray))]);

  /** Ask, then read the shelf anew; whether it went well. */
  async function doing(act: () => Promise<unknown>): Promise<boolean> {
    try {
      await act();
      entries.value = await get<ShelfEntry[]>("/shelf");
      loaded.value = true;
      return true;
    } catch (problem) {
      if (!(problem instanceof Trouble)) throw problem;
      toast.tell(problem.sentence);
      return false;
    }
  }

  const load = (): Promise<boolean> => doing(() => Promise.resolve());
  const keep = (setting: Pick<ShelfEntry, "tray" | "name" | "shape" | "dials">): Promise<boolean> =>
    doing(() => post("/shelf", setting));
  const rename = (entry: ShelfEntry, name: string): Promise<boolean> =>
    doing(() => patch(`/shelf/${entry.id}`, { name }));
  const move = (entry: ShelfEntry, tray: string): Promise<boolean> =>
    doing(() => patch(`/shelf/${entry.id}`, { tray }));

  /** Take an entry off; a word with a way back. */
  async function take(entry: ShelfEntry): Promise<void> {
    if (!(await doing(() => remove(`/shelf/${entry.id}`)))) return;
    toast.tell(`“${entry.name}” was taken off the shelf.`, {
      label: "Put it back",
      run: () => void keep(entry),
    });
  }

  async function takeIn(file: File): Promise<void> {
    let read: unknown;
    try {
      read = JSON.parse(await file.text());
    } catch {
      toast.tell(`“${file.name}” is not a shelf file. Nothing was changed; choose another.`);
      return;
    }
    await doing(async () => {
      const { count } = await post<{ count: number }>("/shelf-file", read);
      toast.tell(`${count} settings were taken in.`);
    });
  }

  async function sendOut(): Promise<void> {
    const file = await get<unknown>("/shelf-file");
    const link = document.createElement("a");
    link.href = URL.createObjectURL(new Blob([JSON.stringify(file, null, 1)]));
    link.download = "shelf.json";
    link.click();
    setTimeout(() => URL.revokeObjectURL(link.href), 1000);
  }

  return { entries, loaded, trays, load, keep, rename, move, take, takeIn, sendOut };
});
