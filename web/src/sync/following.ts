// What other windows do to the open drawing: taken over at once where they are in this browser, and
// within seconds elsewhere; and that one of them deleted it.
import { ref } from "vue";
import { ApiError, get, post as postTo } from "../api/client";
import type { Answer, Since } from "../api/types";
import { isPast } from "./syncqueue";
import { useSyncStore } from "./syncstore";
import { useNotices } from "../session/notices";

/** Milliseconds after which the server is asked whether somebody else has changed the drawing. */
const FOLLOW_EVERY = 3000;

/** The drawing that is open. */
export interface Followed {
  id(): number;
  known(): { version: number; tip: string };
  /** How many edits are on their way: the answer to them says what others did, too. */
  waiting(): number;
  /** The server has answered. */
  reached(): void;
  take(answer: Answer): void;
  reopen(): void;
}

export function useFollowing(open: Followed) {
  const sync = useSyncStore();
  const notices = useNotices();
  /** The drawing was deleted in another window. */
  const deleted = ref(false);
  let timer: number | undefined;
  let asking = false;

  sync.follow((drawing, to) => {
    if (drawing === open.id() && to > open.known().version) void follow();
  });

  async function follow(): Promise<void> {
    const drawing = open.id();
    if (drawing === 0 || asking || document.hidden || sync.signedOut) return;
    if (open.waiting() > 0 && !deleted.value) return;
    asking = true;
    try {
      const { version, tip } = open.known();
      const { answer } = await get<Since>(
        `/drawings/${drawing}/changes?since=${version}&tip=${tip}`,
      );
      if (drawing === open.id()) open.reached();
      if (deleted.value) sync.boxOf(drawing).resume();
      deleted.value = false;
      const same = drawing === open.id() && tip === open.known().tip;
      if (answer && same && open.waiting() === 0) open.take(answer);
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      if (drawing === open.id()) lost(problem);
    } finally {
      asking = false;
    }
  }

  function lost(problem: ApiError): void {
    if (isPast(problem.code)) open.reopen();
    if (problem.code !== "unknown_drawing" || deleted.value) return;
    deleted.value = true;
    notices.tell(
      "This drawing was deleted in another window. It stays open here, and your edits are stored.",
      { label: "Restore", run: () => void restore() },
    );
  }

  async function restore(): Promise<void> {
    try {
      await postTo(`/drawings/${open.id()}/restoration`);
      await follow();
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(problem.message);
    }
  }

  function start(): void {
    stop();
    deleted.value = false;
    timer = window.setInterval(() => void follow(), FOLLOW_EVERY);
  }
  const stop = (): void => window.clearInterval(timer);

  return { deleted, start, stop };
}
