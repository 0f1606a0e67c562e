// The edits of one drawing on their way to the server: in order, and again until the server has
// kept each, or has refused it for a reason of the job. Whatever else happens, it stays.
import { ref, shallowRef } from "vue";
import { ApiError, get, notOurs, post } from "../api/client";
import type { Answer } from "../api/types";
import { fault } from "../lib/faults";
import { ProgressPoller } from "./progress";
import type { StoredEdit } from "./editstore";

export type SyncState = "saved" | "sending" | "waiting" | "signed-out" | "deleted";

/** A page that shows the drawing. */
export interface Reader {
  /** Which version it shows: its number, and what tells it from another one of that number. */
  known(): { version: number; tip: string };
  saved(posted: StoredEdit, answer: Answer): void;
  stale(answer: Answer): void;
  refused(posted: StoredEdit): void;
  /** What the page holds is ahead of the store, or of another past. */
  reopen(): void;
}

/** What an outbox asks of whoever holds the pending edits. */
export interface Holder {
  /** Whether the one who drew these pending edits is signed in. */
  mine(person: number): boolean;
  stored(id: string): Promise<unknown>;
  drop(posted: StoredEdit): void;
  refuse(posted: StoredEdit): void;
  saved(drawing: number, version: number): void;
}

const FIRST_WAIT = 500;
const LONGEST_WAIT = 5000;
/** Times a pending edit is sent that makes the program stumble, before it is set aside for the others. */
const MOST_STUMBLES = 6;

/** Where each form of pending edit goes to. */
const ADDRESSES: ReadonlyMap<string, string> = new Map([
  ["commands", "commands"],
  ["go", "history/head"],
]);

/** Whether what was answered says to which version of the drawing it leads. */
const isAnswer = (value: unknown): value is Answer =>
  typeof value === "object" && value !== null && Number.isInteger((value as Answer).version);

/** Whether what a page shows is no version from which the store can go on. */
export const isPast = (code: string): boolean => code === "unknown_version" || code === "long_ago";

export class SyncQueue {
  readonly state = ref<SyncState>("saved");
  readonly pending = shallowRef<StoredEdit[]>([]);
  /** How far the edit is that is at the server, where it takes long. */
  readonly work: ProgressPoller;
  private reader: Reader | null = null;
  private running = false;
  private timer: number | undefined;
  private stumbles = 0;
  private why: SyncState = "waiting";

  constructor(
    readonly drawing: number,
    private readonly holder: Holder,
  ) {
    this.work = new ProgressPoller(drawing);
  }

  get waiting(): number {
    return this.pending.value.length;
  }

  has(id: string): boolean {
    return this.pending.value.some((p) => p.id === id);
  }

  /** The page that shows the drawing; none when it was left. */
  attach(reader: Reader | null): void {
    this.reader = reader;
  }

  /** Put pending edits at the end, and send. */
  add(posted: StoredEdit[]): void {
    this.pending.value = [...this.pending.value, ...posted.filter((p) => !this.has(p.id))];
    this.resume();
  }

  /** Try now, whatever was waited for. */
  resume(): void {
    window.clearTimeout(this.timer);
    void this.run(FIRST_WAIT);
  }

  private async run(wait: number): Promise<void> {
    if (this.running || this.waiting === 0) return;
    this.running = true;
    if (this.state.value === "saved") this.state.value = "sending";
    let on = true;
    try {
      while (this.waiting > 0 && on) on = await this.deliver();
    } finally {
      this.running = false;
      if (this.waiting === 0) this.state.value = "saved";
      else {
        this.state.value = this.why;
        const next = Math.min(wait * 2, LONGEST_WAIT);
        this.timer = window.setTimeout(() => void this.run(next), wait);
      }
    }
  }

  /** Whether the first pending edit is dealt with; false when it has to wait. */
  private async deliver(): Promise<boolean> {
    const posted = this.pending.value[0];
    if (!posted) return true;
    this.why = "waiting";
    if (!this.holder.mine(posted.person)) {
      this.why = "signed-out";
      return false;
    }
    const { path, ...body } = posted.edit;
    const address = ADDRESSES.get(path);
    if (address === undefined) {
      return this.setAside(posted, {
        code: "unknown_letter",
        message:
          "This edit was made by another version of the program and cannot be sent. " +
          "It stays stored here; reload the page, or discard it.",
      });
    }
    const known = this.reader?.known() ?? { version: null };
    this.work.start(posted.id);
    try {
      const answer = await post<unknown>(`/drawings/${this.drawing}/${address}`, {
        ...body,
        ...known,
      });
      if (!isAnswer(answer)) throw notOurs();
      this.stumbles = 0;
      await this.dealtWith(posted);
      this.holder.drop(posted);
      this.state.value = this.waiting > 0 ? "sending" : "saved";
      this.shown(() => this.reader?.saved(posted, answer));
      this.holder.saved(this.drawing, answer.version);
      return true;
    } catch (problem) {
      if (problem instanceof ApiError) return this.troubled(posted, problem);
      fault(problem);
      return false;
    } finally {
      this.work.end();
    }
  }

  /** Let the page show something; where it cannot, that keeps no edit from being sent. */
  private shown(show: () => void): void {
    try {
      show();
    } catch (problem) {
      fault(problem);
      this.reader?.reopen();
    }
  }

  private async troubled(posted: StoredEdit, trouble: ApiError): Promise<boolean> {
    if (trouble.code === "stale") {
      const { edit } = posted;
      const { answer } = trouble.body as { answer?: unknown };
      if (!isAnswer(answer)) return false; // none of ours
      this.shown(() => this.reader?.stale(answer));
      if (edit.path !== "go" || edit.edit !== null || typeof edit.to === "number") return true;
      // It does not say what it would take back, and the drawing is no longer as it was seen.
      return this.setAside(posted, {
        code: "not_the_last",
        message: "Another window has changed the drawing. Nothing was undone.",
      });
    }
    if (trouble.final) return this.setAside(posted, trouble);
    if (trouble.code === "unforeseen" && ++this.stumbles >= MOST_STUMBLES) {
      return this.setAside(posted, trouble);
    }
    if (trouble.code === "not_signed_in") this.why = "signed-out";
    if (trouble.code === "unknown_drawing") this.why = "deleted";
    if (isPast(trouble.code)) this.reader?.reopen();
    if (trouble.code === "no_token") await get("/me").catch(() => undefined); // brings a new one
    return false;
  }

  /** It will not be kept: out of the way of the others, and there to be looked at. */
  private async setAside(
    posted: StoredEdit,
    why: Pick<ApiError, "code" | "message">,
  ): Promise<boolean> {
    this.stumbles = 0;
    const { code, message: sentence } = why;
    if (posted.edit.path === "go" || code === "stopped") {
      await this.dealtWith(posted);
      this.holder.drop(posted);
      this.reader?.refused({ ...posted, refused: { code, sentence, at: "" } });
      return true;
    }
    const refused = { ...posted, refused: { code, sentence, at: new Date().toISOString() } };
    await this.dealtWith(posted);
    this.holder.refuse(refused);
    this.reader?.refused(refused);
    return true;
  }

  /** Out of the queue; not before it was stored, so that it is not stored afterwards. */
  private async dealtWith(posted: StoredEdit): Promise<void> {
    await this.holder.stored(posted.id);
    this.pending.value = this.pending.value.filter((p) => p.id !== posted.id);
  }
}
