// @vitest-environment jsdom
// Keys and events of the window: held keys, the pile under the pointer, the clipboard's keys.
import { mount } from "@vue/test-utils";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { defineComponent, h, nextTick, reactive } from "vue";
import { useHeldKeys } from "./holdkeys";
import { useClipboardKeys } from "./pasting";
import { usePileKey } from "./pile";

let log: string[];
const looking = reactive({ loupe: false, marksHidden: false, letAllGo: () => letGo() });
const cues = reactive({ letGo: false });
const comparing = reactive({ alone: false });
const tools = reactive({
  alt: false,
  pressing: false,
  pointer: null as [number, number] | null,
  active: "select",
  borrow: (on: boolean) => log.push(on ? "borrow" : "give back"),
});
const choosing = reactive({
  pile: ["a", "b"] as string[],
  listAt: null as [number, number] | null,
  beneath: "",
  below: (at: [number, number]) => log.push(`below ${at.join()}`),
  rest: (at: [number, number]) => log.push(`rest ${at.join()}`),
});
const clipboard = {
  copy: () => log.push("copy"),
  cut: () => log.push("cut"),
  paste: (text: string, inPlace: boolean) => log.push(`paste ${text}${inPlace ? " in place" : ""}`),
};
function letGo(): void {
  [looking.loupe, looking.marksHidden] = [false, false];
}
vi.mock("../../../stores/display/display", () => ({ useDisplay: () => looking }));
vi.mock("../../../stores/display/snapping", () => ({ useSnapping: () => cues }));
vi.mock("../../../stores/display/comparing", () => ({ useComparing: () => comparing }));
vi.mock("../../../tools/tools", () => ({ useTools: () => tools }));
vi.mock("../../../stores/editing/selecting", () => ({ useSelecting: () => choosing }));
vi.mock("../../../tools/clipboard", () => ({ useClipboard: () => clipboard }));
vi.mock("../../../stores/board/history", () => ({
  useHistory: () => ({ compare: (on: boolean) => log.push(on ? "back" : "now") }),
}));

let page: { unmount: () => void } | null = null;
const within = (act: () => void): void => {
  page = mount(
    defineComponent(() => {
      act();
      return () => h("input", { id: "field" });
    }),
    { attachTo: document.body },
  );
};
const press = (key: string, more: KeyboardEventInit = {}): KeyboardEvent => {
  const event = new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true, ...more });
  window.dispatchEvent(event);
  return event;
};
const release = (key: string): boolean =>
  window.dispatchEvent(new KeyboardEvent("keyup", { key, bubbles: true }));

beforeEach(() => {
  vi.useFakeTimers();
  log = [];
  Object.assign(tools, { alt: false, pressing: false, pointer: null, active: "select" });
  Object.assign(choosing, { pile: ["a", "b"], listAt: null, beneath: "" });
});
afterEach(() => {
  page?.unmount();
  page = null;
  vi.useRealTimers();
});

test("held keys act for as long as they are held", () => {
  within(useHeldKeys);
  expect(press("l").defaultPrevented).toBe(true);
  press("M"); // with caps lock
  press("n");
  press("4");
  expect([looking.loupe, looking.marksHidden, cues.letGo, comparing.alone]).toEqual([
    true,
    true,
    true,
    true,
  ]);
  for (const key of ["l", "m", "n", "4"]) release(key);
  expect([looking.loupe, looking.marksHidden, cues.letGo, comparing.alone]).toEqual([
    false,
    false,
    false,
    false,
  ]);
  press("k");
  release("k");
  expect(log).toEqual(["back", "now"]);
});

test("a key that repeats, or goes with Ctrl, or is another one, holds nothing", () => {
  within(useHeldKeys);
  press("l", { repeat: true });
  press("l", { ctrlKey: true });
  expect(press("x").defaultPrevented).toBe(false);
  expect(looking.loupe).toBe(false);
});

test("what is held ends when the window loses the keys, and with the page", () => {
  within(useHeldKeys);
  for (const key of ["l", "n", "4", "Alt", "Control"]) press(key);
  expect([looking.loupe, cues.letGo, comparing.alone, tools.alt]).toEqual([true, true, true, true]);
  window.dispatchEvent(new Event("blur"));
  expect([looking.loupe, cues.letGo, comparing.alone, tools.alt]).toEqual([
    false,
    false,
    false,
    false,
  ]);
  expect(log).toEqual(["borrow", "give back", "now"]);
  press("l");
  page?.unmount();
  page = null;
  expect(looking.loupe).toBe(false);
  press("l");
  expect(looking.loupe).toBe(false); // nobody listens any more
});

test("P picks what lies below; held it lists the pile for as long", () => {
  within(usePileKey);
  press("p");
  expect(log).toEqual([]); // there is no pointer
  tools.pointer = [4, 5];
  press("p");
  expect(log).toEqual(["below 4,5"]);
  expect(choosing.listAt).toBeNull();
  vi.advanceTimersByTime(350);
  expect(choosing.listAt).toEqual([4, 5]);
  release("p");
  expect(choosing.listAt).toBeNull();
});

test("the pile is not listed where there is none, nor after a short press or a blur", () => {
  within(usePileKey);
  tools.pointer = [4, 5];
  choosing.pile = [];
  press("p");
  vi.advanceTimersByTime(400);
  expect(choosing.listAt).toBeNull();
  choosing.pile = ["a"];
  for (const end of [() => release("p"), () => window.dispatchEvent(new Event("blur"))]) {
    press("p");
    end();
    vi.advanceTimersByTime(400);
    expect(choosing.listAt).toBeNull();
  }
  tools.active = "pen";
  press("p");
  expect(log).toHaveLength(3);
});

test("a pointer that rests is told what it cannot pick, one that moves or presses is not", async () => {
  within(usePileKey);
  tools.pointer = [1, 1];
  await nextTick();
  vi.advanceTimersByTime(200);
  tools.pointer = [2, 2];
  await nextTick();
  vi.advanceTimersByTime(299);
  expect(log).toEqual([]);
  vi.advanceTimersByTime(1);
  expect(log).toEqual(["rest 2,2"]);
  tools.pressing = true;
  tools.pointer = [3, 3];
  await nextTick();
  vi.advanceTimersByTime(900);
  expect(log).toHaveLength(1);
});

function clip(name: string, data: object = {}, target: EventTarget = window): Event {
  const event = new Event(name, { bubbles: true, cancelable: true });
  Object.assign(event, { clipboardData: data });
  target.dispatchEvent(event);
  return event;
}
const texts = (told: Record<string, string>) => ({ getData: (kind: string) => told[kind] ?? "" });

test("the clipboard's keys copy, cut and paste items, and leave fields their own", () => {
  within(() => useClipboardKeys(() => undefined));
  expect(clip("copy").defaultPrevented).toBe(true);
  clip("cut");
  press("v");
  clip("paste", texts({ "text/plain": "words", "image/svg+xml": "<svg/>" }));
  press("V", { shiftKey: true });
  clip("paste", texts({ "text/plain": "words" }));
  clip("paste", texts({}));
  expect(log).toEqual(["copy", "cut", "paste <svg/>", "paste words in place", "paste  in place"]);
  const field = document.getElementById("field") as HTMLElement;
  for (const name of ["copy", "cut", "paste"]) {
    expect(clip(name, texts({}), field).defaultPrevented).toBe(false);
  }
  expect(log).toHaveLength(5);
});

test("pictures that are pasted are brought, drawings that are files are pasted", async () => {
  const brought: File[][] = [];
  within(() => useClipboardKeys((files) => brought.push(files)));
  const photo = new File(["x"], "body.png", { type: "image/png" });
  const drawn = new File(["<svg>leaf</svg>"], "leaf.svg", { type: "image/svg+xml" });
  drawn.text = () => Promise.resolve("<svg>leaf</svg>");
  clip("paste", { ...texts({}), files: [photo] });
  expect(brought).toEqual([[photo]]);
  clip("paste", { ...texts({}), files: [photo, drawn] });
  await vi.advanceTimersByTimeAsync(0);
  expect(log).toEqual(["paste <svg>leaf</svg>"]);
});

test("words selected on the page are copied as such", () => {
  within(() => useClipboardKeys(() => undefined));
  vi.spyOn(window, "getSelection").mockReturnValue({
    toString: () => "a sentence",
  } as unknown as Selection);
  expect(clip("copy").defaultPrevented).toBe(false);
  vi.restoreAllMocks();
  expect(log).toEqual([]);
});
