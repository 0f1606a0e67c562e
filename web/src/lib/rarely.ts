// Views that are rarely opened: their scripts come when they are, or before, when there is time.
import { defineAsyncComponent, shallowRef, watch, type Component, type ShallowRef } from "vue";
import { whenIdle } from "./idle";

/** Milliseconds that what comes first has for itself. */
const AFTER = 4000;

/** A view whose script is fetched apart, and what fetches it. */
export function rarely(load: () => Promise<{ default: Component }>): Component {
  setTimeout(() => whenIdle(() => void load().catch(() => undefined)), AFTER);
  return defineAsyncComponent(load);
}

/** True from the first time on that something is open: closing takes a moment of its own. */
export function onceOpen(open: () => boolean): Readonly<ShallowRef<boolean>> {
  const opened = shallowRef(open());
  const stop = watch(open, (is) => {
    if (!is) return;
    opened.value = true;
    stop();
  });
  return opened;
}
