import { createPinia, setActivePinia } from "pinia";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { ApiError } from "../api/client";
import type { Command, Reading } from "../api/types";
import type { ImportReport } from "../stores/library/importreport";
import { useClipboard } from "./clipboard";
import { remembered } from "../lib/settings";

type ReadNote = Reading["notes"][number];
let selected: string[];
let commits: Command[];
let told: string[];
let copies: () => Promise<string>;
let asked: string[];
let kept: Record<string, string>;
let notes: ReadNote[];
let reports: ImportReport[];
const tools = { name: "select", pointer: null as [number, number] | null, use: vi.fn() };

vi.mock("../core", () => ({
  core: {
    copy: () => copies(),
    copied: (text: string) => {
      asked.push(text);
      if (!text) return Promise.reject(new ApiError("nothing", "There is nothing to paste.", 422));
      return Promise.resolve({ clip: `clip of ${text}`, message: "", notes, more: "" });
    },
  },
}));
vi.mock("../stores/board/selection", () => ({
  useSelection: () => ({
    get selected() {
      return selected;
    },
    select: (ids: string[]) => (selected = ids),
  }),
}));
vi.mock("../stores/board/edits", () => ({
  useEdits: () => ({ commit: (command: Command) => commits.push(command) }),
}));
vi.mock("../stores/board/document", () => ({ useDocument: () => ({ id: 7 }) }));
vi.mock("../stores/board/activecontainer", () => ({
  useActiveContainer: () => ({ active: "layer-1" }),
}));
vi.mock("../session/notices", () => ({
  useNotices: () => ({ tell: (s: string) => told.push(s) }),
}));
vi.mock("../stores/library/importreport", () => ({
  useImportReport: () => ({ show: (r: ImportReport) => reports.push(r) }),
}));
vi.mock("./tools", () => ({ useTools: () => tools }));
vi.mock("../stores/display/view", () => ({
  useView: () => ({ size: [800, 600], toSheet: ([x, y]: [number, number]) => [x / 2, y / 2] }),
}));

class Item {
  static supports: ((kind: string) => boolean) | undefined = () => true;
  constructor(readonly forms: Record<string, Promise<Blob>>) {}
}
let written: Item[];
let bars: boolean;
const clipboard = {
  write: ([item]: Item[]) => {
    if (bars || !item) return Promise.reject(new Error("barred"));
    written.push(item);
    return Promise.all(Object.values(item.forms)).then(() => undefined);
  },
  readText: () => (bars ? Promise.reject(new Error("barred")) : Promise.resolve("<svg>read</svg>")),
};

beforeEach(() => {
  setActivePinia(createPinia());
  [selected, commits, told, asked, written, bars, kept] = [["a", "b"], [], [], [], [], false, {}];
  copies = () => Promise.resolve("<svg>a b</svg>");
  [tools.name, tools.pointer] = ["select", null];
  [notes, reports] = [[], []];
  Item.supports = () => true;
  vi.stubGlobal("ClipboardItem", Item);
  vi.stubGlobal("navigator", { clipboard });
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => kept[key] ?? null,
    setItem: (key: string, value: string) => (kept[key] = value),
    removeItem: (key: string) => (kept[key] = ""),
  });
});
afterEach(() => vi.unstubAllGlobals());

test("what is selected goes to the clipboard as text and as SVG", async () => {
  expect(await useClipboard().copy()).toBe(true);
  expect(Object.keys(written[0]?.forms ?? {})).toEqual(["text/plain", "image/svg+xml"]);
  expect(await (await written[0]?.forms["text/plain"])?.text()).toBe("<svg>a b</svg>");
  expect(told).toEqual([]);
});

test("a browser that cannot say what it takes gets text", async () => {
  Item.supports = undefined;
  await useClipboard().copy();
  expect(Object.keys(written[0]?.forms ?? {})).toEqual(["text/plain"]);
});

test("where the clipboard is barred a memory of this browser stands in", async () => {
  bars = true;
  const board = useClipboard();
  expect(await board.copy()).toBe(true);
  expect(remembered("copied")).toBe("<svg>a b</svg>");
  expect(told[0]).toContain("blocks the clipboard");
  await board.paste("some words", false);
  expect(asked).toEqual(["<svg>a b</svg>"]);
  bars = false;
  await board.copy();
  await board.paste("some words", false); // the memory is over
  expect(asked.at(-1)).toBe("some words");
});

test("nothing selected copies nothing; what cannot be copied is not cut", async () => {
  const board = useClipboard();
  selected = [];
  expect(await board.copy()).toBe(false);
  expect(told).toHaveLength(1);
  selected = ["a"];
  copies = () => Promise.reject(new ApiError("unknown_item", "That item is gone.", 404));
  await board.cut();
  expect([commits, selected, told.at(-1)]).toEqual([[], ["a"], "That item is gone."]);
});

test("what is cut is removed once it is safe", async () => {
  await useClipboard().cut();
  expect(commits).toEqual([{ kind: "delete_items", items: ["a", "b"] }]);
  expect([selected, written.length]).toEqual([[], 1]);
});

test("it is pasted at the pointer, in the middle of what is seen, or in its place", async () => {
  const board = useClipboard();
  await board.paste("<svg/>", false);
  tools.pointer = [100, 40];
  await board.paste("<svg/>", false);
  await board.paste("<svg/>", true);
  const places = commits.map((c) => (c.kind === "paste_items" ? c.at : "?"));
  expect(places).toEqual([[200, 150], [50, 20], null]);
  expect(commits[0]).toMatchObject({ kind: "paste_items", container: "layer-1" });
  expect(new Set(commits.map((c) => (c.kind === "paste_items" ? c.copies : ""))).size).toBe(3);
  expect(tools.use).toHaveBeenCalledWith("select");
});

test("from a menu the browser is asked; where it refuses it says which key does it", async () => {
  const board = useClipboard();
  await board.pasteAsked(true);
  expect(asked).toEqual(["<svg>read</svg>"]);
  bars = true;
  await board.pasteAsked(true);
  expect(told.at(-1)).toContain("Press Ctrl V");
  expect(commits).toHaveLength(1);
});

test("a refusal of what was on the clipboard is told, and nothing is pasted", async () => {
  await useClipboard().paste("", false);
  expect([told, commits]).toEqual([["There is nothing to paste."], []]);
});

test("what is said of items names those that are pasted", async () => {
  notes = [{ kind: "markers (now items)", count: 2, changed: true, items: [1, 4] }];
  await useClipboard().paste("<svg/>", true);
  const copies = commits[0]?.kind === "paste_items" ? commits[0].copies : "";
  expect(reports.at(-1)?.notes[0]?.items).toEqual([`${copies}-1`, `${copies}-4`]);
  expect(told).toEqual([]);
});
