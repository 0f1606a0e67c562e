import { createPinia, setActivePinia } from "pinia";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { ShelfEntry } from "../../api/types";
import { usePlacement } from "./placement";
import { useShelf } from "./shelf";

type Answer = (body: unknown) => Response | Promise<Response>;
let shelf: Partial<ShelfEntry>[];
let asked: [string, string, unknown][];
let answers: Record<string, Answer>;
let told: { sentence: string; run: (() => void) | undefined }[];
let commits: object[];
let saved: [string, unknown][];
const board = {
  id: 7,
  selected: ["a"],
  selectedItems: [{ id: "a", name: "Leaf", link: null }] as object[],
  active: "layer-1",
  tree: { in: () => ["x"] },
  select: (ids: string[]) => (board.selected = ids),
  commit: (command: object) => commits.push(command),
};
vi.mock("../board/document", () => ({ useDocument: () => board }));
vi.mock("../board/selection", () => ({ useSelection: () => board }));
vi.mock("../board/activecontainer", () => ({ useActiveContainer: () => board }));
vi.mock("../board/edits", () => ({ useEdits: () => board }));
vi.mock("../../core", () => ({
  core: {
    copy: () => Promise.resolve("<svg/>"),
    copied: () => Promise.resolve({ clip: "clip of a", message: "" }),
  },
}));
vi.mock("../../session/notices", () => ({
  useNotices: () => ({
    tell: (sentence: string, action?: { run: () => void }) =>
      told.push({ sentence, run: action?.run }),
  }),
}));
vi.mock("../../lib/download", () => ({
  saved: (name: string, data: unknown) => saved.push([name, data]),
}));
const json =
  (body: unknown, status = 200) =>
  () =>
    new Response(JSON.stringify(body), { status });
const refuse = (code: string) => json({ code, detail: `${code}.` }, 422);
const entry = (id: number, name: string, tray = "Mine"): ShelfEntry =>
  ({ id, name, tray, kind: "outline", key: `k${id}`, family: `k${id}`, state: 1 }) as ShelfEntry;

beforeEach(() => {
  setActivePinia(createPinia());
  [asked, told, commits, saved, answers] = [[], [], [], [], {}];
  shelf = [entry(1, "Leaf"), entry(2, "Bird"), entry(3, "Star", "Others")];
  board.selected = ["a"];
  board.id = 7;
  vi.stubGlobal("document", { cookie: "" });
  vi.stubGlobal("localStorage", { getItem: () => null, setItem: () => undefined });
  vi.stubGlobal("fetch", async (url: string, how: { method?: string; body?: string | null }) => {
    const [method, path] = [how.method ?? "GET", url.replace("/api/v1", "")];
    const body: unknown = how.body ? JSON.parse(how.body) : null;
    asked.push([method, path, body]);
    const own = answers[`${method} ${path}`];
    if (own) return own(body);
    const start = Number(/start=(\d+)/.exec(path)?.[1] ?? 0);
    if (path.startsWith("/library?start"))
      return json({ entries: shelf.slice(start, start + 2), more: start + 2 < shelf.length })();
    return json({})();
  });
});
afterEach(() => vi.unstubAllGlobals());

test("a long shelf is read to its end, some at a time", async () => {
  const store = useShelf();
  await store.load();
  expect(asked.map(([, path]) => path)).toEqual(["/library?start=0", "/library?start=2"]);
  expect(store.entries.map((e) => e.name)).toEqual(["Leaf", "Bird", "Star"]);
  expect([store.trays, store.loaded]).toEqual([["Mine", "Others"], true]);
});

test("a name that is taken gets a number", async () => {
  const store = useShelf();
  await store.load();
  expect(store.freeName("Mine", "Leaf")).toBe("Leaf 2");
  expect(store.freeName("Others", "Leaf")).toBe("Leaf");
});

test("what is selected is kept under a free name, or as a variation", async () => {
  const store = useShelf();
  await store.load();
  answers["POST /library/outlines"] = json(entry(4, "Leaf 2"));
  expect((await store.keepItems("Mine", null))?.id).toBe(4);
  expect(asked.find(([m]) => m === "POST")?.[2]).toEqual({
    tray: "Mine",
    name: "Leaf 2",
    clip: "clip of a",
  });
  await store.keepItems("Mine", entry(2, "Bird"));
  expect(asked.filter(([m]) => m === "POST")[1]?.[2]).toMatchObject({
    name: "Bird 2",
    family: "k2",
  });
});

test("a refusal is told and leaves what is shown", async () => {
  const store = useShelf();
  await store.load();
  answers["PATCH /library/1"] = refuse("name_taken");
  expect(await store.change(entry(1, "Leaf"), { name: "Bird" })).toBe(false);
  expect(told.map((t) => t.sentence)).toEqual(["name_taken."]);
  expect(store.entries).toHaveLength(3);
});

test("each change has a way back", async () => {
  const store = useShelf();
  await store.load();
  await store.change(entry(1, "Leaf"), { name: "Twig" });
  told.at(-1)?.run?.();
  await store.order([entry(2, "Bird"), entry(1, "Leaf")], true);
  told.at(-1)?.run?.();
  answers["DELETE /library/1"] = json({ outlines: [1] });
  await store.take(entry(1, "Leaf"));
  told.at(-1)?.run?.();
  await store.load();
  const wrote = asked.filter(([m]) => m !== "GET");
  expect(wrote).toEqual([
    ["PATCH", "/library/1", { name: "Twig" }],
    ["PATCH", "/library/1", { name: "Leaf", tray: "Mine" }],
    ["PUT", "/library/order", { entries: [2, 1] }],
    ["PUT", "/library/order", { entries: [1, 2] }],
    ["DELETE", "/library/1", null],
    ["POST", "/library/imports", { outlines: [1] }],
  ]);
});

test("a changed outline says which drawings follow, and can be changed back", async () => {
  const store = useShelf();
  answers["GET /library/1/clip"] = json({ clip: "before" });
  answers["PUT /library/1/clip"] = json({ follows: ["Bridge", "Tag"], stays: ["Top"] });
  await store.replace(entry(1, "Leaf"));
  expect(told[0]?.sentence).toContain(
    "Linked copies in 2 drawings were updated. Those in Top could not",
  );
  told[0]?.run?.();
  await vi.waitFor(() => expect(told).toHaveLength(2));
  expect(asked.filter(([m]) => m === "PUT").map(([, , b]) => b)).toEqual([
    { clip: "clip of a" },
    { clip: "before" },
  ]);
});

test("a file of a shelf or an SVG is taken in; another one is refused before it is sent", async () => {
  const store = useShelf();
  const file = (name: string, text: string): File =>
    ({ name, text: () => Promise.resolve(text) }) as unknown as File;
  answers["POST /library/imports"] = json({ count: 1, message: "" });
  answers["POST /library/imports/svg"] = json({ count: 3, message: "Text was left out." });
  await store.takeIn(file("tray.json", '{"format": "x"}'), "Mine");
  await store.takeIn(file("tray.svg", "<svg/>"), "Mine");
  await store.takeIn(file("tray.txt", "hello"), "Mine");
  expect(told.map((t) => t.sentence.trim())).toEqual([
    "1 item was imported.",
    "3 items were imported. Text was left out.",
    "“tray.txt” is not a shelf file. Nothing was changed; select another file.",
  ]);
  expect(asked.filter(([m]) => m === "POST")).toHaveLength(2);
});

test("a tray goes out as a file; what goes wrong is told and nothing is saved", async () => {
  const store = useShelf();
  answers["GET /library/export.svg?tray=My%20own"] = () => new Response("<svg/>");
  await store.sendSymbols("My own");
  answers["GET /library/export?tray=Mine"] = json({ outlines: [] });
  await store.sendOut("Mine");
  expect(saved.map(([name]) => name)).toEqual(["My own.svg", "Mine.json"]);
  answers["GET /library/export.svg?tray=My%20own"] = refuse("not_signed_in");
  await store.sendSymbols("My own");
  expect([saved.length, told.at(-1)?.sentence]).toEqual([2, "not_signed_in."]);
});

test("outlines that look like what is selected come first until that is asked again", async () => {
  const store = useShelf();
  answers["POST /library/queries/similar"] = json([{ entry: 3 }, { entry: 1 }]);
  await store.lookAlike();
  expect(store.alike).toEqual([3, 1]);
  await store.lookAlike();
  expect(store.alike).toBeNull();
});

test("of two outlines taken quickly the later one is in the hand", async () => {
  const placement = usePlacement();
  let first: (r: Response) => void = () => undefined;
  answers["GET /library/1/clip"] = () => new Promise((done) => (first = done));
  answers["GET /library/2/clip"] = json({ clip: "two", key: "k2", name: "Bird", state: 1 });
  const slow = placement.take(entry(1, "Leaf"));
  expect(await placement.take(entry(2, "Bird"))).toBe(true);
  first(json({ clip: "one" })());
  expect(await slow).toBe(false);
  expect([placement.hand?.clip, placement.entry?.id]).toEqual(["two", 2]);
});

test("an outline dropped on a drawing that was left meanwhile goes nowhere", async () => {
  const placement = usePlacement();
  answers["GET /library/1/clip"] = json({ clip: "one", key: "k1", name: "Leaf", state: 1 });
  await placement.drop(entry(1, "Leaf"), [5, 6]);
  expect(commits).toMatchObject([{ start: [5, 6], clip: "one", container: "layer-1" }]);
  answers["GET /library/1/clip"] = () => {
    board.id = 8;
    return json({ clip: "one" })();
  };
  await placement.drop(entry(1, "Leaf"), [5, 6]);
  expect(commits).toHaveLength(1);
});

test("an outline that is gone from the shelf is told, and the shelf is read anew", async () => {
  const placement = usePlacement();
  answers["GET /library/9/clip"] = refuse("unknown_entry");
  expect(await placement.take(entry(9, "Gone"))).toBe(false);
  await vi.waitFor(() => expect(asked.some(([, p]) => p === "/library?start=0")).toBe(true));
  expect(told[0]?.sentence).toBe("unknown_entry.");
});

test("sizes typed for what is in the hand keep its form, or do not", () => {
  const placement = usePlacement();
  placement.size = [40, 20];
  placement.put(0, 80);
  expect(placement.size).toEqual([80, 40]);
  placement.own = false;
  placement.put(1, 5);
  expect(placement.size).toEqual([80, 5]);
});

test("linked copies that are selected are unlinked; what is selected then the core says", () => {
  const placement = usePlacement();
  board.selectedItems = [{ id: "a", name: "Leaf", link: { entry: "k1" } }];
  placement.unlink();
  expect(commits).toEqual([{ kind: "unlink_items", items: ["a"] }]);
  board.selectedItems = [{ id: "a", name: "Leaf", link: null }];
});
