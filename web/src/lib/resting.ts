// A finger that stays where it is: the time of it, as far as the page could have heard that it moved.

/** Milliseconds. */
const TICK = 50;

/**
 * Call `done` after a pointer has rested, and return what gives that up. Time in which the page was busy
 * counts as one tick: the pointer may have moved meanwhile, and nobody has been told yet.
 */
export function whenRested(milliseconds: number, done: () => void): () => void {
  let left = Math.ceil(milliseconds / TICK);
  const timer = window.setInterval(() => {
    left -= 1;
    if (left > 0) return;
    window.clearInterval(timer);
    done();
  }, TICK);
  return () => window.clearInterval(timer);
}
