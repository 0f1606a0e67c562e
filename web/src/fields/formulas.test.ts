// @vitest-environment jsdom
// Formulas in fields: told from plain values, completed while they are typed, refused in place.
import { flushPromises, mount } from "@vue/test-utils";
import { createPinia, setActivePinia } from "pinia";
import PrimeVue from "primevue/config";
import { beforeEach, expect, test, vi } from "vitest";
import { ApiError } from "../api/client";
import TypedField from "./TypedField.vue";
import { completions, definition, FORMULAS, isFormula, wordAt, type Formulas } from "./formulas";

const told: string[] = [];
vi.mock("../session/notices", () => ({
  useNotices: () => ({ tell: (sentence: string) => told.push(sentence) }),
}));
vi.mock("../core", () => ({ core: { read: (text: string) => Promise.resolve(parseFloat(text)) } }));

const WORDS = ["r", "radius", "gap", "rim.width", "round("].map((word) => ({ word, meaning: "" }));
let asked: unknown[][];
let bound: ReturnType<Formulas["bound"]>;
let refuses: string;

const formulas: Formulas = {
  unit: "mm",
  bound: () => bound,
  follow: (...asks) => {
    asked.push(["follow", ...asks]);
    return refuses ? Promise.reject(new ApiError("bad_formula", refuses, 422)) : Promise.resolve();
  },
  define: (...asks) => {
    asked.push(["define", ...asks]);
    return Promise.resolve();
  },
  value: (...asks) => {
    asked.push(["value", ...asks]);
    return Promise.resolve(7);
  },
  words: () => Promise.resolve(WORDS),
};
const TARGETS: [string, string][] = [["plate", "dials.radius"]];

beforeEach(() => {
  setActivePinia(createPinia());
  document.body.innerHTML = "";
  [asked, bound, refuses] = [[], null, ""];
  told.length = 0;
});

function field(more: object = {}) {
  return mount(TypedField, {
    props: { value: 12, label: "Radius", suffix: "", binds: TARGETS, ...more },
    global: { plugins: [PrimeVue], provide: { [FORMULAS as symbol]: formulas } },
    attachTo: document.body,
  });
}
async function type(made: ReturnType<typeof field>, text: string, ...keys: string[]) {
  const input = made.find("input");
  await input.trigger("focus");
  await input.setValue(text);
  await flushPromises();
  for (const key of keys) await input.trigger("keydown", { key });
  await flushPromises();
  return input;
}
const listed = (): string[] =>
  [...document.querySelectorAll("[role=option] b")].map((e) => e.textContent);

test("what names anything is a formula; units alone are none", () => {
  for (const text of ["=2", "r", "2*r + 1 mm", "größe", "sin(30)"])
    expect(isFormula(text)).toBe(true);
  for (const text of ["12", "1/8 in", "12 mm", "30 deg", "50%", "*2", ""])
    expect(isFormula(text)).toBe(false);
});

test("a new measure is told from a formula", () => {
  expect(definition("r = 6 mm")).toEqual({ name: "r", formula: "6 mm" });
  expect(definition(" größe_2= r*2 ")?.name).toBe("größe_2");
  for (const text of ["=r", "2r = 6", "r =", "r"]) expect(definition(text)).toBeNull();
});

test("words go on from the one at the caret, the shortest first", () => {
  expect(wordAt("2*ra + 1", 4)).toEqual({ word: "ra", start: 2 });
  expect(wordAt("2*rim.w", 7)).toEqual({ word: "rim.w", start: 2 });
  expect(completions(WORDS, "R").map((w) => w.word)).toEqual([
    "r",
    "radius",
    "round(",
    "rim.width",
  ]);
  expect(completions(WORDS, "r").map((w) => w.word)).not.toContain("r");
  expect(completions(WORDS, "", 2)).toHaveLength(2);
});

test("a formula binds the numbers that the field is; a plain value is typed as ever", async () => {
  const made = field();
  await (await type(made, "=2*r")).trigger("blur");
  await flushPromises();
  expect(asked).toEqual([["follow", TARGETS, "=2*r", "mm"]]);
  await (await type(made, "5")).trigger("blur");
  await flushPromises();
  expect(made.emitted("typed")).toEqual([[5]]);
  await (await type(made, "r = 6 mm")).trigger("blur");
  await flushPromises();
  expect(asked[1]).toEqual(["define", TARGETS, "r", "6 mm", "mm"]);
});

test("where nothing can stay bound a formula is worked out once", async () => {
  const made = field({ binds: undefined, suffix: "°" });
  await (await type(made, "r*2")).trigger("blur");
  await flushPromises();
  expect(asked).toEqual([["value", "r*2", "mm", "angle"]]);
  expect(made.emitted("typed")).toEqual([[7]]);
});

test("a bound field shows its formula with the focus, and lets go when that is cleared", async () => {
  bound = { formula: "=2*r", problem: "", mixed: false };
  const made = field();
  const input = made.find("input");
  expect([input.element.value, input.attributes("title")]).toEqual(["12", "Follows 2*r"]);
  await input.trigger("focus");
  expect(input.element.value).toBe("=2*r");
  await input.trigger("blur");
  await flushPromises();
  expect(asked).toEqual([]); // nothing was changed
  await (await type(made, "")).trigger("blur");
  await (await type(made, "=")).trigger("blur");
  await (await type(made, "9")).trigger("blur");
  await flushPromises();
  expect(asked.map((a) => a[2])).toEqual(["", "", "9"]);
});

test("what is refused stands below the field until it is typed again", async () => {
  refuses = "Nothing is called “q”.";
  const made = field();
  await (await type(made, "=q")).trigger("blur");
  await flushPromises();
  expect(document.querySelector("[role=alert]")?.textContent).toBe(refuses);
  expect(made.find("input").attributes("aria-invalid")).toBe("true");
  await type(made, "=r");
  expect(document.querySelector("[role=alert]")).toBeNull();
  expect(told).toEqual([]);
});

test("names complete: Tab takes the first, arrows and Enter another, Esc none", async () => {
  const made = field();
  const input = await type(made, "=2*ra");
  expect(listed()).toEqual(["radius"]);
  await input.trigger("keydown", { key: "Tab" });
  expect(input.element.value).toBe("=2*radius");
  await type(made, "=r", "ArrowDown", "ArrowDown", "Enter");
  expect(input.element.value).toBe("=round(");
  await type(made, "=r", "Escape");
  expect([input.element.value, listed()]).toEqual(["=r", []]);
  await type(made, "=r", "Enter"); // what is typed whole is meant
  await input.trigger("blur");
  await flushPromises();
  expect(asked.at(-1)?.[2]).toBe("=r");
});

test("the present value can be named", async () => {
  const made = field();
  await type(made, "=");
  document
    .querySelector("[data-testid=formula-help] button")
    ?.dispatchEvent(new Event("pointerdown", { bubbles: true }));
  await flushPromises();
  const { value, selectionStart, selectionEnd } = made.find("input").element;
  expect([value, selectionStart, selectionEnd]).toEqual(["name = 12", 0, 4]);
});
