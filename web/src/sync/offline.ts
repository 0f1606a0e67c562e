// What lets the page open without a connection: the service worker, which keeps what it is made of,
// and the copies of the drawings opened last. Signing out removes what is somebody's own.
import { isSparing, whenIdle } from "../lib/idle";
import { remember, remembered } from "../lib/settings";
import { OfflineCopies } from "./offlinecopies";

export const offlineCopies = new OfflineCopies();

/** Caches of the service worker with what the server answered to somebody. */
const PERSONAL = ["answers", "pictures"];
/** Milliseconds that the page has for itself first. */
const AFTER = 2500;

/** What a page asks first; asked once more when the worker is there to keep the answers. */
const FIRST_ASKED = ["/me", "/catalogue"];

/** Keep what the page is made of, once there is time; a device that saves data is spared. */
export function keepPage(): void {
  if (!("serviceWorker" in navigator) || isSparing()) return;
  if (!navigator.serviceWorker.controller) {
    const ask = (): void =>
      FIRST_ASKED.forEach((path) => void fetch(`/api/v1${path}`).catch(() => undefined));
    navigator.serviceWorker.addEventListener("controllerchange", ask, { once: true });
  }
  setTimeout(
    () => whenIdle(() => void navigator.serviceWorker.register("/sw.js").catch(() => undefined)),
    AFTER,
  );
}

/** Whose answers and copies are kept here. */
const KEPT_OF = "offline-of";

/** Remove what is kept of anybody but the person that is signed in; null: of everybody. */
export async function keepOnlyOf(person: number | null): Promise<void> {
  if (person !== null && remembered(KEPT_OF) === String(person)) return;
  remember(KEPT_OF, String(person));
  await offlineCopies.forget(person);
  if (!("caches" in globalThis)) return;
  await Promise.all(PERSONAL.map((name) => caches.delete(name))).catch(() => undefined);
}

/** Ask the browser not to evict what waits here; it may say no. */
export async function askToPersist(): Promise<void> {
  try {
    if (!(await navigator.storage.persisted())) await navigator.storage.persist();
  } catch {
    // this browser does not know of it
  }
}
