// @vitest-environment jsdom
import { mount } from "@vue/test-utils";
import PrimeVue from "primevue/config";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { defineComponent, h } from "vue";
import type { Command } from "../api/types";
import ActionButton from "./ActionButton.vue";
import TypedField from "./TypedField.vue";
import { useSliding } from "./sliding";

let log: string[];
let reads: (text: string) => Promise<number>;

vi.mock("../stores/board/preview", () => ({
  usePreview: () => ({
    offer: () => log.push("preview"),
    show: () => log.push("preview"),
    end: () => log.push("end"),
  }),
}));
vi.mock("../stores/board/edits", () => ({
  useEdits: () => ({ commit: () => log.push("commit") }),
}));
vi.mock("../stores/board/selection", () => ({ useSelection: () => ({ anchors: [] }) }));
vi.mock("../stores/board/document", () => ({ useDocument: () => ({}) }));
vi.mock("../core", () => ({ core: { read: (text: string) => reads(text) } }));
vi.mock("../session/notices", () => ({
  useNotices: () => ({ tell: (sentence: string) => log.push(sentence) }),
}));
const REVERSE: Command = { kind: "reverse_outlines", items: ["a"] };
const global = { plugins: [PrimeVue] };
const enters = { movementX: 1, movementY: 0 };
beforeEach(() => {
  log = [];
  reads = (text) => Promise.resolve(Number(text));
});
afterEach(() => vi.restoreAllMocks());

test("a button shows what it would do under the pointer, and takes it with it when it goes", async () => {
  const button = mount(ActionButton, { props: { label: "Reverse", command: REVERSE }, global });
  await button.trigger("pointermove", enters);
  expect(log).toEqual(["preview"]);
  button.unmount();
  expect(log).toEqual(["preview", "end"]);
});

test("one that shows nothing leaves the preview of others alone when it goes", async () => {
  const button = mount(ActionButton, { props: { label: "Reverse", command: REVERSE }, global });
  await button.trigger("pointermove", enters);
  await button.trigger("pointerleave");
  button.unmount();
  expect(log).toEqual(["preview", "end"]);
});

test("a slider that goes while it is dragged takes what it shows with it", () => {
  const made = (act: (sliding: ReturnType<typeof useSliding>) => void) =>
    mount(
      defineComponent(() => {
        act(useSliding(() => REVERSE));
        return () => h("i");
      }),
    );
  made((s) => s.slide(3)).unmount();
  expect(log).toEqual(["preview", "end"]);
  log = [];
  made((s) => {
    s.slide(3);
    s.release();
  }).unmount();
  expect(log).toEqual(["preview", "commit"]);
});

test("a field whose reading failed once reads on", async () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  const field = mount(TypedField, { props: { value: 1, label: "Width" }, global });
  const typed = async (text: string): Promise<void> => {
    await field.get("input").setValue(text);
    await field.get("input").trigger("blur");
    await (field.vm as unknown as { settled: () => Promise<void> }).settled();
  };
  reads = () => Promise.reject(new TypeError("cannot read properties of null"));
  await typed("7");
  expect(field.emitted("typed")).toBeUndefined();
  reads = (text) => Promise.resolve(Number(text));
  await typed("8");
  expect(field.emitted("typed")).toEqual([[8]]);
});
