// The memory of a Python with the core in it, as this browser keeps it for the next start. It is taken
// before anything of a drawing is known, and nothing is missed where it cannot be kept.
import { openDB, type DBSchema, type IDBPDatabase } from "idb";

interface Memories extends DBSchema {
  memories: { key: string; value: Blob };
}

const open = (): Promise<IDBPDatabase<Memories>> =>
  openDB<Memories>("core", 1, { upgrade: (db) => void db.createObjectStore("memories") });

async function within<T>(act: (db: IDBPDatabase<Memories>) => Promise<T>): Promise<T | null> {
  try {
    const db = await open();
    try {
      return await act(db);
    } finally {
      db.close();
    }
  } catch {
    return null; // no such store in this browser, or it is full
  }
}

export const storedMemory = (key: string): Promise<ArrayBuffer | null> =>
  within(async (db) => (await (await db.get("memories", key))?.arrayBuffer()) ?? null);

/** Kept instead of any other. */
export const storeMemory = (key: string, memory: Uint8Array<ArrayBuffer>): Promise<unknown> =>
  within(async (db) => {
    await db.clear("memories");
    await db.put("memories", new Blob([memory]), key);
  });

export const dropMemories = (): Promise<unknown> => within((db) => db.clear("memories"));
