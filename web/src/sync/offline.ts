// What lets the page open without a connection: the service worker, which keeps what it is made of,
// and the copies of the drawings opened last. Signing out removes what is somebody's own.
import { shipped } from "../core/shipped";
import { isSparing, whenIdle } from "../lib/idle";
import { remember, remembered } from "../lib/settings";
import { OfflineCopies } from "./offlinecopies";

export const offlineCopies = new OfflineCopies();

/**
 * Caches of the service worker with what the server answered to somebody. Answers have the build in
 * their name: one of an older program would say that there is another one.
 */
const ANSWERS = "answers-";
const isPersonal = (cache: string): boolean => cache === "pictures" || cache.startsWith(ANSWERS);
/** Milliseconds that the page has for itself first. */
const AFTER = 2500;
/** What a page asks before anything else. */
const FIRST_ASKED = ["/me", "/catalogue"];
/** Whose answers and copies are kept here. */
const KEPT_OF = "offline-of";

/** Keep what the page is made of, once there is time; a device that saves data is spared. */
export function keepPage(): void {
  if (!("serviceWorker" in navigator) || isSparing()) return;
  const { serviceWorker } = navigator;
  serviceWorker.addEventListener("controllerchange", () => {
    const now = `${ANSWERS}${shipped().build}`;
    void dropCaches((name) => name.startsWith(ANSWERS) && name !== now).then(keepAnswers);
  });
  setTimeout(
    () => whenIdle(() => void serviceWorker.register("/sw.js").catch(() => undefined)),
    AFTER,
  );
}

/**
 * Ask what a page asks first, so that it is kept as it is now: when there is a service worker to
 * keep it, and whenever somebody has signed in.
 */
export function keepAnswers(): void {
  if (!("serviceWorker" in navigator) || !navigator.serviceWorker.controller) return;
  for (const path of FIRST_ASKED) void fetch(`/api/v1${path}`).catch(() => undefined);
}

/** Remove what is kept of anybody but the person that is signed in; null: of everybody. */
export async function keepOnlyOf(person: number | null): Promise<void> {
  if (person !== null && remembered(KEPT_OF) === String(person)) return;
  remember(KEPT_OF, String(person));
  await offlineCopies.forget(person);
  await dropCaches(isPersonal);
  if (person !== null) keepAnswers();
}

async function dropCaches(which: (name: string) => boolean): Promise<void> {
  try {
    for (const name of (await caches.keys()).filter(which)) await caches.delete(name);
  } catch {
    // this browser keeps none
  }
}

/** Ask the browser not to evict what waits here; it may say no. */
export async function askToPersist(): Promise<void> {
  try {
    if (!(await navigator.storage.persisted())) await navigator.storage.persist();
  } catch {
    // this browser does not know of it
  }
}
