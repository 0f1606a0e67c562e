import { beforeEach, expect, test, vi } from "vitest";
import { Painter } from "./painter";
import type { Overview, Painted, Request, Sight } from "./protocol";
import type { Bounds, Recipe } from "./recipe";

/** A canvas that notes what is painted on it, and copies those notes. */
class Sheet {
  notes: string[] = [];
  constructor(
    readonly width: number,
    readonly height: number,
  ) {}
  getContext() {
    const { notes } = this;
    const nothing = (): void => undefined;
    return {
      setTransform: nothing,
      setLineDash: nothing,
      save: () => notes.push("("),
      restore: () => notes.push(")"),
      beginPath: nothing,
      rect: (...at: number[]) => notes.push(`rect ${at.join()}`),
      clip: nothing,
      clearRect: () => notes.push("clear"),
      fill: (path: string) => notes.push(path),
      stroke: (path: string) => notes.push(`wire ${path}`),
      drawImage: (from: Sheet) => notes.push(...from.notes),
    };
  }
  transferToImageBitmap() {
    return { notes: this.notes };
  }
}

const SIGHT: Sight = { scale: 1, origin: [0, 0], size: [100, 100], ratio: 1, wire: null };
const recipe = (path: string, bounds: Bounds): Recipe => ({
  path,
  rule: "nonzero",
  fill: { ink: "#fff", opacity: 1 },
  pens: [],
  bounds,
});
const at = (n: number): Bounds => [10 * n, 10, 10 * n + 8, 18];

let sent: (Painted | Overview)[];
let painter: Painter;
let requests = 0;
/** What is held up until it may go on. */
let pause: () => Promise<void>;

beforeEach(() => {
  sent = [];
  pause = () => Promise.resolve();
  painter = new Painter({
    canvas: (width, height) => new Sheet(width, height) as unknown as OffscreenCanvas,
    path: (data) => data as unknown as Path2D,
    pause: () => pause(),
    post: (message) => sent.push(message),
  });
});

const put = (...ids: [string, number][]): void =>
  painter.tell({ put: ids.map(([id, n]) => [id, recipe(id, at(n))] as const), gone: [] });

async function asked(more: Partial<Request> = {}): Promise<string[][]> {
  requests += 1;
  const id = requests;
  painter.tell({ id, sight: SIGHT, lifted: [], between: "nowhere", moves: false, ...more });
  await vi.waitFor(() => expect(sent.some((m) => "id" in m && m.id === id && !m.part)).toBe(true));
  const painted = sent.findLast((m): m is Painted => "id" in m && m.id === id);
  const notes = (bitmap: unknown): string[] => (bitmap as { notes: string[] }).notes;
  const all = (painted?.pictures ?? []).map((p) => notes(p.bitmap));
  return painted?.moved ? [...all, notes(painted.moved)] : all;
}

test("all that is in sight, from back to front", async () => {
  put(["a", 0], ["b", 1], ["far", 50], ["c", 2]);
  painter.tell({ order: ["a", "b", "far", "c"], cuts: [] });
  expect(await asked()).toEqual([["a", "b", "c"]]);
  const wires = { ...SIGHT, wire: "#123" };
  expect(await asked({ sight: wires })).toEqual([["wire a", "wire b", "wire c"]]);
});

test("a change is painted in its place only", async () => {
  put(["a", 0], ["b", 1], ["c", 5]);
  painter.tell({ order: ["a", "b", "c"], cuts: [] });
  await asked();
  put(["c", 6]);
  const [picture] = await asked();
  expect(picture).toEqual([
    ...["a", "b", "c", "("],
    ...["rect 49,9,10,10", "rect 59,9,10,10", "clear", "c", ")"],
  ]);
});

test("what is gone, and what comes in front of all", async () => {
  put(["a", 0], ["b", 5]);
  painter.tell({ order: ["a", "b"], cuts: [] });
  await asked();
  painter.tell({ put: [], gone: ["b"] });
  painter.tell({ order: ["a"], cuts: [] });
  expect((await asked())[0]?.at(-2)).toBe("clear");
  put(["d", 7]);
  painter.tell({ order: ["a", "d"], cuts: [] });
  expect((await asked())[0]?.at(-1)).toBe("d");
});

test("a lifted item is left out, with a picture before and one behind it", async () => {
  put(["a", 0], ["mine", 0], ["c", 0], ["d", 5]);
  painter.tell({ order: ["a", "mine", "c", "d"], cuts: [] });
  const [behind, before] = await asked({ lifted: ["mine"], between: "where it lies" });
  // elsewhere the first picture has all of it
  expect(behind?.slice(-4)).toEqual(["rect 0,9,9,10", "clear", "a", ")"]);
  expect(before).toEqual(["(", "rect 0,9,9,10", "clear", "c", ")"]);
  const [under, over] = await asked({ lifted: ["mine"], between: "everywhere" });
  expect(under?.slice(-3)).toEqual(["clear", "a", ")"]);
  expect(over?.slice(-4)).toEqual(["clear", "c", "d", ")"]);
  expect(await asked({ lifted: ["mine"] })).toHaveLength(1);
});

test("what stays SVG lies between pictures of their own", async () => {
  put(["a", 0], ["b", 1]);
  painter.tell({ order: ["a", "b"], cuts: [1] });
  expect(await asked()).toEqual([["a"], ["b"]]);
  painter.tell({ order: ["a", "b"], cuts: [0] });
  expect(await asked()).toEqual([["a", "b"]]);
  painter.tell({ order: ["a", "b"], cuts: [1] });
  await asked();
  painter.tell({ order: ["a", "b"], cuts: [] });
  expect(await asked()).toEqual([["a", "b"]]);
  // it goes on in front of `a` while something comes at the end
  put(["c", 2]);
  painter.tell({ order: ["a", "b", "c"], cuts: [1] });
  expect(await asked()).toEqual([["a"], ["b", "c"]]);
  painter.tell({ order: ["a", "b", "c", "c2"], cuts: [2] });
  expect(await asked()).toEqual([["a", "b"], ["c"]]);
});

test("what is moved is a picture in front of the others", async () => {
  put(["a", 0], ["b", 1], ["c", 2]);
  painter.tell({ order: ["a", "b", "c"], cuts: [] });
  const [still, moved] = await asked({ lifted: ["a", "c"], moves: true });
  expect(still?.slice(-3)).toEqual(["clear", "b", ")"]);
  expect(moved).toEqual(["a", "c"]);
});

test("the newest question wins", async () => {
  put(...Array.from({ length: 900 }, (_, n): [string, number] => [`i${n}`, n % 9]));
  painter.tell({ order: Array.from({ length: 900 }, (_, n) => `i${n}`), cuts: [] });
  const held: (() => void)[] = [];
  const clock = vi.spyOn(performance, "now");
  let now = 0;
  clock.mockImplementation(() => (now += 20));
  pause = () => new Promise((done) => held.push(done));
  const first: Request = {
    id: 9001,
    sight: { ...SIGHT, scale: 2 },
    lifted: [],
    between: "nowhere",
    moves: false,
  };
  painter.tell(first);
  painter.tell({ ...first, id: 9002, sight: SIGHT });
  pause = () => Promise.resolve();
  held.forEach((go) => go());
  await vi.waitFor(() =>
    expect(sent.some((m) => "id" in m && m.id === 9002 && !m.part)).toBe(true),
  );
  expect(sent.some((m) => "id" in m && m.id === 9001 && !m.part)).toBe(false);
  clock.mockRestore();
});

test("when all is done, the whole of it is painted once", async () => {
  vi.useFakeTimers();
  put(["a", 0], ["far", 50]);
  painter.tell({ order: ["a", "far"], cuts: [] });
  await asked();
  await vi.advanceTimersByTimeAsync(1000);
  const overviews = sent.filter((m): m is Overview => "overview" in m);
  expect(overviews.map((m) => (m.overview as unknown as Sheet).notes)).toEqual([["a", "far"]]);
  await asked();
  await vi.advanceTimersByTimeAsync(1000);
  expect(sent.filter((m) => "overview" in m)).toHaveLength(1);
  vi.useRealTimers();
});
