// What a turn of the wheel does: a mouse's wheel zooms, two fingers on a trackpad move the sheet and
// pinch it. Browsers tell both as one event; a setting says it where that is guessed wrong.
import type { Point } from "../../api/types";
import type { Wheel } from "../../stores/display/display";

export type Turned = { zoom: number } | { pan: Point };

const ZOOM_STEP = 1.0015;
/** A pinch comes as a wheel with Ctrl, and in smaller steps. */
const PINCH_STEP = 1.01;
const LINE = 16;
/** What one notch of a wheel is in the older measure. */
const NOTCH = 120;
/** Pixels: fingers seldom come in steps as large. */
const COARSE = 50;

/** Whether it is fingers on a trackpad: sideways too, or in steps finer than a wheel's notches. */
export function byFingers(event: WheelEvent): boolean {
  if (event.deltaMode !== 0) return false;
  if (event.deltaX !== 0 && !event.shiftKey) return true;
  const notches = (event as { wheelDeltaY?: number }).wheelDeltaY ?? 0;
  return Math.abs(event.deltaY) < COARSE && (notches === 0 || notches % NOTCH !== 0);
}

export function turned(event: WheelEvent, wheel: Wheel): Turned {
  const unit = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? LINE : 1;
  const [across, down] = [event.deltaX * unit, event.deltaY * unit];
  if (event.ctrlKey || event.metaKey) {
    return { zoom: (Math.abs(down) < COARSE ? PINCH_STEP : ZOOM_STEP) ** -down };
  }
  if (event.shiftKey) return { pan: [-(across + down), 0] };
  if (event.altKey) return { pan: [0, -down] };
  const pans = wheel === "auto" ? byFingers(event) : wheel === "pan";
  return pans ? { pan: [-across, -down] } : { zoom: ZOOM_STEP ** -down };
}
