import { createPinia, setActivePinia } from "pinia";
import { beforeEach, expect, test, vi } from "vitest";
import { reactive } from "vue";
import type { Point } from "../../api/types";
import { roundStep, useCrosshair, type Standing } from "../crosshair";
import type { Hit, Pointer } from "../tool";
import { key } from "./recording";

let log: string[];
let marks: Standing[];
let under: Hit | null;
const view = reactive({
  scale: 1,
  size: [800, 600] as Point,
  toScreen: (p: Point): Point => [p[0], p[1]],
  toSheet: (p: Point): Point => [p[0], p[1]],
  pan: (by: Point) => log.push(`pan ${by.join()}`),
});
const note = (what: string) => (p: Pointer) =>
  log.push(`${what} ${p.at.map((v) => +v.toFixed(3)).join()}`);
const hand = {
  down: note("down"),
  move: note("move"),
  up: note("up"),
  cancel: () => log.push("cancel"),
  continues: false,
  closesAt: (): Hit | null => null,
};
const tools = reactive({
  name: "pen",
  active: "pen",
  tool: hand,
  held: hand,
  pressed: () => hand,
  pressing: false,
  dragged: null as Hit | null,
  hit: null as Hit | null,
  pointer: null as Point | null,
  touch: () => undefined,
});
const snapping = reactive({ letGo: false });
vi.mock("../tools", () => ({ useTools: () => tools }));
vi.mock("../../stores/display/view", () => ({ useView: () => view }));
vi.mock("../../stores/display/snapping", () => ({ useSnapping: () => snapping }));
vi.mock("../../stores/display/catalogue", () => ({
  useCatalogue: () => ({ unit: () => ({ name: "px", size: 1 }) }),
}));
vi.mock("../../stores/board/document", () => ({ useDocument: () => ({ sheet: { unit: "px" } }) }));
vi.mock("../../stores/board/copies", () => ({
  useCopies: () => ({ toOriginal: (p: Point) => p, fromOriginal: (p: Point) => p }),
}));

let crosshair: ReturnType<typeof useCrosshair>;
const press = (name: string, more: KeyboardEventInit = {}): boolean =>
  crosshair.key(key(name, more) as KeyboardEvent);
beforeEach(() => {
  setActivePinia(createPinia());
  vi.useFakeTimers();
  vi.stubGlobal("window", globalThis);
  [log, marks, under] = [[], [], null];
  Object.assign(tools, { name: "pen", active: "pen", pressing: false, dragged: null, hit: null });
  hand.continues = false;
  hand.closesAt = () => null;
  crosshair = useCrosshair();
  crosshair.looksBy({ under: () => under, marks: () => marks });
});

test.each([
  [1, 8, 10],
  [1, 2, 2],
  [1, 0.3, 0.5],
  [3.7795, 8, 3.7795 * 5],
  [96, 8, 96 * 0.1],
])("a step of a unit of %d is at least %d and round: %d", (size, least, step) => {
  expect(roundStep({ size }, least)).toBeCloseTo(step, 9);
});

test("arrows show a crosshair and move it, by ten steps and by a tenth; Enter places there", () => {
  expect(press("ArrowRight")).toBe(true);
  expect(crosshair.at).toEqual([400, 300]);
  press("ArrowRight");
  press("ArrowDown", { shiftKey: true });
  press("ArrowLeft", { altKey: true });
  expect(crosshair.at).toEqual([409, 400]);
  expect(press("Enter")).toBe(true);
  expect(log).toEqual(["down 409,400", "up 409,400"]);
  expect([tools.pressing, snapping.letGo]).toEqual([false, false]);
});

test("what is dragged is begun and ended by Enter, and Esc puts it back; nothing snaps meanwhile", () => {
  Object.assign(tools, { name: "rectangle", active: "rectangle" });
  press("Enter");
  press("Enter");
  press("ArrowRight");
  expect([crosshair.pressed, snapping.letGo, tools.pressing]).toEqual([true, true, true]);
  press("Enter");
  expect(log).toEqual(["down 400,300", "move 410,300", "up 410,300"]);
  press("Enter");
  press("Escape");
  expect([log.at(-1), crosshair.pressed, crosshair.at]).toEqual(["cancel", false, [410, 300]]);
  expect([press("Escape"), crosshair.at, press("Escape")]).toEqual([true, null, false]);
});

test("C closes what is drawn, at its first anchor", () => {
  press("ArrowRight");
  expect(press("c", { code: "KeyC" })).toBe(false);
  hand.closesAt = () => ({ what: "anchor", item: "a", contour: 0, index: 0, at: [10, 20] });
  expect(press("c", { code: "KeyC" })).toBe(true);
  expect(log).toEqual(["down 10,20", "up 10,20"]);
});

test("arrows nudge what is selected, and move the mark that has the keys as one edit", () => {
  Object.assign(tools, { name: "select", active: "select" });
  expect(press("ArrowRight")).toBe(false);
  const peg = (at: Point): Standing => ({ hit: { what: "peg", item: "a", dial: "r", at }, at });
  const grip: Standing = { hit: { what: "grip", grip: "n", at: [5, 5] }, at: [5, 5] };
  marks = [grip, peg([100, 100])];
  crosshair.stepMark(-1);
  expect([crosshair.mark?.hit.what, tools.hit?.what]).toEqual(["peg", "peg"]);
  press("ArrowRight");
  press("ArrowRight");
  expect(log.splice(0)).toEqual(
    ["pan 0,0", "down 100,100", "move 110,100", "move 120,100"].slice(1),
  );
  vi.advanceTimersByTime(1000);
  expect(log.splice(0)).toEqual(["up 120,100"]);
  marks = [grip, peg([118, 100])]; // it went as far as it can
  crosshair.refresh();
  expect(crosshair.mark?.at).toEqual([118, 100]);
  crosshair.stepMark(1);
  expect(crosshair.mark?.hit.what).toBe("grip");
});

test("a position is typed at any moment: of the crosshair, of what is dragged, of a mark", () => {
  press("ArrowRight");
  crosshair.ask();
  expect(crosshair.typing).toBe(true);
  crosshair.typed([12.5, 40]);
  expect([crosshair.typing, crosshair.at]).toEqual([false, [12.5, 40]]);
  marks = [{ hit: { what: "guide", guide: "g", at: [0, 0] }, at: [0, 0] }];
  crosshair.stepMark(1);
  log = [];
  crosshair.typed([30, 50]);
  expect(log.filter((l) => !l.startsWith("pan"))).toEqual(["down 0,0", "move 30,50", "up 30,50"]);
});

test("the mouse takes over, and what the keys held is put back", () => {
  Object.assign(tools, { name: "line", active: "line" });
  press("ArrowRight");
  press("Enter");
  crosshair.hide();
  expect([log.at(-1), crosshair.place, snapping.letGo]).toEqual(["cancel", null, false]);
});
