// @vitest-environment jsdom
import { mount } from "@vue/test-utils";
import { beforeEach, expect, test, vi } from "vitest";
import { ref } from "vue";
import { testContext, type TestContext } from "../acts/tests/context";
import ActButton from "./ActButton.vue";

let at: TestContext;
const shown: unknown[] = [];
const preview = { offer: (edit: unknown) => shown.push(edit), end: () => shown.push(null) };
vi.mock("../acts/context", () => ({ useActContext: () => at.c }));
vi.mock("../theme/night", () => ({ night: ref(false), toggleNight: () => undefined }));
vi.mock("../stores/board/preview", () => ({ usePreview: () => preview }));

beforeEach(() => {
  at = testContext();
  at.board.frame = { corners: [[0, 0]] };
  shown.length = 0;
});

test("a button that shows what it does can be pressed, though what shows can no longer be done to", async () => {
  const button = mount(ActButton, { props: { act: "rotate_right" } });
  await button.trigger("focus");
  expect(shown).toHaveLength(1);
  at.board.frame = null; // as in the drawing that shows now
  await button.trigger("click");
  expect([at.log, at.commits.map(([command]) => command.kind)]).toEqual([[], ["rotate_items"]]);
});

test("one that cannot be done is disabled and shows nothing", async () => {
  at.board.frame = null;
  const button = mount(ActButton, { props: { act: "rotate_right" } });
  expect(button.attributes("disabled")).toBeDefined();
  await button.trigger("focus");
  expect([shown, at.commits]).toEqual([[], []]);
});

test("its name holds the words that are seen on it", () => {
  const named = (label: string): string | undefined =>
    mount(ActButton, { props: { act: "rotate_right", label } }).attributes("aria-label");
  expect([named("↻ 90°"), named("Turn")]).toEqual(["Rotate 90° right", "Turn: Rotate 90° right"]);
});
