// The hand of the keyboard: a crosshair that arrows move and Enter presses with, and the marks of the
// canvas one after the other. What a press does is the tool's own affair, as with the mouse.
import { defineDrawingStore } from "../stores/perdrawing";
import { computed, ref, shallowRef, watch } from "vue";
import type { Point, UnitFacts } from "../api/types";
import { useCatalogue } from "../stores/display/catalogue";
import { useCopies } from "../stores/board/copies";
import { useDocument } from "../stores/board/document";
import { useSnapping } from "../stores/display/snapping";
import { useView } from "../stores/display/view";
import { plus, type Hint, type Hit, type Pointer } from "./tool";
import { useTools } from "./tools";

/** A mark on the canvas, and where it is on the sheet. */
export interface Standing {
  hit: Hit;
  at: Point;
}

/** What only the canvas knows. */
export interface CanvasEyes {
  /** What lies at a place of the screen. */
  under(screen: Point): Hit | null;
  /** The marks in sight, in their order. */
  marks(): Standing[];
}

const ARROWS: Record<string, Point> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
/** Pixels of the screen that one step has at least. */
const STEP = 8;
/** Pixels that the crosshair keeps from the canvas's edges. */
const CLEAR = 40;
/** Milliseconds after the last arrow key until what a mark was moved to is an edit. */
const RESTS = 900;
/** With these, arrows nudge what is selected. */
const NUDGING = new Set(["select", "anchors", "corners"]);
/** A press of these is a click; with the others Enter begins a drag and ends it. */
const CLICKING = new Set(["pen", "flow", "text", "sample", "reference", "placement"]);

/** The least of 1, 2, 5, 10, 20 … of a unit that is so many sheet units or more. */
export function roundStep(unit: Pick<UnitFacts, "size">, least: number): number {
  const power = 10 ** Math.floor(Math.log10(least / unit.size));
  const times = [1, 2, 5].find((n) => n * power * unit.size >= least) ?? 10;
  return times * power * unit.size;
}

/** A mark whatever its place: the same one before and after it was moved. */
const nameOf = (hit: Hit): string => JSON.stringify({ ...hit, at: null, from: null });

export const useCrosshair = defineDrawingStore("crosshair", () => {
  const tools = useTools();
  const view = useView();
  const copies = useCopies();
  const snapping = useSnapping();
  const catalogue = useCatalogue();
  const doc = useDocument();
  /** Where it is on the sheet; null: it does not show. */
  const at = shallowRef<Point | null>(null);
  /** The mark that has the keys. */
  const mark = shallowRef<Standing | null>(null);
  const pressed = ref(false);
  /** Its position is being typed. */
  const typing = ref(false);
  let eyes: CanvasEyes = { under: () => null, marks: () => [] };
  let resting: number | undefined;

  const place = computed<Point | null>(() => mark.value?.at ?? at.value);
  const step = (): number => roundStep(catalogue.unit(doc.sheet.unit), STEP / view.scale);
  const arrowsMove = (): boolean => !NUDGING.has(tools.active);

  const pointer = (where: Point, hit: Hit | null): Pointer => {
    const original = copies.toOriginal(where);
    return {
      at: original,
      screen: view.toScreen(where),
      trail: [original],
      shift: false,
      alt: false,
      ctrl: false,
      space: false,
      hit,
    };
  };

  /** The sheet is moved so that a place is in sight. */
  function inSight(where: Point): void {
    const screen = view.toScreen(where);
    const off = screen.map((v, axis) => {
      const most = Math.max(CLEAR, (view.size[axis] ?? 0) - CLEAR);
      return Math.min(most, Math.max(CLEAR, v)) - v;
    }) as Point;
    if (off[0] !== 0 || off[1] !== 0) view.pan(off);
  }

  /** Show it somewhere, and what a press there would do. */
  function moveTo(where: Point): void {
    inSight(where);
    tools.pointer = view.toScreen(where);
    if (mark.value) mark.value = { ...mark.value, at: where };
    else at.value = where;
    if (pressed.value) tools.held.move(pointer(where, tools.dragged));
    else {
      tools.hit = eyes.under(view.toScreen(where));
      tools.tool.hover?.(pointer(where, tools.hit));
    }
    tools.touch();
  }

  function press(where: Point, hit: Hit | null): void {
    pressed.value = tools.pressing = true;
    snapping.letGo = true; // small steps would be drawn back by what snaps
    tools.dragged = hit;
    tools.pressed(hit).down(pointer(where, hit));
    tools.touch();
  }

  function ended(): void {
    window.clearTimeout(resting);
    pressed.value = tools.pressing = false;
    tools.dragged = null;
    snapping.letGo = false;
    tools.touch();
  }

  function release(where = place.value): void {
    if (!pressed.value || !where) return;
    tools.held.up(pointer(where, tools.dragged));
    ended();
    if (mark.value) tools.hit = mark.value.hit;
  }

  function cancel(): void {
    if (!pressed.value) return;
    tools.held.cancel();
    ended();
    if (mark.value) focusAgain();
  }

  /** The mark is where it has come to by itself. */
  function focusAgain(): void {
    const name = mark.value && nameOf(mark.value.hit);
    mark.value = eyes.marks().find((m) => nameOf(m.hit) === name) ?? null;
    tools.hit = mark.value?.hit ?? null;
  }

  function click(where: Point, hit: Hit | null): void {
    press(where, hit);
    release(where);
  }

  /** Enter: a press of the mark or at the crosshair; it shows first where it does not yet. */
  function enter(held: boolean): boolean {
    if (pressed.value) {
      release();
      return true;
    }
    if (mark.value) {
      focusAgain();
      if (mark.value) click(mark.value.at, mark.value.hit);
      return true;
    }
    if (!arrowsMove()) return false;
    if (!at.value) {
      if (tools.tool.continues) return false; // it is finished
      show();
      return true;
    }
    const hit = eyes.under(view.toScreen(at.value));
    if (CLICKING.has(tools.active) && !held) click(at.value, hit);
    else press(at.value, hit);
    return true;
  }

  /** In the middle of what is in sight, at a whole number of steps. */
  function show(): void {
    const middle = view.toSheet([view.size[0] / 2, view.size[1] / 2]);
    moveTo(middle.map((v) => Math.round(v / step()) * step()) as Point);
  }

  function arrow(event: KeyboardEvent): boolean {
    const direction = ARROWS[event.key];
    if (!direction || event.ctrlKey || event.metaKey) return false;
    if (!mark.value && !arrowsMove()) return false;
    if (!place.value) {
      show();
      return true;
    }
    if (mark.value && !pressed.value) {
      focusAgain();
      if (!mark.value) return true;
      press(mark.value.at, mark.value.hit);
    }
    const times = (event.shiftKey ? 10 : 1) * (event.altKey ? 0.1 : 1);
    moveTo(plus(place.value, [direction[0] * step() * times, direction[1] * step() * times]));
    if (mark.value) {
      window.clearTimeout(resting);
      resting = window.setTimeout(() => release(), RESTS);
    }
    return true;
  }

  function escape(): boolean {
    if (pressed.value) cancel();
    else if (mark.value) leaveMark();
    else if (at.value && !tools.tool.continues) hide();
    else return false;
    return true;
  }

  /** C: the path that is being drawn is closed. */
  function close(event: KeyboardEvent): boolean {
    const hit = at.value && !pressed.value ? (tools.tool.closesAt?.() ?? null) : null;
    const plain = !event.ctrlKey && !event.metaKey && !event.altKey && !event.shiftKey;
    if (!hit || !("at" in hit) || !plain || event.code !== "KeyC") return false;
    click(copies.fromOriginal(hit.at), hit);
    return true;
  }

  function key(event: KeyboardEvent): boolean {
    if (event.key === "Enter" && !event.ctrlKey && !event.metaKey) return enter(event.shiftKey);
    if (event.key === "Escape") return escape();
    if (arrow(event) || close(event)) return true;
    if (mark.value && pressed.value) release();
    return false;
  }

  /** Go to the next mark on the canvas, or to the one before. */
  function stepMark(by: 1 | -1): boolean {
    release();
    const all = eyes.marks();
    if (all.length === 0) return false;
    const name = mark.value && nameOf(mark.value.hit);
    const from = all.findIndex((m) => nameOf(m.hit) === name);
    const next = all[from < 0 && by < 0 ? all.length - 1 : (from + by + all.length) % all.length];
    mark.value = next ?? null;
    if (!next) return false;
    at.value = null;
    inSight(next.at);
    tools.pointer = view.toScreen(next.at);
    tools.hit = next.hit;
    tools.touch();
    return true;
  }

  function leaveMark(): void {
    mark.value = null;
    tools.hit = null;
    tools.touch();
  }

  /** The mouse has taken over. */
  function hide(): void {
    if (!place.value && !typing.value) return;
    if (pressed.value) cancel();
    at.value = mark.value = null;
    typing.value = false;
    tools.touch();
  }

  /** Type its position. */
  function ask(): void {
    if (!mark.value && !at.value) show();
    typing.value = true;
  }

  /** It goes where was typed; a mark is moved there. */
  function typed(where: Point): void {
    typing.value = false;
    if (mark.value && !pressed.value) press(mark.value.at, mark.value.hit);
    moveTo(where);
    if (mark.value) release();
  }

  const anyMark = (): boolean => eyes.marks().length > 0;
  const looksBy = (canvas: CanvasEyes): void => void (eyes = canvas);

  /** What is drawn has changed: the mark may have come to lie elsewhere, or be gone. */
  const refresh = (): void => {
    if (mark.value && !pressed.value) focusAgain();
  };
  watch(() => tools.name, hide);

  /** What keys do while it has them. */
  const hints = computed<Hint[]>(() => {
    if (!place.value) return [];
    const moves: Hint[] = [
      ["arrows", "move"],
      ["Shift", "10 ×"],
      ["Alt", "1/10"],
      ["=", "type the position"],
    ];
    if (pressed.value) return [["Enter", "let go"], ["Esc", "cancel"], ...moves];
    if (mark.value) return [...moves, ["{ }", "previous, next mark"], ["Enter", "click"]];
    const clicks = CLICKING.has(tools.active);
    const holds: Hint[] = clicks ? [["Shift Enter", "hold, to drag"]] : [];
    const closes: Hint[] = tools.tool.closesAt?.() ? [["C", "close"]] : [];
    return [["Enter", clicks ? "place" : "begin"], ...holds, ...closes, ["Esc", "leave"], ...moves];
  });

  return {
    hints,
    at,
    mark,
    place,
    pressed,
    typing,
    key,
    stepMark,
    hide,
    refresh,
    ask,
    typed,
    anyMark,
    looksBy,
  };
});
