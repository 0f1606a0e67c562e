import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { beforeEach, expect, test, vi } from "vitest";
import type { DeskDrawing } from "../api/types";
import { lineFrom, OfflineCopies, type Settled } from "./offlinecopies";

const base = (version: number, text = "{}"): DeskDrawing =>
  ({ version, tip: `t${version}`, sheet: {}, items: [["a", "l", text]] }) as never;
const settled = (from: number): Settled =>
  ({ from, answer: { version: from + 1, tip: `t${from + 1}`, delta: {} } }) as never;
const of = (drawing: number, person = 5) => ({ person, drawing, name: `D${drawing}`, saved: "" });

let copies: OfflineCopies;
beforeEach(() => {
  vi.stubGlobal("indexedDB", new IDBFactory());
  vi.useFakeTimers({ toFake: ["Date"] });
  copies = new OfflineCopies();
});
const keep = async (drawing: number, more: Partial<Parameters<OfflineCopies["keep"]>[0]> = {}) => {
  vi.setSystemTime(Date.now() + 1000);
  await copies.keep({ ...of(drawing), base: base(3), ...more });
};

test("a copy is found with what was settled on it since, in order, and of its person only", async () => {
  await keep(1);
  await copies.settle(5, 1, settled(3));
  await copies.settle(5, 1, settled(4));
  await copies.settle(5, 2, settled(9));
  const found = await copies.find(5, 1);
  expect(found?.settled.map((s) => s.from)).toEqual([3, 4]);
  expect(found?.copy.base.version).toBe(3);
  expect(await copies.find(6, 1)).toBeNull();
});

test("a drawing that is read anew holds what was settled before; what is newer stays", async () => {
  await keep(1);
  for (const from of [3, 4, 5]) await copies.settle(5, 1, settled(from));
  await keep(1, { base: base(5) });
  expect((await copies.find(5, 1))?.settled.map((s) => s.from)).toEqual([5]);
  await keep(1, { base: base(6) });
  expect((await copies.find(5, 1))?.settled).toEqual([]);
});

test("the twenty that were opened last are kept", async () => {
  for (let n = 1; n <= 22; n += 1) await keep(n);
  expect((await copies.all(5)).map((c) => c.drawing)).toEqual(
    Array.from({ length: 20 }, (_, n) => 22 - n),
  );
});

test("no more bytes are kept than fit, but always the last one", async () => {
  const large = (megabytes: number): DeskDrawing =>
    ({ ...base(3), items: [["a", "l", { length: megabytes * 1e6 }]] }) as never;
  await keep(1, { base: large(90) });
  await keep(2, { base: large(90) });
  await keep(3, { base: large(90) });
  expect((await copies.all(5)).map((c) => c.drawing)).toEqual([3, 2]);
  await keep(4, { base: large(300) });
  expect((await copies.all(5)).map((c) => c.drawing)).toEqual([4]);
});

test("all are forgotten but those of one person", async () => {
  await keep(1);
  await keep(2, { person: 6 });
  await copies.settle(6, 2, settled(3));
  await copies.forget(5);
  expect([(await copies.all(5)).length, (await copies.all(6)).length]).toEqual([1, 0]);
  await copies.forget();
  expect((await copies.all(5)).length).toBe(0);
});

test("a browser that keeps nothing fails nothing", async () => {
  vi.stubGlobal("indexedDB", undefined);
  await keep(1);
  await copies.settle(5, 1, settled(3));
  await copies.forget();
  expect([await copies.find(5, 1), await copies.all(5)]).toEqual([null, []]);
});

test("of what two windows heard in different steps a line is made; it ends before a gap", () => {
  const step = (from: number, version: number): Settled => ({ from, answer: { version } }) as never;
  const versions = (...all: Settled[]): number[] => lineFrom(3, all).map((s) => s.answer.version);
  expect(versions(step(3, 4), step(3, 5), step(4, 5), step(5, 6))).toEqual([5, 6]);
  expect(versions(step(3, 4), step(4, 5), step(3, 4))).toEqual([4, 5]);
  expect(versions(step(3, 4), step(5, 6))).toEqual([4]);
  expect(versions(step(3, 3), step(2, 3))).toEqual([]);
  expect(versions()).toEqual([]);
});
