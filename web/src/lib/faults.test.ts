// @vitest-environment jsdom
import { expect, test, vi } from "vitest";
import { createApp, defineComponent, h } from "vue";
import { ApiError } from "../api/client";
import { fault, watchFaults } from "./faults";

test("what nobody has foreseen is said once; what the server could not do in its own words", () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  const told: [string, string | undefined][] = [];
  const broken = defineComponent(() => {
    throw new TypeError("x is null");
  });
  const app = createApp(defineComponent(() => () => h(broken)));
  watchFaults(app, (sentence, action) => told.push([sentence, action?.label]));
  app.mount(document.createElement("div"));
  fault(new TypeError("y is null"));
  window.dispatchEvent(new ErrorEvent("error", { error: new Error("z") }));
  fault(new ApiError("busy", "Others are read.", 503));
  expect(told).toEqual([
    [expect.stringContaining("What was saved is safe"), "Reload"],
    ["Others are read.", undefined],
  ]);
  expect(console.error).toHaveBeenCalledTimes(3);
});
