import { createPinia, setActivePinia } from "pinia";
import { beforeEach, expect, test, vi } from "vitest";
import { ApiError } from "../../api/client";
import type { Command, TextMark } from "../../api/types";

const post = vi.hoisted(() => vi.fn());
const board = vi.hoisted(() => ({
  id: 1,
  active: "layer-1",
  selectedItems: [] as unknown[],
  commits: [] as Command[],
  previews: [] as Command[],
  drawable: (id: string) => ({ id, words: said }),
  saved: (id: string) => ({ id, words: said }),
  select: () => undefined,
  show: (command: Command) => board.previews.push(command),
  end: () => undefined,
  commit: (command: Command) => board.commits.push(command),
  expect: (known: Promise<void>) => known,
}));
const said = vi.hoisted(() => ({
  text: "Reed",
  font: "zoo",
  font_name: "Zoo",
  kerning: true,
  ligatures: true,
})) as TextMark;
vi.mock("../board/document", () => ({ useDocument: () => board }));
vi.mock("../board/selection", () => ({ useSelection: () => board }));
vi.mock("../board/preview", () => ({ usePreview: () => board }));
vi.mock("../board/activecontainer", () => ({ useActiveContainer: () => board }));
vi.mock("../board/edits", () => ({ useEdits: () => board }));
vi.mock("../../api/client", async (real) => ({ ...(await real<object>()), post }));

vi.stubGlobal("window", globalThis);
const { useText } = await import("./text");
const away = new ApiError("no_connection", "away", 0);
const wrong = new ApiError("no_text", "no", 422, { final: true });
const texts = (): string[] =>
  board.commits.flatMap((c) => (c.kind === "edit_text" ? c.texts.map((s) => s.text) : []));

beforeEach(() => {
  setActivePinia(createPinia());
  vi.useFakeTimers();
  board.commits.length = 0;
  board.previews.length = 0;
  post
    .mockReset()
    .mockImplementation((_: string, body: { text: string }) =>
      Promise.resolve({ lines: [body.text] }),
    );
});

test("what is typed shows, is kept once it rests, and is asked for once", async () => {
  const lettering = useText();
  lettering.type(["w"], "Reeds");
  await vi.advanceTimersByTimeAsync(0);
  expect(board.previews).toHaveLength(1);
  lettering.keepTyped();
  await vi.advanceTimersByTimeAsync(0);
  expect([texts(), lettering.typed, post.mock.calls.length]).toEqual([["Reeds"], null, 1]);
});

test("away from the server it stays in the field and is kept later, also of what is no more selected", async () => {
  const lettering = useText();
  post.mockRejectedValue(away);
  lettering.type(["a"], "First");
  lettering.keepTyped();
  await vi.advanceTimersByTimeAsync(10);
  expect([lettering.typed?.text, texts()]).toEqual(["First", []]);
  lettering.type(["b"], "Second");
  lettering.keepTyped();
  await vi.advanceTimersByTimeAsync(10);
  post.mockResolvedValue({ lines: [] });
  await vi.advanceTimersByTimeAsync(4000);
  expect(texts().sort()).toEqual(["First", "Second"]);
  await vi.advanceTimersByTimeAsync(9000);
  expect(texts()).toHaveLength(2);
});

test("what was typed on, left, or is refused for good is not tried again", async () => {
  const lettering = useText();
  post.mockRejectedValue(away);
  lettering.type(["w"], "Old");
  lettering.keepTyped();
  await vi.advanceTimersByTimeAsync(10);
  post.mockResolvedValue({ lines: [] });
  lettering.type(["w"], "New");
  await vi.advanceTimersByTimeAsync(4000);
  expect(texts()).toEqual([]);
  lettering.leaveTyped();
  await vi.advanceTimersByTimeAsync(4000);
  expect([texts(), lettering.typed]).toEqual([[], null]);
  post.mockRejectedValue(wrong);
  lettering.type(["w"], "Wrong");
  lettering.keepTyped();
  await vi.advanceTimersByTimeAsync(9000);
  expect([texts(), lettering.typed?.text]).toEqual([[], "Wrong"]);
});

test("nothing, or the same, is not kept", async () => {
  const lettering = useText();
  for (const text of ["  ", "Reed"]) {
    lettering.type(["w"], text);
    lettering.keepTyped();
    await vi.advanceTimersByTimeAsync(10);
    expect([texts(), lettering.typed]).toEqual([[], null]);
  }
});
