// @vitest-environment jsdom
import { mount } from "@vue/test-utils";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { defineComponent, h, ref } from "vue";
import type { Point } from "../../api/types";
import type { Hit, Pointer } from "../../tools/tool";
import { useCanvasPointer } from "./pointer";

let log: string[];
let places: Point[];
let last: Pointer | null;
const note = (what: string) => (p: Pointer) => {
  log.push(`${what} ${p.screen.join()}`);
  places.push(p.at);
  last = p;
};
const held = {
  down: note("down"),
  move: note("move"),
  up: note("up"),
  cancel: () => log.push("cancel"),
};
const tools = {
  pointer: null as Point | null,
  hit: null as Hit | null,
  dragged: null as Hit | null,
  alt: false,
  pressing: false,
  touch: () => undefined,
  tool: { cursor: "crosshair", hover: note("hover"), double: note("double"), continues: false },
  held,
  pressed: () => held,
  erasing: () => held,
};
const board = {
  selected: [] as string[],
  anchors: [] as unknown[],
  select: (items: string[]) => log.push(`select ${items.join()}`),
  toOriginal: (at: Point) => at,
  takeCopy: (path: number[]) => log.push(`image ${path.join()}`),
};
const view = {
  size: [400, 300],
  scale: 2,
  toSheet: ([x, y]: Point): Point => [x / 2, y / 2],
  pan: (by: Point) => log.push(`pan ${by.join()}`),
  zoomAt: (at: Point, by: number) => log.push(`zoom ${at.join()} ${by > 1 ? "in" : "out"}`),
};
vi.mock("../../stores/board/document", () => ({ useDocument: () => board }));
vi.mock("../../stores/board/selection", () => ({ useSelection: () => board }));
vi.mock("../../stores/board/preview", () => ({ usePreview: () => board }));
vi.mock("../../stores/board/history", () => ({ useHistory: () => board }));
vi.mock("../../stores/board/activecontainer", () => ({ useActiveContainer: () => board }));
vi.mock("../../stores/board/edits", () => ({ useEdits: () => board }));
vi.mock("../../stores/board/copies", () => ({ useCopies: () => board }));
vi.mock("../../tools/tools", () => ({ useTools: () => tools }));
vi.mock("../../stores/display/view", () => ({ useView: () => view }));
vi.mock("../../stores/display/display", () => ({ useDisplay: () => ({ wheel: "auto" }) }));
vi.mock("../../tools/crosshair", () => ({ useCrosshair: () => ({ hide: () => undefined }) }));

/** jsdom has none. */
class OnePointer extends MouseEvent {
  /** Where it was since the last event. */
  between: MouseEvent[] = [];
  pointerId = 1;
  pointerType = "mouse";
  getCoalescedEvents(): MouseEvent[] {
    return this.between;
  }
}

let hand: ReturnType<typeof useCanvasPointer>;
let page: { unmount: () => void };
const captured: number[] = [];
let stillCaptured = false;

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal("PointerEvent", OnePointer);
  [log, places, last] = [[], [], null];
  captured.length = 0;
  Object.assign(tools, { pointer: null, hit: null, dragged: null, alt: false, pressing: false });
  Object.assign(board, { selected: [] });
  tools.tool.continues = false;
  page = mount(
    defineComponent(() => {
      const svg = ref<SVGSVGElement | null>(null);
      hand = useCanvasPointer(svg);
      return () =>
        h("svg", { ref: svg, id: "canvas" }, [
          h("rect", { id: "item", "data-hit": JSON.stringify({ what: "item", item: "a" }) }),
          h("rect", { id: "peg", "data-hit": JSON.stringify({ what: "peg", peg: "r" }) }),
        ]);
    }),
    { attachTo: document.body },
  );
  const canvas = document.getElementById("canvas") as HTMLElement;
  Object.assign(canvas, {
    setPointerCapture: (id: number) => captured.push(id),
    hasPointerCapture: () => stillCaptured,
    releasePointerCapture: (id: number) => captured.push(-id),
  });
});
afterEach(() => {
  page.unmount();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

interface How {
  on?: string;
  button?: number;
  buttons?: number;
  id?: number;
  alt?: boolean;
  shift?: boolean;
  kind?: string;
}
function at(x: number, y: number, how: How = {}): PointerEvent {
  const event = new OnePointer("pointermove", {
    clientX: x,
    clientY: y,
    button: how.button ?? 0,
    buttons: how.buttons ?? 0,
    altKey: how.alt ?? false,
    shiftKey: how.shift ?? false,
  });
  Object.defineProperty(event, "target", { value: document.getElementById(how.on ?? "canvas") });
  return Object.assign(event, {
    pointerId: how.id ?? 1,
    pointerType: how.kind ?? "mouse",
  }) as unknown as PointerEvent;
}
const key = (name: "keydown" | "keyup", code: string, of: object = {}): KeyboardEvent => {
  const event = new KeyboardEvent(name, { code, cancelable: true, ...of });
  window.dispatchEvent(event);
  return event;
};

test("a press, its moves and its end go to the tool, in places of the sheet", () => {
  hand.down(at(100, 60, { on: "peg" }));
  expect([tools.pressing, tools.dragged?.what, captured]).toEqual([true, "peg", [1]]);
  hand.move(at(110, 62));
  hand.up(at(120, 64));
  expect(log).toEqual(["down 100,60", "move 110,62", "up 120,64"]);
  expect(places).toEqual([
    [50, 30],
    [55, 31],
    [60, 32],
  ]);
  expect([tools.pressing, tools.dragged]).toEqual([false, null]);
});

test("without a press it hovers, and says what lies under it", () => {
  hand.move(at(20, 30, { on: "item", alt: true, shift: true }));
  expect(tools.hit).toEqual({ what: "item", item: "a" });
  expect([last?.alt, last?.shift, last?.trail, tools.alt]).toEqual([true, true, [[10, 15]], true]);
  hand.leave(at(20, 30));
  expect([tools.pointer, tools.hit]).toEqual([null, null]);
});

test("a second pointer neither presses nor ends what the first one does", () => {
  hand.down(at(100, 60));
  hand.down(at(10, 10, { id: 2 }));
  hand.move(at(12, 12, { id: 2 }));
  hand.up(at(12, 12, { id: 2 }));
  hand.up(at(100, 60));
  expect(log.filter((l) => !l.startsWith("image"))).toEqual(["down 100,60", "up 100,60"]);
});

test("the middle button, or Space, moves the sheet; also in the middle of a drag", () => {
  hand.down(at(100, 60, { button: 1 }));
  hand.move(at(110, 65));
  hand.up(at(110, 65));
  expect(log).toEqual(["pan 10,5"]);
  expect(key("keydown", "Space").defaultPrevented).toBe(true);
  expect(hand.cursor.value).toBe("grab");
  hand.down(at(100, 60));
  expect(hand.cursor.value).toBe("grabbing");
  hand.move(at(90, 60));
  hand.up(at(90, 60));
  key("keyup", "Space");
  expect([log.at(-1), hand.cursor.value]).toEqual(["pan -10,0", "crosshair"]);
  hand.down(at(50, 50));
  hand.move(at(60, 50, { buttons: 5 })); // and the middle button
  expect(log.at(-1)).toBe("pan -30,-10");
});

test("Esc, an interruption and a window that loses the keys put a drag back", () => {
  for (const end of [
    () => key("keydown", "Escape", { key: "Escape" }),
    () => hand.cancel(at(100, 60)),
    () => window.dispatchEvent(new Event("blur")),
  ]) {
    log = [];
    hand.down(at(100, 60, { on: "peg" }));
    end();
    hand.up(at(100, 60));
    expect(log).toEqual(["down 100,60", "cancel"]);
    expect(tools.pressing).toBe(false);
  }
  log = [];
  hand.cancel(at(100, 60)); // nothing is dragged
  expect(log).toEqual([]);
});

test("Space is let go with the window's keys, and belongs to a button that has the focus", () => {
  key("keydown", "Space");
  window.dispatchEvent(new Event("blur"));
  expect(hand.cursor.value).toBe("crosshair");
  const button = document.createElement("button");
  document.body.append(button);
  const event = new KeyboardEvent("keydown", {
    code: "Space",
    key: " ",
    bubbles: true,
    cancelable: true,
  });
  button.dispatchEvent(event);
  button.remove();
  expect([event.defaultPrevented, hand.cursor.value]).toEqual([false, "crosshair"]);
});

test("a drag at the edge of the canvas moves the sheet on under it, and stops with it", () => {
  hand.down(at(200, 150, { on: "peg" }));
  hand.move(at(395, 150));
  vi.advanceTimersByTime(60);
  expect(log.filter((l) => l.startsWith("pan"))).toEqual(["pan -8,0", "pan -8,0"]);
  expect(log.filter((l) => l.startsWith("move"))).toHaveLength(3); // the tool goes on with it
  hand.move(at(200, 5));
  vi.advanceTimersByTime(30);
  expect(log.at(-2)).toBe("pan 0,8");
  hand.up(at(200, 150));
  const count = log.length;
  vi.advanceTimersByTime(300);
  expect(log).toHaveLength(count);
});

test("the wheel zooms where the pointer is; with Shift and Alt it moves the sheet", () => {
  const wheel = (by: MouseEventInit & { deltaY?: number; deltaMode?: number }): void => {
    const event = new MouseEvent("wheel", { clientX: 40, clientY: 30, ...by });
    const { deltaY = 100, deltaMode = 0 } = by;
    hand.wheel(Object.assign(event, { deltaX: 0, deltaY, deltaMode }) as never);
  };
  vi.stubGlobal("WheelEvent", { DOM_DELTA_LINE: 1 });
  wheel({});
  wheel({ deltaY: -3, deltaMode: 1 });
  wheel({ shiftKey: true });
  wheel({ altKey: true });
  expect(log).toEqual(["zoom 40,30 out", "zoom 40,30 in", "pan -100,0", "pan 0,-100"]);
});

test("places between two events are part of the way, where the browser tells them", () => {
  hand.down(at(100, 60, { on: "peg" }));
  const event = at(110, 62) as unknown as OnePointer;
  event.between = [at(104, 60), at(108, 61)];
  hand.move(event as never);
  expect(last?.trail).toEqual([
    [52, 30],
    [54, 30.5],
  ]);
  Object.assign(event, { getCoalescedEvents: undefined }); // WebKit, and pages of plain http
  hand.move(event as never);
  expect(last?.trail).toEqual([[55, 31]]);
});

test("the hand over what is selected is in its image; elsewhere it leaves that", () => {
  board.selected = ["a"];
  hand.move(at(20, 30, { on: "item" }));
  expect(log[0]).toBe("image ");
  log = [];
  tools.tool.continues = true; // in the middle of an outline
  hand.move(at(20, 30, { on: "item" }));
  expect(log).toEqual(["hover 20,30"]);
});

const finger = (x: number, y: number, id: number): PointerEvent => at(x, y, { id, kind: "touch" });

test("a second finger takes back what the first one began, and both move and zoom the sheet", () => {
  hand.down(finger(100, 60, 1));
  board.selected = ["a"]; // the press has selected something
  hand.down(finger(200, 60, 2));
  expect(log).toEqual(["image ", "down 100,60", "cancel", "select "]);
  hand.move(finger(300, 60, 2));
  expect(log.slice(4)).toEqual(["pan 50,0", "zoom 200,60 in"]);
  hand.up(finger(300, 60, 2));
  hand.up(finger(100, 60, 1));
  expect(log).toHaveLength(6);
});

test("a pen that comes down takes the press of the palm back and draws itself", () => {
  hand.down(finger(300, 250, 1));
  hand.down(at(100, 60, { id: 2, kind: "pen" }));
  hand.move(finger(310, 250, 1));
  hand.move(at(110, 62, { id: 2, kind: "pen" }));
  hand.up(finger(310, 250, 1));
  hand.up(at(110, 62, { id: 2, kind: "pen" }));
  expect(log.filter((l) => !l.startsWith("image"))).toEqual([
    "down 300,250",
    "cancel",
    "down 100,60",
    "move 110,62",
    "up 110,62",
  ]);
});

test("a finger that rests opens the menu there, and what it pressed is taken back", () => {
  const opened: string[] = [];
  const open = (event: MouseEvent): number => opened.push(`${event.clientX},${event.clientY}`);
  document.elementFromPoint = () => document.getElementById("canvas");
  window.addEventListener("contextmenu", open);
  hand.down(finger(100, 60, 1));
  vi.advanceTimersByTime(600);
  hand.up(finger(100, 60, 1));
  expect([log.slice(1), opened]).toEqual([["down 100,60", "cancel"], ["100,60"]]);
  hand.down(finger(100, 60, 1));
  hand.move(finger(115, 60, 1)); // it drags
  vi.advanceTimersByTime(600);
  hand.up(finger(115, 60, 1));
  expect(opened).toHaveLength(1);
  window.removeEventListener("contextmenu", open);
});

test("the eraser end of a pen meets what is under it all the way", () => {
  document.elementFromPoint = () => document.getElementById("item");
  hand.down(at(100, 60, { button: 5, buttons: 32, kind: "pen" }));
  hand.move(at(110, 60, { buttons: 32, kind: "pen" }));
  expect([last?.hit, last?.alt]).toEqual([{ what: "item", item: "a" }, true]);
  hand.up(at(110, 60, { kind: "pen" }));
  expect(log.at(-1)).toBe("up 110,60");
});

test("a finger whose capture passes from an item to the canvas goes on; one that is lost does not", () => {
  hand.down(finger(100, 60, 1));
  stillCaptured = true;
  hand.lost(finger(100, 60, 1));
  hand.move(finger(112, 60, 1));
  expect(log.at(-1)).toBe("move 112,60");
  stillCaptured = false;
  hand.lost(finger(112, 60, 1));
  expect(log.at(-1)).toBe("cancel");
});
