import { createPinia, setActivePinia } from "pinia";
import { beforeEach, expect, test, vi } from "vitest";
import type * as client from "../api/client";
import { ApiError } from "../api/client";
import type { Command } from "../api/types";
import type { Notice } from "../session/notices";
import { usePictures } from "./addpicture";

const FACTS = { id: 9, width: 80, height: 40 };
const PHOTO = new File(["x"], "grain.jpg", { type: "image/jpeg" });
const doc = { id: 1, count: 3, aid: null as string | null };
const tools = { name: "select", use: (name: string) => (tools.name = name) };
let commits: Command[];
let told: Pick<Notice, "sentence" | "action">[];
let selected: string[];
let answers: () => Promise<typeof FACTS>;
let chosen: (files: File[]) => void;

vi.mock("../stores/board/document", () => ({ useDocument: () => doc }));
vi.mock("../stores/board/activecontainer", () => ({
  useActiveContainer: () => ({ active: "layer-2" }),
}));
vi.mock("../stores/board/edits", () => ({
  useEdits: () => ({ commit: (command: Command) => commits.push(command) }),
}));
vi.mock("../stores/board/selection", () => ({
  useSelection: () => ({
    get selected() {
      return selected;
    },
    select: (ids: string[]) => (selected = ids),
  }),
}));
vi.mock("../session/notices", () => ({
  useNotices: () => ({
    tell: (sentence: string, action?: Notice["action"]) =>
      told.push(action ? { sentence, action } : { sentence }),
    closeAll: () => (told = []),
  }),
}));
vi.mock("./tools", () => ({ useTools: () => tools }));
vi.mock("../api/client", async (original) => ({
  ...(await original<typeof client>()),
  createFromFile: () => answers(),
}));
vi.mock("../lib/filepicker", () => ({
  PICTURES: "image/png",
  askForFiles: (_: string, taken: (files: File[]) => void) => (chosen = taken),
}));

const kinds = (): string[] => commits.map((c) => c.kind);
const act = (): void => told.at(-1)?.action?.run();

beforeEach(() => {
  setActivePinia(createPinia());
  [commits, told, selected] = [[], [], ["old"]];
  [doc.id, doc.count, doc.aid, tools.name] = [1, 3, null, "select"];
  answers = () => Promise.resolve(FACTS);
});

test("on a drawing it is an item where it was dropped, which can become a reference", async () => {
  await usePictures().bring([PHOTO], [5, 6]);
  const [placed] = commits;
  expect(placed).toMatchObject({
    kind: "place_picture",
    picture: 9,
    called: "grain.jpg",
    pixels: [80, 40],
    at: [5, 6],
    container: "layer-2",
  });
  expect(selected).toEqual([placed?.kind === "place_picture" ? placed.item : ""]);
  const items = [...selected];
  expect(told.map((n) => n.action?.label)).toEqual(["Use as reference"]);
  act();
  expect(commits[1]).toEqual({ kind: "delete_items", items });
  expect(kinds()).toEqual(["place_picture", "delete_items", "add_reference"]);
  expect([tools.name, selected]).toEqual(["reference", []]);
});

test("an empty drawing, or the tool of references, takes it to trace; that can become an item", async () => {
  doc.count = 0;
  await usePictures().bring([PHOTO]);
  expect(kinds()).toEqual(["add_reference"]);
  expect(doc.aid).not.toBeNull();
  act();
  expect(kinds()).toEqual(["add_reference", "delete_reference", "place_picture"]);
  [doc.count, tools.name] = [3, "reference"];
  await usePictures().bring([PHOTO]);
  expect(kinds().at(-1)).toBe("add_reference");
});

test("asked for as an item it is one, whatever is drawn; several come one after the other", async () => {
  doc.count = 0;
  usePictures().askToPlace();
  chosen([PHOTO, new File(["y"], "")]);
  await vi.waitFor(() => expect(kinds()).toEqual(["place_picture", "place_picture"]));
  expect(commits[1]).toMatchObject({ called: "Pasted picture" });
});

test("items are filled with one that is chosen; with none chosen nothing happens", async () => {
  usePictures().askToFill(["a", "b"]);
  chosen([]);
  chosen([PHOTO]);
  await vi.waitFor(() =>
    expect(commits).toEqual([
      { kind: "set_picture", items: ["a", "b"], picture: 9, pixels: [80, 40] },
    ]),
  );
});

test("a refusal is told, and a drawing that was left gets nothing", async () => {
  answers = () => Promise.reject(new ApiError("not_a_picture", "That is no picture.", 422));
  await usePictures().bring([PHOTO]);
  expect(told.map((n) => n.sentence)).toEqual(["That is no picture."]);
  answers = () => {
    doc.id = 2;
    return Promise.resolve(FACTS);
  };
  await usePictures().bring([PHOTO]);
  expect(told.at(-1)?.sentence).toContain("You left the drawing");
  expect(commits).toEqual([]);
});

test("while others are read it is asked again", async () => {
  vi.useFakeTimers();
  vi.stubGlobal("window", globalThis);
  let left = 2;
  answers = () =>
    left-- > 0 ? Promise.reject(new ApiError("busy", "Busy.", 503)) : Promise.resolve(FACTS);
  const brought = usePictures().bring([PHOTO]);
  await vi.runAllTimersAsync();
  await brought;
  expect(kinds()).toEqual(["place_picture"]);
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
