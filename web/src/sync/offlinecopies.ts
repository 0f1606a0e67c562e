// The drawings that were opened last, as this browser has them: each as it was read, and what the
// server has answered since. Without a connection they open from here.
import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import type { Answer, DeskDrawing } from "../api/types";

/** Drawings, and bytes, that are kept at the most. */
const MOST_DRAWINGS = 20;
const MOST_BYTES = 200e6;

/** What the server has answered: what changed, from which version on. */
export interface Settled {
  from: number;
  answer: Pick<Answer, "version" | "tip" | "saved" | "delta" | "undo" | "redo">;
}

export interface OfflineCopy {
  person: number;
  drawing: number;
  name: string;
  /** When the server last saved it, as far as is known here. */
  saved: string;
  /** When it was opened, in milliseconds. */
  opened: number;
  bytes: number;
  base: DeskDrawing;
}

interface Schema extends DBSchema {
  drawings: { key: [number, number]; value: OfflineCopy };
  settled: { key: number; value: Settled & { of: [number, number] }; indexes: { of: number[] } };
}

/**
 * Answers that follow each other from a version on. Two windows hear of the same edits in different
 * steps: of those that go on from one version, the one that leads furthest is taken.
 */
export function lineFrom(version: number, all: readonly Settled[]): Settled[] {
  const furthest = new Map<number, Settled>();
  for (const one of all) {
    const other = furthest.get(one.from);
    if (!other || other.answer.version < one.answer.version) furthest.set(one.from, one);
  }
  const line: Settled[] = [];
  let last = version;
  for (;;) {
    const next = furthest.get(last);
    if (!next || next.answer.version <= last) return line;
    line.push(next);
    last = next.answer.version;
  }
}

export class OfflineCopies {
  private opened: Promise<IDBPDatabase<Schema>> | null = null;

  private open(): Promise<IDBPDatabase<Schema>> {
    this.opened ??= openDB<Schema>("offline", 1, {
      upgrade: (db) => {
        db.createObjectStore("drawings", { keyPath: ["person", "drawing"] });
        db.createObjectStore("settled", { autoIncrement: true }).createIndex("of", "of");
      },
      terminated: () => (this.opened = null),
    });
    this.opened.catch(() => (this.opened = null));
    return this.opened;
  }

  /** A browser that keeps nothing, or is full, only opens nothing without a connection. */
  private async trying<T>(act: (db: IDBPDatabase<Schema>) => Promise<T>): Promise<T | null> {
    try {
      return await act(await this.open());
    } catch {
      return null;
    }
  }

  /** Keep a drawing as it was just read; what was settled on the copy before is in it. */
  keep(copy: Omit<OfflineCopy, "opened" | "bytes">): Promise<unknown> {
    const bytes = copy.base.items.reduce((sum, [, , text]) => sum + text.length, 0);
    return this.trying(async (db) => {
      const transaction = db.transaction(["drawings", "settled"], "readwrite");
      const settled = transaction.objectStore("settled");
      const of = [copy.person, copy.drawing];
      for (const key of await settled.index("of").getAllKeys(of)) {
        const old = await settled.get(key);
        if (old && old.answer.version <= copy.base.version) await settled.delete(key);
      }
      await transaction.objectStore("drawings").put({ ...copy, opened: Date.now(), bytes });
      await transaction.done;
      await this.prune(db);
    });
  }

  /** Keep what the server has answered, on top of a copy. */
  settle(person: number, drawing: number, settled: Settled): Promise<unknown> {
    return this.trying((db) => db.add("settled", { ...settled, of: [person, drawing] }));
  }

  /** A copy and what was settled on it, each going on from the one before; null for no copy. */
  find(person: number, drawing: number): Promise<{ copy: OfflineCopy; settled: Settled[] } | null> {
    return this.trying(async (db) => {
      const copy = await db.get("drawings", [person, drawing]);
      if (!copy) throw new TypeError("It is not kept.");
      const all = await db.getAllFromIndex("settled", "of", [person, drawing]);
      return { copy, settled: lineFrom(copy.base.version, all) };
    });
  }

  /** Those of one person, the last opened first. */
  async all(person: number): Promise<OfflineCopy[]> {
    const all = (await this.trying((db) => db.getAll("drawings"))) ?? [];
    return all.filter((c) => c.person === person).sort((a, b) => b.opened - a.opened);
  }

  /** Forget all copies, or those of everybody but one person. */
  forget(but: number | null = null): Promise<unknown> {
    return this.trying(async (db) => {
      for (const copy of await db.getAll("drawings")) {
        if (copy.person !== but) await this.drop(db, [copy.person, copy.drawing]);
      }
    });
  }

  private async prune(db: IDBPDatabase<Schema>): Promise<void> {
    const all = (await db.getAll("drawings")).sort((a, b) => b.opened - a.opened);
    let bytes = 0;
    for (const [n, copy] of all.entries()) {
      bytes += copy.bytes;
      const kept = n === 0 || (n < MOST_DRAWINGS && bytes <= MOST_BYTES);
      if (!kept) await this.drop(db, [copy.person, copy.drawing]);
    }
  }

  private async drop(db: IDBPDatabase<Schema>, of: [number, number]): Promise<void> {
    const transaction = db.transaction(["drawings", "settled"], "readwrite");
    const settled = transaction.objectStore("settled");
    for (const key of await settled.index("of").getAllKeys(of)) await settled.delete(key);
    await transaction.objectStore("drawings").delete(of);
    await transaction.done;
  }
}
