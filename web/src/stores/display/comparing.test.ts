import { createPinia, setActivePinia } from "pinia";
import { beforeEach, expect, test, vi } from "vitest";
import { reactive } from "vue";
import { useComparing } from "./comparing";

const board = reactive({ sheet: { references: [] as { hidden: boolean }[] } });
const view = { size: [800, 600], pan: vi.fn() };
const told: string[] = [];
vi.mock("../board/document", () => ({ useDocument: () => board }));
vi.mock("./view", () => ({ useView: () => view }));
vi.mock("../../session/notices", () => ({
  useNotices: () => ({ tell: (text: string) => told.push(text) }),
}));

let comparing: ReturnType<typeof useComparing>;
beforeEach(() => {
  setActivePinia(createPinia());
  view.pan.mockClear();
  told.length = 0;
  board.sheet.references = [{ hidden: false }];
  comparing = useComparing();
});

test("the key goes through all ways; side by side the middle moves to the middle of its half", () => {
  const ways = [1, 2, 3].map(() => (comparing.next(), comparing.mode));
  expect(ways).toEqual(["beside", "swept", "off"]);
  expect(view.pan.mock.calls).toEqual([[[-200, 0]], [[200, 0]]]);
});

test("without a picture that shows there is nothing to compare with, which is said", () => {
  board.sheet.references = [{ hidden: true }];
  comparing.next();
  expect([comparing.mode, told.length, view.pan.mock.calls.length]).toEqual(["off", 1, 0]);
});

test("a picture that is hidden ends it, and shown again it goes on", () => {
  comparing.compare("swept");
  board.sheet.references = [{ hidden: true }];
  expect(comparing.mode).toBe("off");
  board.sheet.references = [{ hidden: false }];
  expect(comparing.mode).toBe("swept");
});

test("the edge stays on the canvas", () => {
  for (const [x, part] of [
    [400, 0.5],
    [-50, 0.02],
    [900, 0.98],
  ] as const) {
    comparing.moveEdge(x);
    expect(comparing.edge).toBe(part);
  }
});
