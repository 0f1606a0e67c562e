import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { shallowReactive } from "vue";
import type { Command } from "../../api/types";
import type { PendingEdit } from "../../core/pendingedit";
import { EditQueue } from "./editqueue";

vi.mock("../../core", () => ({
  localDrawing: { there: false, queue: () => Promise.resolve(null) },
}));

const MOVE: Command = { kind: "move_items", items: ["a"], dx: 1, dy: 0 } as never;
const HIDE: Command = { kind: "hide_items", items: ["a"], hidden: true };
let log: string[];
let sent: PendingEdit[];
let drawing: number;
let meets: (command: Command) => Promise<Command>;
let queue: EditQueue;

const post = {
  boxes: shallowReactive(new Map<number, never>()),
  prepare: (of: number) => {
    log.push(`stored for ${of}`);
    return (now: PendingEdit) => {
      log.push(`sent for ${of}`);
      sent.push(now);
    };
  },
};
const choice = {
  items: { value: ["a"] },
  message: { value: "" },
  query: () => ({ selection: [] }),
};
const preview = {
  aimOf: () => ({}),
  hold: () => undefined,
  heldBy: { value: null as object | null },
  over: () => {
    preview.heldBy.value = null;
  },
  clear: () => log.push("cleared"),
  aimed: (_: unknown, command: Command) => {
    log.push("asked");
    return meets(command);
  },
};
const history = { undo: { value: null }, redo: { value: null }, queued: { value: null } };

const settled = (): Promise<void> => vi.waitFor(() => expect(queue.aims.value).toBe(0));

beforeEach(() => {
  [log, sent, drawing] = [[], [], 7];
  meets = (command) => Promise.resolve(command);
  queue = new EditQueue(
    () => drawing,
    post as never,
    {} as never,
    choice as never,
    preview as never,
    history as never,
    () => log.push("made"),
  );
});
afterEach(() => vi.restoreAllMocks());

test("what a formula holds is not done when the hand lets go of it", () => {
  for (const commit of [
    () => queue.commit(MOVE, false),
    () => queue.commitAimed({} as never, MOVE),
  ]) {
    preview.heldBy.value = { sentence: "x follows r + gap" };
    commit();
    expect([log.splice(0), sent]).toEqual([["cleared"], []]);
  }
  queue.commit(HIDE, false);
  expect(sent).toHaveLength(1);
});

test("an edit is stored before anything is asked about it", async () => {
  meets = (command) => Promise.resolve({ ...command, dx: 2 } as never);
  queue.commitAimed({} as never, MOVE);
  expect(log[0]).toBe("stored for 7");
  await settled();
  expect(log).toEqual(["stored for 7", "asked", "made", "sent for 7"]);
  expect(sent[0]).toMatchObject({ command: { dx: 2 } });
});

test("whatever goes wrong in the turn of an edit, it is sent, and so are those behind it", async () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  meets = () => Promise.reject(new TypeError("cannot read properties of null"));
  queue.commitAimed({} as never, MOVE);
  queue.commit(HIDE, false);
  queue.commitAimed({} as never, MOVE);
  expect(log.filter((l) => l.startsWith("stored"))).toHaveLength(3);
  await settled();
  expect(sent.map((l) => l.path === "commands" && l.command.kind)).toEqual([
    "move_items",
    "hide_items",
    "move_items",
  ]);
});

test("what fails of what was to be done once all is shown stops nothing", async () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  queue.after(() => Promise.reject(new Error("no")));
  queue.commit(HIDE, false);
  await settled();
  expect(sent).toHaveLength(1);
});

test("edits that first meet something go out in the order in which they were made", async () => {
  const opens: (() => void)[] = [];
  meets = (command) => new Promise((done) => opens.push(() => done(command)));
  queue.commitAimed({} as never, MOVE);
  queue.commit(HIDE, false);
  await vi.waitFor(() => expect(opens).toHaveLength(1));
  expect(sent).toEqual([]);
  opens[0]?.();
  await settled();
  expect(sent.map((l) => l.path === "commands" && l.command.kind)).toEqual([
    "move_items",
    "hide_items",
  ]);
});

test("an edit whose drawing was left goes to that drawing, and is not shown in the next", async () => {
  let opens = (): void => undefined;
  meets = (command) => new Promise((done) => (opens = () => done(command)));
  queue.commitAimed({} as never, MOVE);
  queue.go("undo", () => log.push("nothing"));
  await vi.waitFor(() => expect(log).toContain("asked"));
  drawing = 8;
  opens();
  await settled();
  expect(log).toEqual(["stored for 7", "asked", "sent for 7"]);
});

test("nudges of one drawing do not go on in the next", async () => {
  queue.commit(MOVE, true);
  queue.commit(MOVE, true);
  queue.forget();
  queue.commit(MOVE, true);
  await settled();
  const follows = sent.map((l) => (l.path === "commands" ? l.follows?.edit : null));
  expect(follows).toEqual([undefined, sent[0]?.id, undefined]);
});
