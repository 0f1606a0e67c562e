// @vitest-environment jsdom
// Parts with a memory or a timing of their own: names in place, parts that fold, sliders.
import { mount } from "@vue/test-utils";
import PrimeVue from "primevue/config";
import { beforeEach, expect, test, vi } from "vitest";
import { h, nextTick } from "vue";
import NameField from "../ui/NameField.vue";
import DialSlider from "../ui/DialSlider.vue";
import FoldPart from "../ui/FoldPart.vue";

const kept = new Map<string, string>();
vi.mock("../lib/settings", () => ({
  remember: (key: string, value: string) => kept.set(key, value),
  remembered: (key: string) => kept.get(key) ?? null,
}));
const global = { plugins: [PrimeVue] };
beforeEach(() => kept.clear());

function name() {
  return mount(NameField, {
    props: { name: "Bridge", label: "Name" },
    slots: { default: ({ edit }: { edit: () => void }) => h("b", { onClick: edit }, "Bridge") },
    global,
    attachTo: document.body,
  });
}

test("a name is edited in place, with all of it selected, and kept by Enter", async () => {
  const field = name();
  await field.find("b").trigger("click");
  await nextTick();
  const input = field.find("input");
  const { selectionStart, selectionEnd } = input.element;
  expect([input.element.value, selectionStart, selectionEnd]).toEqual(["Bridge", 0, 6]);
  await input.setValue("Bridge plate");
  await input.trigger("keydown.enter");
  await input.trigger("blur"); // as the field goes
  expect(field.emitted("renamed")).toEqual([["Bridge plate"]]);
  expect(field.find("input").exists()).toBe(false);
  field.unmount();
});

test("leaving the field keeps a name, Esc does not, and the same name is none", async () => {
  const field = name();
  const typed = async (text: string, end: string): Promise<void> => {
    await field.find("b").trigger("click");
    await field.find("input").setValue(text);
    await field.find("input").trigger(end);
  };
  await typed("Top", "keydown.esc");
  await typed("Bridge", "blur");
  expect(field.emitted("renamed")).toBeUndefined();
  await typed("Top", "blur");
  expect(field.emitted("renamed")).toEqual([["Top"]]);
  field.unmount();
});

test("a part is as it was left, and says so", async () => {
  const made = (more: object = {}) =>
    mount(FoldPart, {
      props: { heading: "Guides", ...more },
      slots: { default: () => h("i", "inside") },
    });
  const part = made();
  expect([part.find("i").exists(), part.emitted("opened")]).toEqual([false, [[false]]]);
  const details = part.find("details");
  details.element.open = true;
  await details.trigger("toggle");
  expect([part.find("i").exists(), part.emitted("opened")]).toEqual([true, [[false], [true]]]);
  expect(made().find("i").exists()).toBe(true);
  details.element.open = false;
  await details.trigger("toggle");
  expect(made({ unfolded: true }).find("i").exists()).toBe(false); // what was left counts
  kept.clear();
  expect(made({ unfolded: true }).find("i").exists()).toBe(true);
});

test("a slider tells where it is, and once that it was let go by a click or a key", async () => {
  const slider = mount(DialSlider, {
    props: { label: "Corner radius", value: 3, min: 0, max: 10, step: 1 },
    global,
  });
  const handle = slider.find("[role=slider]");
  expect(handle.attributes("aria-label")).toBe("Corner radius");
  expect(handle.attributes("aria-valuenow")).toBe("3");
  await handle.trigger("keydown", { code: "ArrowRight" });
  await handle.trigger("keyup", { code: "ArrowRight" });
  expect(slider.emitted("slide")).toEqual([[4]]);
  expect(slider.emitted("release")).toHaveLength(1);
  await slider.find(".slider").trigger("click");
  expect(slider.emitted("slide")).toHaveLength(1);
});
