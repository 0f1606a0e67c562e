import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { ApiError } from "../api/client";
import type { ShippedCore } from "./shipped";
import type { Question, Start } from "./worker";
import { WorkerCore, WorkerAway } from "./workercore";

class FakeWorker {
  static all: FakeWorker[] = [];
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onerror: (() => void) | null = null;
  asked: (Start | Question)[] = [];
  ended = false;
  constructor() {
    FakeWorker.all.push(this);
  }
  postMessage(message: Start | Question): void {
    this.asked.push(message);
  }
  terminate(): void {
    this.ended = true;
  }
  says(data: unknown): void {
    this.onmessage?.({ data });
  }
  answers(id: number, text: string | null): void {
    this.says({ id, text });
  }
}
const newest = (): FakeWorker => FakeWorker.all.at(-1) as FakeWorker;
const passes = (ms: number): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);
const CORE: ShippedCore = { python: "/python/", modules: ["/a.zip"], bytes: 2, key: "k" };
let log: string[];
let core: WorkerCore;

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal("window", globalThis);
  vi.stubGlobal("Worker", FakeWorker);
  [FakeWorker.all, log] = [[], []];
  core = new WorkerCore(
    () => log.push("ready"),
    () => log.push("gone"),
    () => CORE,
  );
  core.start();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test("it answers, refuses, or stumbles, and each is told apart", async () => {
  await expect(core.ask("read", {})).rejects.toThrow(WorkerAway); // it is not ready yet
  newest().says("ready");
  const answered = core.ask("read", {});
  newest().answers(1, JSON.stringify({ answer: 2 }));
  expect(await answered).toBe(2);
  const refused = core.ask("read", {});
  newest().answers(2, JSON.stringify({ refused: { code: "bad_number", sentence: "No." } }));
  await expect(refused).rejects.toThrow(ApiError);
  const stumbled = core.ask("read", {});
  newest().answers(3, null);
  await expect(stumbled).rejects.toThrow(WorkerAway);
  expect([log, FakeWorker.all.length]).toEqual([["ready"], 1]);
});

test("a worker that is dead is ended, its questions go elsewhere, and another one starts", async () => {
  newest().says("ready");
  const asked = core.ask("aim", {});
  newest().says({ failed: "RuntimeError: memory access out of bounds" });
  await expect(asked).rejects.toThrow(WorkerAway);
  expect([core.ready, newest().ended]).toEqual([false, true]);
  await passes(2_000);
  newest().says("ready");
  expect([core.ready, FakeWorker.all.length]).toEqual([true, 2]);
});

test("only the question whose turn it is can take too long, and opening may take longer", async () => {
  newest().says("ready");
  const open = core.ask("open", {});
  const behind = core.ask("aim", {});
  await passes(30_000);
  expect(newest().ended).toBe(false);
  newest().answers(1, JSON.stringify({ answer: null }));
  await open;
  await passes(9_000);
  newest().answers(2, JSON.stringify({ answer: 1 }));
  expect(await behind).toBe(1);
  const hangs = core.ask("aim", {});
  const lost = expect(hangs).rejects.toThrow(WorkerAway);
  await passes(10_000);
  await lost;
  expect(FakeWorker.all[0]?.ended).toBe(true);
});

test("one that dies again and again is given up, and that is told once", async () => {
  for (let k = 0; k < 5; k += 1) {
    newest().says({ failed: "no memory" });
    await passes(2_000);
  }
  await passes(60_000);
  expect([FakeWorker.all.length, log]).toEqual([5, ["gone"]]);
});

test("one that was well for long has all its starts again", async () => {
  for (let k = 0; k < 4; k += 1) {
    newest().says({ failed: "no memory" });
    await passes(2_000);
  }
  newest().says("ready");
  await passes(601_000);
  for (let k = 0; k < 4; k += 1) {
    newest().says({ failed: "no memory" });
    await passes(2_000);
  }
  newest().says("ready");
  expect([FakeWorker.all.length, log]).toEqual([9, ["ready", "ready"]]);
});

test("a browser without workers says so", () => {
  vi.stubGlobal("Worker", undefined);
  const none = new WorkerCore(
    () => log.push("ready"),
    () => log.push("gone"),
    () => CORE,
  );
  none.start();
  none.start();
  expect(log).toEqual(["gone"]);
});

test("a page that was shipped without a core says so, and starts nothing", () => {
  FakeWorker.all = [];
  const none = new WorkerCore(
    () => log.push("ready"),
    () => log.push("gone"),
    () => null,
  );
  none.start();
  expect([FakeWorker.all.length, log]).toEqual([0, ["gone"]]);
});

test("a worker is told what to start from, and how much has come is passed on until it is ready", () => {
  const shares: (number | null)[] = [];
  core.onShare = (share) => shares.push(share);
  newest().says({ share: 0.25 });
  newest().says({ share: 1 });
  newest().says("ready");
  expect(newest().asked).toEqual([{ core: CORE }]);
  expect(shares).toEqual([0.25, 1, null]);
});
