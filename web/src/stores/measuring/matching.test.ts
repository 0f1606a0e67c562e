import { createPinia, setActivePinia } from "pinia";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { nextTick, reactive } from "vue";
import * as client from "../../api/client";
import type { Command } from "../../api/types";
import { useMatching } from "./matching";

const board = reactive({
  id: 1,
  version: 3,
  state: "saved",
  selected: [] as string[],
  previewing: null as Command | null,
  sheet: { references: [] as object[] },
  commit: vi.fn(),
  show: vi.fn(),
  end: vi.fn(),
});
const told: string[] = [];
/** What was asked and is not answered yet. */
let open: { path: string; body: Record<string, unknown>; answer: (with_: unknown) => void }[] = [];

vi.mock("../board/document", () => ({ useDocument: () => board }));
vi.mock("../board/selection", () => ({ useSelection: () => board }));
vi.mock("../board/preview", () => ({ usePreview: () => board }));
vi.mock("../board/edits", () => ({ useEdits: () => board }));
vi.mock("../../session/notices", () => ({
  useNotices: () => ({ tell: (text: string) => told.push(text) }),
}));
vi.mock("../../api/client", async (original) => ({
  ...(await original<typeof client>()),
  compute: (path: string, body: Record<string, unknown>) =>
    new Promise((resolve, reject) => {
      const answer = (found: unknown): void =>
        found instanceof Error ? reject(found) : resolve(found);
      open.push({ path, body, answer });
    }),
}));

const form = (pixel: number) => ({ traced_area: { paths: [], pixel }, colour: "#C4A076" });
const kept = (pixel: number) => ({
  kind: "set_traced_area",
  reference: "u",
  traced_area: { paths: [], pixel },
});

async function answer(found: unknown): Promise<void> {
  open.shift()?.answer(found);
  await new Promise((done) => setTimeout(done));
}

let matching: ReturnType<typeof useMatching>;
beforeEach(() => {
  setActivePinia(createPinia());
  vi.clearAllMocks();
  [open, told.length] = [[], 0];
  Object.assign(board, { id: 1, version: 3, state: "saved", selected: [], previewing: null });
  board.sheet = { references: [] };
  matching = useMatching();
});
afterEach(() => matching.$dispose());

test("a click finds a form and keeps it; one more place adds up, on another picture it does not", async () => {
  matching.find("u", [1, 2], false);
  expect(matching.finding).toBe(true);
  expect(open[0]?.path).toBe("/drawings/1/queries/traced-area");
  await answer(form(0.1));
  expect(board.commit).toHaveBeenCalledWith(kept(0.1));
  expect([matching.finding, matching.colour]).toEqual([false, "#C4A076"]);
  matching.find("u", [5, 6], true);
  expect(open[0]?.body.places).toEqual([
    [1, 2],
    [5, 6],
  ]);
  await answer(form(0.1));
  matching.find("other", [7, 8], true);
  expect(open[0]?.body.places).toEqual([[7, 8]]);
});

test("while the dial turns the newest form alone is shown, and kept once it is let go", async () => {
  matching.find("u", [1, 2], false);
  await answer(form(0.1));
  board.commit.mockClear();
  for (const colours of [30, 40, 50]) {
    matching.tolerance = colours;
    matching.look("show");
  }
  expect(open).toHaveLength(1);
  await answer(form(0.3));
  expect(board.show).not.toHaveBeenCalled(); // an older one
  expect(open[0]?.body.tolerance).toBe(50);
  await answer(form(0.5));
  expect(board.show).toHaveBeenCalledWith(kept(0.5));
  expect(board.commit).not.toHaveBeenCalled();
  matching.look();
  await answer(form(0.5));
  expect(board.commit).toHaveBeenCalledWith(kept(0.5));
});

test("what cannot be found is said once it is to be kept, and what was shown goes", async () => {
  const none = new client.ApiError("no_form", "Hardly anything there is of that colour.", 422);
  matching.find("u", [1, 2], false);
  await answer(form(0.1));
  matching.look("show");
  await answer(none);
  expect([told, board.end.mock.calls.length]).toEqual([[], 0]);
  matching.look();
  await answer(none);
  expect(told).toEqual([none.message]);
  expect(board.end).toHaveBeenCalledOnce();
  expect(matching.finding).toBe(false);
});

test("what is found for a drawing that was left is not kept in another one", async () => {
  matching.find("u", [1, 2], false);
  matching.look();
  board.id = 2;
  await nextTick();
  expect([matching.seeds, matching.finding]).toEqual([null, false]);
  await answer(form(0.1));
  expect(open).toEqual([]);
  expect(board.commit).not.toHaveBeenCalled();
  matching.look();
  expect(open).toEqual([]);
});

test("the match is asked for what is kept or dragged, and an answer for others is not shown", async () => {
  board.sheet = { references: [{ id: "u", hidden: false, traced_area: { paths: [], pixel: 1 } }] };
  board.state = "waiting";
  board.selected = ["a"];
  await nextTick();
  expect(open).toEqual([]);
  board.previewing = { kind: "move_items", items: ["a"], by: [1, 0] } as Command;
  await nextTick();
  expect(open[0]?.body).toEqual({ items: ["a"], reference: "u", command: board.previewing });
  board.selected = ["b"];
  await answer({ overlap: 0.5 });
  expect(matching.mark).toBeNull();
  expect(open[0]?.body.items).toEqual(["b"]);
  await answer({ overlap: 0.7 });
  expect(matching.mark).toEqual({ overlap: 0.7 });
  board.version += 1;
  await nextTick();
  await answer(new client.ApiError("nothing_to_match", "None of what is selected is closed.", 422));
  expect([matching.mark, matching.refused]).toEqual([null, "None of what is selected is closed."]);
  board.selected = [];
  await nextTick();
  expect(matching.refused).toBe("");
});

test("an answer about the match that was lost is asked for again, one that was refused is not", async () => {
  vi.useFakeTimers({ toFake: ["setTimeout"] });
  board.sheet = { references: [{ id: "u", hidden: false, traced_area: { paths: [], pixel: 1 } }] };
  board.selected = ["a"];
  await nextTick();
  open.shift()?.answer(new client.ApiError("busy", "The server is busy.", 503));
  await vi.advanceTimersByTimeAsync(0);
  await vi.advanceTimersByTimeAsync(1000);
  expect(open).toHaveLength(1);
  open.shift()?.answer({ overlap: 0.9 });
  await vi.advanceTimersByTimeAsync(1000);
  expect([matching.mark, open]).toEqual([{ overlap: 0.9 }, []]);
  vi.useRealTimers();
});
