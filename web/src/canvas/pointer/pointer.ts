// Pointer events on the canvas: moving the sheet, zooming, and feeding the tool in the hand.
import { computed, nextTick, onBeforeUnmount, onMounted, ref, type Ref } from "vue";
import type { Point } from "../../api/types";
import { isTaken } from "../../lib/focus";
import { whenRested } from "../../lib/resting";
import { useCopies } from "../../stores/board/copies";
import { useSelection } from "../../stores/board/selection";
import { useTools } from "../../tools/tools";
import { useDisplay } from "../../stores/display/display";
import { useView } from "../../stores/display/view";
import { useCrosshair } from "../../tools/crosshair";
import type { Hit, Pointer } from "../../tools/tool";
import { Contacts, type Contact, type PointerKind } from "./contacts";
import { turned } from "./wheel";

/** Pixels from the canvas's edge within which a drag moves the sheet on; the rulers are wider. */
const EDGE = 12;
const RULER = 20;
/** Pixels, and how often in milliseconds. */
const SCROLL_STEP = 8;
const SCROLL_EVERY = 30;
/** The middle button: moves the sheet, also in the middle of a drag. */
const MIDDLE = 4;
/** The eraser end of a pen, as one button and among several. */
const ERASER = 5;
const ERASERS = 32;
/** Milliseconds after which a finger or a pen that rests where it went down is the second button. */
const LONG_PRESS = 550;

/** The marks of what is selected, which show in the image under the hand. */
const MARKS = new Set<Hit["what"]>([
  "anchor",
  "handle",
  "stem",
  "segment",
  "peg",
  "grip",
  "turn",
  "pivot",
  "copies",
  "gradient",
  "shadow",
]);

const kindOf = ({ pointerType }: PointerEvent): PointerKind =>
  pointerType === "pen" || pointerType === "touch" ? pointerType : "mouse";

export function useCanvasPointer(svg: Ref<SVGSVGElement | null>) {
  const copies = useCopies();
  const selection = useSelection();
  const tools = useTools();
  const view = useView();
  const space = ref(false);
  const panning = ref<Point | null>(null);
  const display = useDisplay();
  const crosshair = useCrosshair();
  const contacts = new Contacts();
  let pressed: number | null = null;
  /** It is pressed with the eraser end of a pen. */
  let erases = false;
  /** What was selected before the press. */
  let before: { items: string[]; anchors: typeof selection.anchors } | null = null;
  let stopResting: (() => void) | undefined;
  let lastScreen: Point = [0, 0];
  let lastMove: PointerEvent | null = null;
  let scrolling: number | undefined;

  const screenOf = (event: MouseEvent): Point => {
    const box = svg.value?.getBoundingClientRect();
    return [event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0)];
  };
  const hitOf = (event: Event): Hit | null => hitUnder(event.target as Element);
  const hitUnder = (under: Element): Hit | null => {
    const element = under.closest<SVGElement>("[data-hit]");
    return element?.dataset["hit"] ? (JSON.parse(element.dataset["hit"]) as Hit) : null;
  };
  const trailOf = (event: MouseEvent): Point[] => {
    const all = event instanceof PointerEvent ? (event.getCoalescedEvents?.() ?? []) : [];
    return (all.length > 0 ? all : [event]).map(placeOf);
  };
  /** Where the pointer is; in an image, where the original has that place. */
  const placeOf = (event: MouseEvent): Point => copies.toOriginal(view.toSheet(screenOf(event)));
  const pointerOf = (event: MouseEvent, hit: Hit | null, at = placeOf(event)): Pointer => ({
    at,
    screen: screenOf(event),
    trail: trailOf(event),
    shift: event.shiftKey,
    alt: event.altKey || erases,
    ctrl: event.ctrlKey || event.metaKey,
    space: space.value,
    hit,
  });

  const contactOf = (event: PointerEvent): Contact => ({
    id: event.pointerId,
    kind: kindOf(event),
    at: screenOf(event),
  });

  function down(event: PointerEvent): void {
    crosshair.hide();
    const erasing = event.button === ERASER || (event.buttons & ERASERS) !== 0;
    if (event.button > 1 && !erasing) return;
    const what = contacts.down(contactOf(event));
    if (what === "nothing") return;
    svg.value?.setPointerCapture(event.pointerId);
    if (what !== "press") takeBack();
    if (what === "pinch") return;
    svg.value?.focus({ preventScroll: true });
    pressed = event.pointerId;
    erases = erasing;
    before = { items: [...selection.selected], anchors: [...selection.anchors] };
    if (event.button === 1 || (event.button === 0 && space.value)) {
      panning.value = screenOf(event);
    } else void press(event, hitOf(event));
    tools.pressing = true;
    if (kindOf(event) !== "mouse" && !erasing) {
      stopResting = whenRested(LONG_PRESS, () => longPress(event));
    }
    tools.touch();
  }

  /** The press of a finger was none: another finger has come, a pen, or it has rested. */
  function takeBack(): void {
    if (pressed === null) return;
    const was = before;
    cancel();
    if (!was) return;
    if (was.items.join() !== selection.selected.join()) selection.select(was.items);
    selection.anchors = was.anchors;
  }

  /** Held at one place it is what the second button is: the menu opens there. */
  function longPress(event: PointerEvent): void {
    if (pressed !== event.pointerId || !contacts.rests) return;
    takeBack();
    contacts.drop();
    const { clientX, clientY } = event;
    const under = document.elementFromPoint(clientX, clientY) ?? svg.value;
    under?.dispatchEvent(new MouseEvent("contextmenu", { clientX, clientY, bubbles: true }));
  }

  async function press(event: PointerEvent, under: Hit | null): Promise<void> {
    let hit = under;
    if (hit?.what === "image") {
      copies.takeCopy(hit.image);
      await nextTick(); // the marks have come to this image
      hit = hitUnder(document.elementFromPoint(event.clientX, event.clientY) ?? document.body);
    } else takeImage(hit);
    tools.dragged = hit;
    lastMove = null;
    scrolling = window.setInterval(scroll, SCROLL_EVERY);
    const tool = erases ? tools.erasing() : tools.pressed(hit);
    tool.down(pointerOf(event, hit, pressedAt(event, hit)));
    tools.touch();
  }

  /** Where a press is, as what it picks has that place. */
  function pressedAt(event: PointerEvent, hit: Hit | null): Point {
    const at = view.toSheet(screenOf(event));
    if (hit?.what !== "item" && hit?.what !== "end") return copies.toOriginal(at);
    const picked = tools.tool.picked?.(hit.item, event.shiftKey) ?? hit.item;
    const stays = event.shiftKey || selection.selected.includes(picked);
    return copies.toOriginal(at, stays ? [...selection.selected, picked] : [picked]);
  }

  /** The hand over an image of what is selected is in that image: its marks come there. */
  function followImage(hit: Hit | null): void {
    if (tools.tool.continues || !hit) return;
    const own = hit.what === "item" && selection.selected.includes(hit.item);
    if (hit.what === "image" || own) copies.takeCopy(("image" in hit && hit.image) || []);
  }

  /** In which image a press acts: that of what it is on, or the one the hand is in already. */
  function takeImage(hit: Hit | null): void {
    if (hit && "image" in hit && hit.image) copies.takeCopy(hit.image);
    else if (!tools.tool.continues && !(hit && MARKS.has(hit.what))) copies.takeCopy([]);
  }

  function move(event: PointerEvent): void {
    const screen = screenOf(event);
    const moved = contacts.move(contactOf(event));
    if (moved.what === "nothing") return;
    if (moved.what === "pinch") {
      view.pan(moved.by);
      view.zoomAt(moved.at, moved.zoom);
      return;
    }
    const last = lastScreen;
    lastScreen = screen;
    if (moved.what === "hover") {
      // what is under it may have moved, not the hand
      if (crosshair.place && last[0] === screen[0] && last[1] === screen[1]) return;
      crosshair.hide();
    }
    tools.pointer = screen;
    if (!contacts.rests) stopResting?.();
    if (pressed !== null && !panning.value && event.buttons & MIDDLE) {
      view.pan([screen[0] - last[0], screen[1] - last[1]]);
      return;
    }
    if (panning.value) {
      view.pan([screen[0] - panning.value[0], screen[1] - panning.value[1]]);
      panning.value = screen;
      return;
    }
    tools.alt = event.altKey;
    lastMove = event;
    if (pressed === null) {
      tools.hit = hitOf(event);
      followImage(tools.hit);
      tools.tool.hover?.(pointerOf(event, tools.hit));
    } else tools.held.move(pointerOf(event, erases ? underPointer(event) : tools.dragged));
    tools.touch();
  }

  const underPointer = (event: PointerEvent): Hit | null =>
    hitUnder(document.elementFromPoint(event.clientX, event.clientY) ?? document.body);

  /** A drag that has come to the edge of the canvas moves the sheet on under it. */
  function scroll(): void {
    if (!lastMove || panning.value || pressed === null) return;
    const screen = screenOf(lastMove);
    const by = [0, 1].map((axis) => {
      const [at, size] = [screen[axis] ?? 0, view.size[axis] ?? 0];
      if (at < RULER) return SCROLL_STEP;
      return at > size - EDGE ? -SCROLL_STEP : 0;
    }) as Point;
    if (by[0] === 0 && by[1] === 0) return;
    view.pan(by);
    tools.held.move(pointerOf(lastMove, tools.dragged));
  }

  function up(event: PointerEvent): void {
    if (!contacts.up(event.pointerId) || pressed === null) return;
    const erased = erases;
    ended();
    if (panning.value) panning.value = null;
    else tools.held.up(pointerOf(event, erased ? underPointer(event) : tools.dragged));
    tools.dragged = null;
    if (kindOf(event) === "touch") tools.hit = null; // a finger hovers over nothing
    tools.touch();
  }

  function ended(): void {
    pressed = null;
    erases = false;
    before = null;
    tools.pressing = false;
    window.clearInterval(scrolling);
    stopResting?.();
  }

  /** The drag was interrupted: everything goes back. */
  function cancel(): void {
    if (pressed === null) return;
    ended();
    if (panning.value) panning.value = null;
    else tools.held.cancel();
    tools.dragged = null;
    tools.touch();
  }

  /** The browser has taken a pointer away. */
  function lost(event: PointerEvent): void {
    if (contacts.up(event.pointerId)) cancel();
  }

  /** A finger is captured by what it touches at first; that it comes to the canvas is no loss. */
  function captureLost(event: PointerEvent): void {
    if (!svg.value?.hasPointerCapture(event.pointerId)) lost(event);
  }

  function leave(event: PointerEvent): void {
    contacts.left(kindOf(event));
    if (pressed !== null) return;
    tools.pointer = null;
    tools.hit = null;
  }

  /** The menu of the second button opens; that of a finger has opened already. */
  function menu(event: MouseEvent): void {
    event.preventDefault();
    const kind = event instanceof PointerEvent ? kindOf(event) : "mouse";
    if (event.isTrusted && kind === "touch") event.stopPropagation();
  }

  function double(event: MouseEvent): void {
    const under = document.elementFromPoint(event.clientX, event.clientY); // the canvas has captured
    tools.tool.double?.(pointerOf(event, hitUnder(under ?? (event.target as Element))));
    tools.touch();
  }

  function wheel(event: WheelEvent): void {
    const by = turned(event, display.wheel);
    if ("pan" in by) view.pan(by.pan);
    else view.zoomAt(screenOf(event), by.zoom);
  }

  const keyDown = (event: KeyboardEvent): void => {
    if (event.code !== "Space" || isTaken(event)) return;
    event.preventDefault();
    space.value = true;
  };
  const keyUp = (event: KeyboardEvent): void => {
    if (event.code === "Space") space.value = false;
  };
  /** Keys that are let go elsewhere are not told here. */
  function blur(): void {
    space.value = false;
    contacts.drop();
    cancel();
  }
  /** Esc in mid-drag puts everything back before the tool or the page hear of it. */
  const escape = (event: KeyboardEvent): void => {
    if (event.key !== "Escape" || pressed === null) return;
    event.stopImmediatePropagation();
    svg.value?.releasePointerCapture(pressed);
    contacts.drop();
    cancel();
  };
  onMounted(() => {
    window.addEventListener("keydown", escape, true);
    window.addEventListener("keydown", keyDown);
    window.addEventListener("keyup", keyUp);
    window.addEventListener("blur", blur);
  });
  onBeforeUnmount(() => {
    window.removeEventListener("keydown", escape, true);
    window.removeEventListener("keydown", keyDown);
    window.removeEventListener("keyup", keyUp);
    window.removeEventListener("blur", blur);
    ended();
  });

  const cursor = computed(() => {
    if (panning.value) return "grabbing";
    return space.value ? "grab" : tools.tool.cursor;
  });
  return { cursor, down, move, up, cancel: lost, lost: captureLost, leave, double, menu, wheel };
}
