// The sync queue of this window: all pending edits, of all drawings, sent from whatever page is open.
// A window that was closed leaves its pending edits behind; the next one takes them over.
import { defineStore } from "pinia";
import { computed, ref, shallowReactive, shallowRef } from "vue";
import { get, whenSignedOut } from "../api/client";
import type { Me } from "../api/types";
import { newId } from "../api/ids";
import type { PendingEdit } from "../core/pendingedit";
import { BrowserEditStore, leftInStorage, type StoredEdit } from "./editstore";
import { SyncQueue, type Holder } from "./syncqueue";
import { usePerson } from "../session/person";
import { useNotices } from "../session/notices";

const LOOK_EVERY = 4000;
/** Milliseconds after which a browser that has not stored a pending edit counts as one that does not. */
const PATIENCE = 3000;

type News =
  | { about: "pending" }
  | { about: "saved"; drawing: number; version: number }
  | { about: "person"; id: number | null };

export const useSyncStore = defineStore("post", () => {
  const person = usePerson();
  const notices = useNotices();
  const store = new BrowserEditStore();
  const own = newId();
  const boxes = shallowReactive(new Map<number, SyncQueue>());
  const refused = shallowRef<StoredEdit[]>([]);
  /** Pending edits of other windows that are open. */
  const elsewhere = shallowRef<StoredEdit[]>([]);
  const signedOut = ref(false);
  /** Ids of pending edits that only this window holds: leaving it would lose them. */
  const unstored = shallowReactive(new Set<string>());
  /** Ids of pending edits that the browser has not stored yet. */
  const storing = shallowReactive(new Map<string, Promise<unknown>>());
  const followers = new Set<(drawing: number, version: number) => void>();
  const channel = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel("post");
  let place = 0;
  let started = false;
  let warned = false;
  let looking = false;
  let onceMore = false;

  const spread = (news: News): void => channel?.postMessage(news);

  const holder: Holder = {
    mine: (id) => person.id === id,
    stored: (id) => storing.get(id) ?? Promise.resolve(),
    drop: (posted) => {
      unstored.delete(posted.id);
      void store.drop(posted.id).then(() => spread({ about: "pending" }));
    },
    refuse: (posted) => {
      refused.value = [...refused.value, posted];
      keep([posted]);
    },
    saved: (drawing, version) => spread({ about: "saved", drawing, version }),
  };

  function boxOf(drawing: number): SyncQueue {
    const found = boxes.get(drawing) ?? new SyncQueue(drawing, holder);
    boxes.set(drawing, found);
    return found;
  }

  /** What a pending edit's step is called, also where the server was quicker to refuse it. */
  function call(drawing: number, id: string, name: string): void {
    const posted = boxes.get(drawing)?.pending.value.find((p) => p.id === id);
    if (posted) posted.name = name;
    else refused.value = refused.value.map((p) => (p.id === id ? { ...p, name } : p));
  }

  /** Pending edits that are stored already and wait for what they are to say. */
  const prepared = new Set<string>();

  /** Store pending edits; what cannot be stored is held here, and the designer is told once. */
  function keep(posted: StoredEdit[]): void {
    const late = new Promise<boolean>((done) => window.setTimeout(() => done(false), PATIENCE));
    const done = Promise.race([store.put(posted), late]).then((well) => {
      for (const p of posted) {
        if (storing.get(p.id) === done) storing.delete(p.id);
        const here = boxes.get(p.drawing)?.has(p.id) || prepared.has(p.id) || p.refused;
        if (!well && here) unstored.add(p.id);
      }
      if (!well && !warned) {
        warned = true;
        notices.tell(
          "This browser cannot store unsaved edits (storage is full or blocked). " +
            "Keep this window open until the drawing is saved.",
        );
      }
      spread({ about: "pending" });
    });
    for (const p of posted) storing.set(p.id, done);
  }

  /** Store a pending edit before anything is asked about it; it is sent by what comes back. */
  function prepare(drawing: number, edit: PendingEdit): ((edit: PendingEdit) => void) | null {
    if (person.id === null) return null;
    const posted: StoredEdit = {
      id: edit.id,
      drawing,
      person: person.id,
      window: own,
      place: ++place,
      edit,
    };
    prepared.add(posted.id);
    keep([posted]);
    return (now) => {
      prepared.delete(posted.id);
      const sent = { ...posted, edit: now };
      if (now !== edit) keep([sent]);
      boxOf(drawing).add([sent]);
    };
  }

  /** Look after pending edits of other windows; asked while it looks, it looks again. */
  async function look(): Promise<void> {
    onceMore = looking;
    if (looking) return;
    looking = true;
    try {
      do {
        onceMore = false;
        await lookOnce();
      } while (onceMore);
    } finally {
      looking = false;
    }
  }

  /** Take over the pending edits of windows that are gone, and look at those of windows that are not. */
  async function lookOnce(): Promise<void> {
    const id = person.id;
    if (id === null) return;
    const mine = (p: StoredEdit): boolean => p.person === id && p.window !== own;
    const all = (await store.all()).filter(mine);
    for (const window of new Set(all.map((p) => p.window))) {
      await ifGone(window, async () => {
        const left = (await store.all()).filter((p) => mine(p) && p.window === window);
        await adopt(left);
      });
    }
    elsewhere.value = (await store.all()).filter(mine);
  }

  /** Do something with a window's pending edits if that window is gone. */
  async function ifGone(window: string, act: () => Promise<void>): Promise<void> {
    if (!("locks" in navigator)) return act(); // sending twice changes nothing
    await navigator.locks.request(lockOf(window), { ifAvailable: true }, async (lock) => {
      if (lock) await act();
    });
  }

  async function adopt(left: StoredEdit[]): Promise<void> {
    const now = left.map((p) => ({ ...p, window: own, place: ++place }));
    if (!(await store.put(now))) now.forEach((p) => unstored.add(p.id));
    refused.value = [...refused.value, ...now.filter((p) => p.refused)];
    const waiting = now.filter((p) => !p.refused);
    for (const drawing of new Set(waiting.map((p) => p.drawing))) {
      boxOf(drawing).add(waiting.filter((p) => p.drawing === drawing));
    }
  }

  /** What an earlier form of the program left behind. */
  async function takeOldEdits(id: number): Promise<void> {
    for (const { key, posted } of leftInStorage(id, own)) {
      if (posted.length === 0 || !(await store.put(posted))) continue;
      localStorage.removeItem(key);
      await adopt(posted);
    }
  }

  /** Once somebody is signed in: hold this window's place and look after what waits. */
  function start(): void {
    if (person.id === null) return;
    signedOut.value = false;
    for (const box of boxes.values()) box.resume();
    spread({ about: "person", id: person.id });
    if (started) return void look();
    started = true;
    if ("locks" in navigator) {
      const held = navigator.locks.request(lockOf(own), () => new Promise<never>(() => undefined));
      held.catch(() => undefined); // a page that may not lock: sending twice changes nothing
    }
    void takeOldEdits(person.id).then(look);
    window.setInterval(() => void look(), LOOK_EVERY);
    window.addEventListener("online", () => boxes.forEach((b) => b.resume()));
    window.addEventListener("beforeunload", (event) => {
      if (unstored.size + storing.size > 0) event.preventDefault();
    });
  }

  channel?.addEventListener("message", (event: MessageEvent<News>) => {
    const news = event.data;
    if (news.about === "saved") followers.forEach((f) => f(news.drawing, news.version));
    else if (news.about === "pending") void look();
    else if (news.id === person.id && signedOut.value) start();
  });
  whenSignedOut(() => {
    if (person.id !== null && !signedOut.value) void whether();
  });

  /** Whether the session is really over, or another window has signed in again meanwhile. */
  async function whether(): Promise<void> {
    const me = await get<Me>("/me").catch(() => null);
    if (me?.id !== person.id) signedOut.value = true;
  }

  /** Be told when another window has changed a drawing. */
  function follow(act: (drawing: number, version: number) => void): () => void {
    followers.add(act);
    return () => followers.delete(act);
  }

  /** Send a refused edit again, or discard it. */
  function again(posted: StoredEdit): void {
    forget(posted);
    const anew = { ...posted, window: own, place: ++place };
    delete anew.refused;
    keep([anew]);
    boxOf(posted.drawing).add([anew]);
  }
  function forget(posted: StoredEdit): void {
    refused.value = refused.value.filter((p) => p.id !== posted.id);
    holder.drop(posted);
  }

  const waiting = computed(() => {
    const found = new Map<number, number>();
    const count = (p: StoredEdit): void =>
      void found.set(p.drawing, (found.get(p.drawing) ?? 0) + 1);
    for (const box of boxes.values()) box.pending.value.forEach(count);
    elsewhere.value.filter((p) => !p.refused).forEach(count);
    return found;
  });

  return {
    boxes,
    boxOf,
    prepare,
    call,
    start,
    look,
    follow,
    storing: (): boolean => storing.size > 0,
    refused,
    again,
    forget,
    signedOut,
    waiting,
  };
});

const lockOf = (window: string): string => `letters-${window}`;
