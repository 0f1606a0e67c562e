import { createPinia, setActivePinia } from "pinia";
import { beforeEach, expect, test, vi } from "vitest";
import { ApiError } from "../../api/client";
import type { Point } from "../../api/types";

type Answer = (number | null)[];
let asked: (readonly Point[])[];
/** What the core answers; each call in its turn, when the test lets it. */
let answers: ((places: readonly Point[]) => Promise<Answer>)[];
const column = (places: readonly Point[]): Answer =>
  places.map(([x]) => (x < 0 ? null : Math.floor(x / 10)));

vi.mock("../../core", () => ({
  core: {
    regions: () =>
      Promise.resolve({
        regions: [0, 1, 2].map((n) => ({ path: "", at: [n, n], items: [] })),
        bridges: [],
      }),
    regionsAt: (_items: string[], _gap: number, places: readonly Point[]) => {
      asked.push(places);
      return (answers.shift() ?? ((p) => Promise.resolve(column(p))))(places);
    },
  },
}));
vi.mock("../board/selection", () => ({ useSelection: () => ({ selected: ["a", "b"] }) }));
vi.mock("../board/activecontainer", () => ({ useActiveContainer: () => ({ pickable: () => [] }) }));
vi.mock("../board/document", () => ({ useDocument: () => ({ version: 1 }) }));
vi.mock("../display/catalogue", () => ({ useCatalogue: () => ({ limits: { gap_at_first: 2 } }) }));

async function entered() {
  const { useSweeping } = await import("./sweeping");
  const sweeping = useSweeping();
  sweeping.enter();
  await vi.waitFor(() => expect(sweeping.marks).not.toBeNull());
  return sweeping;
}
beforeEach(() => {
  setActivePinia(createPinia());
  [asked, answers] = [[], []];
});

test("the region under the pointer is the one that the core says", async () => {
  const sweeping = await entered();
  sweeping.light([15, 0]);
  await vi.waitFor(() => expect(sweeping.over).toBe(1));
  sweeping.light([-5, 0]);
  await vi.waitFor(() => expect(sweeping.over).toBeNull());
  sweeping.light(null);
  expect(asked).toHaveLength(2);
});

test("a sweep takes each region once, in order, when all answers are there", async () => {
  const sweeping = await entered();
  let answer: (found: Answer) => void = () => undefined;
  answers.push(() => new Promise((resolve) => (answer = resolve)));
  sweeping.across([[25, 0]]);
  sweeping.across([
    [26, 0],
    [5, 0],
  ]); // waits for its turn: one question at a time
  const swept = sweeping.swept();
  expect(asked).toHaveLength(1);
  answer([2]);
  expect(await swept).toMatchObject({
    kind: "sweep_regions",
    operation: "fuse",
    items: ["a", "b"],
    places: [
      [2, 2],
      [0, 0],
    ],
    gap: 2,
  });
  expect(await sweeping.swept()).toBeNull();
});

test("an answer for a sweep that was interrupted takes nothing; nor does one that is refused", async () => {
  const sweeping = await entered();
  let answer: (found: Answer) => void = () => undefined;
  answers.push(() => new Promise((resolve) => (answer = resolve)));
  sweeping.across([[25, 0]]);
  sweeping.drop();
  answer([2]);
  expect(await sweeping.swept()).toBeNull();
  answers.push(() => Promise.reject(new ApiError("unsound_region", "Not to be had.", 422)));
  sweeping.across([[5, 0]]);
  expect(await sweeping.swept()).toBeNull();
  expect(sweeping.trouble).toBe("Not to be had.");
});

test("a fault in one sweep does not end those after it; what was left is not lit up late", async () => {
  const sweeping = await entered();
  answers.push(() => Promise.reject(new Error("unforeseen")));
  sweeping.across([[5, 0]]);
  await expect(sweeping.swept()).rejects.toThrow("unforeseen");
  sweeping.across([[15, 0]]);
  expect(await sweeping.swept()).toMatchObject({ places: [[1, 1]] });
  let answer: (found: Answer) => void = () => undefined;
  answers.push(() => new Promise((resolve) => (answer = resolve)));
  sweeping.light([5, 0]);
  sweeping.light(null);
  answer([0]);
  await vi.waitFor(() => expect(asked).toHaveLength(3));
  await Promise.resolve();
  expect(sweeping.over).toBeNull();
});
