// Carrying something by the pointer from one place of the page to another: mouse, pen or finger alike.
// A finger lifts it by resting on it, so that it can still scroll. What lies under the pointer hears of
// it by events that bubble: `carry-over` (prevented: it can be put down there), `carry-drop`; the
// element it was lifted from hears `carry-end` in every case.
import { whenRested } from "./resting";

/** Pixels a mouse goes before it carries, and a finger may wander while it rests. */
const SLACK = 5;
const WANDERS = 8;
/** Milliseconds a finger rests. */
const LIFTS = 350;

let thing: unknown = null;
/** What is carried now. */
export const carried = (): unknown => thing;

class Carry {
  private lifted = false;
  private ghost: HTMLElement | null = null;
  private readonly stopsWaiting: (() => void) | undefined;
  private readonly finger: boolean;

  constructor(
    private readonly start: PointerEvent,
    private readonly source: HTMLElement,
    private readonly take: () => unknown,
  ) {
    this.finger = start.pointerType === "touch";
    if (this.finger) this.stopsWaiting = whenRested(LIFTS, () => this.lift(start));
    window.addEventListener("pointermove", this.move);
    window.addEventListener("pointerup", this.up);
    window.addEventListener("pointercancel", this.end);
    window.addEventListener("keydown", this.key, true);
    window.addEventListener("touchmove", this.still, { passive: false });
  }

  private lift(event: PointerEvent): void {
    this.lifted = true;
    thing = this.take();
    const box = this.source.getBoundingClientRect();
    this.ghost = this.source.cloneNode(true) as HTMLElement;
    this.ghost.setAttribute("aria-hidden", "true");
    this.ghost.classList.add("carried-ghost");
    this.ghost.style.width = `${box.width}px`;
    this.ghost.style.height = `${box.height}px`;
    document.body.append(this.ghost);
    this.follow(event);
  }

  private follow({ clientX, clientY }: PointerEvent): void {
    if (this.ghost) this.ghost.style.translate = `${clientX + 8}px ${clientY + 8}px`;
  }

  /** Tell what lies under the pointer; whether it has taken it. */
  private tell(what: "carry-over" | "carry-drop", event: PointerEvent): boolean {
    const { clientX, clientY, altKey } = event;
    const under = document.elementFromPoint(clientX, clientY) ?? document.body;
    const init = { clientX, clientY, altKey, bubbles: true, cancelable: true };
    return !under.dispatchEvent(new MouseEvent(what, init));
  }

  private readonly move = (event: PointerEvent): void => {
    if (event.pointerId !== this.start.pointerId) return;
    const { clientX, clientY } = this.start;
    const far = Math.hypot(event.clientX - clientX, event.clientY - clientY);
    if (!this.lifted) {
      if (this.finger && far > WANDERS) return this.end(); // it scrolls
      if (this.finger || far < SLACK) return;
      this.lift(event);
    }
    this.follow(event);
    const taken = this.tell("carry-over", event);
    this.ghost?.classList.toggle("nowhere", !taken);
  };

  private readonly up = (event: PointerEvent): void => {
    if (event.pointerId !== this.start.pointerId) return;
    if (this.lifted) {
      this.tell("carry-drop", event);
      // the press has ended in a drop, not in a click
      const swallow = (click: Event): void => click.stopPropagation();
      window.addEventListener("click", swallow, { capture: true, once: true });
      window.setTimeout(() => window.removeEventListener("click", swallow, true));
    }
    this.end();
  };

  private readonly key = (event: KeyboardEvent): void => {
    if (event.key !== "Escape" || !this.lifted) return;
    event.stopImmediatePropagation();
    this.end();
  };

  /** While it is carried nothing scrolls. */
  private readonly still = (event: TouchEvent): void => {
    if (this.lifted) event.preventDefault();
  };

  private readonly end = (): void => {
    this.stopsWaiting?.();
    window.removeEventListener("pointermove", this.move);
    window.removeEventListener("pointerup", this.up);
    window.removeEventListener("pointercancel", this.end);
    window.removeEventListener("keydown", this.key, true);
    window.removeEventListener("touchmove", this.still);
    this.ghost?.remove();
    if (this.lifted) this.source.dispatchEvent(new Event("carry-end", { bubbles: true }));
    thing = null;
  };
}

/** For `pointerdown` on what can be carried; what it is is asked for once it is lifted. */
export function carries(event: PointerEvent, take: () => unknown): void {
  const source = event.currentTarget as HTMLElement;
  const typed = (event.target as HTMLElement).closest("input, textarea");
  if (event.button === 0 && event.isPrimary && !typed) new Carry(event, source, take);
}
