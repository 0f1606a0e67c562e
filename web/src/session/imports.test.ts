import { createPinia, setActivePinia } from "pinia";
import { beforeEach, expect, test, vi } from "vitest";
import { SHOWN_AFTER, useImports } from "./imports";

beforeEach(() => {
  setActivePinia(createPinia());
  vi.useFakeTimers();
});

function pending<T>() {
  let done: (value: T) => void = () => undefined;
  let failed: (why: Error) => void = () => undefined;
  const promise = new Promise<T>((resolve, reject) => {
    done = resolve;
    failed = reject;
  });
  return { promise, done, failed };
}

test("a quick import is never shown", async () => {
  const imports = useImports();
  expect(await imports.during("a.svg", () => Promise.resolve(7))).toBe(7);
  await vi.advanceTimersByTimeAsync(2 * SHOWN_AFTER);
  expect(imports.running).toBeNull();
});

test("a long one is shown until it is done", async () => {
  const imports = useImports();
  const work = pending<number>();
  const made = imports.during("map.svg", () => work.promise);
  await vi.advanceTimersByTimeAsync(SHOWN_AFTER);
  expect(imports.running).toEqual({ name: "map.svg", stopping: false });
  work.done(3);
  expect(await made).toBe(3);
  expect(imports.running).toBeNull();
});

test("what was stopped is taken back once it is there", async () => {
  const imports = useImports();
  const work = pending<number>();
  const undone: number[] = [];
  const made = imports.during(
    "map.svg",
    () => work.promise,
    (n) => Promise.resolve(void undone.push(n)),
  );
  await vi.advanceTimersByTimeAsync(SHOWN_AFTER);
  imports.stop();
  expect(imports.running?.stopping).toBe(true);
  work.done(3);
  expect(await made).toBeNull();
  expect(undone).toEqual([3]);
});

test("one that fails is not shown any more", async () => {
  const imports = useImports();
  const work = pending<number>();
  const made = imports.during("map.svg", () => work.promise);
  const failed = expect(made).rejects.toThrow("too large");
  await vi.advanceTimersByTimeAsync(SHOWN_AFTER);
  work.failed(new Error("too large"));
  await failed;
  expect(imports.running).toBeNull();
});
