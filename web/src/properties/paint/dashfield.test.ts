// @vitest-environment jsdom
// Dashes as a row of lengths: plain ones, and such as follow measures.
import { flushPromises, mount } from "@vue/test-utils";
import { createPinia, setActivePinia } from "pinia";
import PrimeVue from "primevue/config";
import { beforeEach, expect, test, vi } from "vitest";
import type { Target } from "../../api/types";
import { FORMULAS } from "../../fields/formulas";
import DashField from "./DashField.vue";

vi.mock("../../session/notices", () => ({ useNotices: () => ({ tell: () => undefined }) }));
vi.mock("../../core", () => ({
  core: { read: (text: string) => Promise.resolve(parseFloat(text)) },
}));

let asked: unknown[][];
let follows: Record<string, string>;
const binds = (n: number): Target[] => [["a", `style.strokes.0.dashes.${n}`]];

beforeEach(() => {
  setActivePinia(createPinia());
  [asked, follows] = [[], {}];
});

async function typed(text: string, ...lengths: number[]) {
  const formulas = {
    bound: ([[, path]]: [Target]) => (follows[path] ? { formula: follows[path] } : null),
    follow: (targets: Target[], formula: string) => {
      asked.push([formula, ...targets.map(([, path]) => path.at(-1))]);
      return Promise.resolve();
    },
    value: () => Promise.resolve(8),
  };
  const made = mount(DashField, {
    props: { label: "Dashes", lengths, unit: { name: "px", size: 1, decimals: 2 }, binds },
    global: { plugins: [PrimeVue], provide: { [FORMULAS as symbol]: formulas } },
  });
  const input = made.find("input");
  await input.trigger("focus");
  const shown = input.element.value;
  await input.setValue(text);
  await input.trigger("blur");
  await flushPromises();
  return { shown, typed: made.emitted("typed") };
}

test("plain lengths part at spaces", async () => {
  expect((await typed("6 px 4 2", 1)).typed).toEqual([[[6, 4, 2]]]);
  expect(asked).toEqual([]);
});

test("formulas part at semicolons, and each stays with its length", async () => {
  expect((await typed("=2*r + 1 px; 4", 6, 4)).typed).toEqual([[[8, 4]]]);
  expect(asked).toEqual([["=2*r + 1 px", "0"]]);
});

test("what followed is shown as typed, and let go of before plain lengths are set", async () => {
  follows = { "style.strokes.0.dashes.1": "r" };
  const { shown, typed: lengths } = await typed("6 4", 6, 12);
  expect(shown).toBe("6; =r");
  expect([asked, lengths]).toEqual([[["", "1"]], [[[6, 4]]]]);
});
