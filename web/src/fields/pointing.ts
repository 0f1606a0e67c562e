// Whether the hand has moved to where the pointer is: what comes to lie under a pointer that rests,
// as a panel grows or shrinks, was not pointed at.
let last: readonly [number, number] = [-1, -1];

window.addEventListener(
  "pointermove",
  (event) => {
    last = [event.clientX, event.clientY];
  },
  { capture: true, passive: true },
);

export const pointedAt = (event: PointerEvent): boolean =>
  event.clientX !== last[0] || event.clientY !== last[1];
