import { beforeEach, expect, test, vi } from "vitest";
import { ApiError } from "../../api/client";
import type { Aimed, Command, Repaint } from "../../api/types";
import { PreviewModel } from "./previewmodel";

let asked: {
  aim: object | null;
  command: Command | null;
  done: (a: object) => void;
  fail: (p: unknown) => void;
}[];
let log: string[];
let faults: unknown[];
const cues = { kinds: ["anchor"], shown: [] as unknown[] };

vi.mock("../../core", () => ({
  core: {
    aim: (aim: object | null, command: Command | null) =>
      new Promise((done, fail) => asked.push({ aim, command, done, fail })),
    spread: (command: Command, aim: object | null) =>
      new Promise((done, fail) => asked.push({ aim, command, done, fail })),
  },
}));
vi.mock("../../lib/faults", () => ({ fault: (problem: unknown) => faults.push(problem) }));

const MOVE: Command = { kind: "move_items", items: ["a"], by: [1, 0] };
const repaint = (name: string): Repaint => ({ message: name }) as unknown as Repaint;
const shown = (name: string, cue = "here"): Partial<Aimed> => ({
  meeting: { cues: [cue], shift: [2, 3] } as unknown as Aimed["meeting"],
  repaint: repaint(name),
});
const settled = async (): Promise<void> => {
  for (let n = 0; n < 8; n += 1) await Promise.resolve();
};
let preview: PreviewModel;
beforeEach(() => {
  [asked, log, faults] = [[], [], []];
  [cues.kinds, cues.shown] = [["anchor"], []];
  preview = new PreviewModel(
    {
      preview: (r: Repaint, items: string[]) => log.push(`show ${r.message} of ${items.join()}`),
      endPreview: () => log.push("end"),
    } as never,
    { query: () => ({}), show: (r: Repaint) => log.push(`marks ${r.message}`) } as never,
    cues as never,
    { scale: 2 } as never,
    { here: { value: [1] } } as never,
    () => "layer-1",
    (sentence) => log.push(sentence),
  );
});
const AIM = { probes: [[1, 1]] } as never;

test("what an edit would do is shown, with what it meets, as things are looked at now", async () => {
  preview.aim(AIM, MOVE, ["a"], (shift) => log.push(`met ${shift.join()}`));
  expect(asked[0]?.aim).toEqual({
    probes: [[1, 1]],
    scale: 2,
    kinds: ["anchor"],
    image: [1],
    place: "layer-1",
  });
  expect(preview.command.value).toEqual(MOVE);
  asked[0]?.done(shown("one"));
  await settled();
  expect(log).toEqual(["met 2,3", "show one of a", "marks one"]);
  expect(cues.shown).toEqual(["here"]);
});

test("at most one question is under way, and the newest of the others is next", async () => {
  for (const by of [1, 2, 3]) preview.aim(null, { ...MOVE, by: [by, 0] }, ["a"]);
  expect(asked).toHaveLength(1);
  asked[0]?.done(shown("one"));
  await settled();
  expect(asked.map((a) => (a.command?.kind === "move_items" ? a.command.by[0] : 0))).toEqual([
    1, 3,
  ]);
});

test("an answer to a gesture that is over is not shown, but what it met is told", async () => {
  preview.aim(AIM, MOVE, ["a"], () => log.push("met"));
  preview.over();
  asked[0]?.done(shown("late"));
  await settled();
  expect(log).toEqual(["met"]);
  expect([cues.shown, preview.command.value]).toEqual([[], null]);
});

test("without cues nothing is aimed at; held, nothing is asked until released", async () => {
  cues.kinds = [];
  preview.hold(true);
  preview.aim(AIM, MOVE, ["a"]);
  expect(asked).toHaveLength(0);
  preview.hold(false);
  expect(asked[0]?.aim).toBeNull();
  preview.hold(true);
  preview.aim(AIM, MOVE, ["a"]);
  preview.over(); // what waits is forgotten
  asked[0]?.done(shown("one"));
  await settled();
  preview.hold(false);
  await settled();
  expect(asked).toHaveLength(1);
});

test("a refusal shows nothing; that it takes long is said; a fault stops no later question", async () => {
  preview.aim(null, MOVE, []);
  asked[0]?.fail(new ApiError("bad_data", "No.", 422));
  await settled();
  expect(log).toEqual([]);
  preview.aim(null, MOVE, []);
  asked[1]?.fail(new ApiError("takes_long", "This takes more than a moment.", 422));
  await settled();
  expect(log).toEqual(["This takes more than a moment."]);
  preview.aim(null, MOVE, []);
  asked[2]?.fail(new TypeError("a fault"));
  await settled();
  expect(faults).toHaveLength(1);
  preview.aim(null, MOVE, []);
  asked[3]?.done(shown("again"));
  await settled();
  expect(log.at(-1)).toBe("marks again");
});

test("a command is committed as it met things, or as it was where that cannot be known", async () => {
  expect(await preview.aimed(null, MOVE)).toBe(MOVE);
  const met: Command = { ...MOVE, by: [7, 0] };
  const first = preview.aimed({} as never, MOVE);
  asked[0]?.done({ ...shown("x"), command: met });
  expect(await first).toEqual(met);
  for (const problem of [new ApiError("no_connection", "Away.", 0), new TypeError("odd")]) {
    const next = preview.aimed({} as never, MOVE);
    asked.at(-1)?.fail(problem);
    expect(await next).toBe(MOVE);
  }
  const nothing = preview.aimed({} as never, MOVE);
  asked.at(-1)?.done({ meeting: {}, repaint: null });
  expect(await nothing).toBe(MOVE);
  expect(faults).toHaveLength(1);
});

test("a drag says what holds it until it goes another way; a button says nothing", async () => {
  const held = (): ApiError =>
    new ApiError("held_by_formula", "x follows r + gap.", 422, { place: "a:frame.nw.x" });
  preview.offer(MOVE, ["a"]);
  asked[0]?.fail(held());
  await settled();
  expect(preview.heldBy.value).toBeNull();
  preview.aim(null, MOVE, ["a"]);
  asked[1]?.fail(held());
  await settled();
  expect(preview.heldBy.value).toEqual({
    sentence: "x follows r + gap.",
    target: ["a", "frame.nw.x"],
  });
  preview.aim(null, MOVE, ["a"]);
  asked[2]?.done(shown("down"));
  await settled();
  expect(preview.heldBy.value).toBeNull();
});

test("what a draft comes to is told while it is drafted, and a refusal, too", async () => {
  const told: unknown[] = [];
  const spreading = {
    drag: { to: [4, 4], held: false } as never,
    done: (spread: unknown) => told.push(spread),
    refused: (sentence: string) => told.push(sentence),
  };
  preview.spread({ kind: "spread_row" } as never, ["a"], spreading);
  expect(asked[0]?.aim).toMatchObject({ probes: [[4, 4]] });
  const spread = shown("copies");
  asked[0]?.done(spread);
  await settled();
  expect(told).toEqual([spread]);
  preview.spread({ kind: "spread_row" } as never, ["a"], { ...spreading, drag: null });
  expect(asked[1]?.aim).toBeNull();
  asked[1]?.fail(new ApiError("too_many", "Too many copies.", 422));
  await settled();
  expect(told.at(-1)).toBe("Too many copies.");
});

test("what the last gesture came to is shown until it is settled, once", () => {
  preview.over();
  preview.settle();
  preview.settle();
  expect(log).toEqual(["end"]);
  expect(preview.gesture).toBe(1);
});
