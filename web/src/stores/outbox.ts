// Edits on their way to the server: kept in the browser, sent in order, sent again when a
// connection was lost. An edit that arrives twice is applied once, because it carries an id.
import { ref } from "vue";
import { Trouble, post } from "../api/client";
import type { Answer, Command } from "../api/types";
import { newId } from "../core/ids";

export type Letter = { id: string; selection: string[] } & (
  | { path: "commands"; command: Command; merge: boolean }
  | { path: "go"; to: "undo" | "redo" | number }
);

export type Kept = "kept" | "sending" | "waiting";

interface Reader {
  version(): number;
  kept(letter: Letter, answer: Answer): void;
  stale(answer: Answer): void;
  refused(letter: Letter, trouble: Trouble): void;
}

const FIRST_WAIT = 500;
const LONGEST_WAIT = 5000;

export class Outbox {
  readonly state = ref<Kept>("kept");
  private letters: Letter[];
  private running = false;
  private timer: number | undefined;
  private closed = false;

  constructor(
    private readonly drawing: number,
    private readonly reader: Reader,
  ) {
    this.letters = JSON.parse(localStorage.getItem(this.key) ?? "[]") as Letter[];
  }

  private get key(): string {
    return `waiting-${this.drawing}`;
  }

  get waiting(): number {
    return this.letters.length;
  }

  has(id: string): boolean {
    return this.letters.some((l) => l.id === id);
  }

  send(letter: Letter): void {
    this.letters.push(letter);
    this.keep();
    void this.run();
  }

  /** Send what is left from an earlier visit. */
  resume(): void {
    if (this.letters.length > 0) void this.run();
  }

  close(): void {
    this.closed = true;
    window.clearTimeout(this.timer);
  }

  private keep(): void {
    if (this.letters.length > 0) localStorage.setItem(this.key, JSON.stringify(this.letters));
    else localStorage.removeItem(this.key);
  }

  private async run(wait = FIRST_WAIT): Promise<void> {
    if (this.running || this.closed) return;
    this.running = true;
    window.clearTimeout(this.timer);
    if (this.state.value === "kept") this.state.value = "sending";
    let again = false;
    while (this.letters.length > 0 && !again) again = !(await this.deliver());
    this.running = false;
    if (again) {
      this.state.value = "waiting";
      const next = Math.min(wait * 2, LONGEST_WAIT);
      if (!this.closed) this.timer = window.setTimeout(() => void this.run(next), wait);
    } else {
      this.state.value = "kept";
    }
  }

  /** Whether the first letter is dealt with; false when it has to wait. */
  private async deliver(): Promise<boolean> {
    const letter = this.letters[0];
    if (!letter) return true;
    const { path, ...body } = letter;
    try {
      const version = this.reader.version();
      const answer = await post<Answer>(`/drawings/${this.drawing}/${path}`, { ...body, version });
      this.drop();
      this.state.value = this.letters.length > 0 ? "sending" : "kept";
      this.reader.kept(letter, answer);
    } catch (problem) {
      if (!(problem instanceof Trouble)) throw problem;
      if (problem.passing) return false;
      if (problem.code === "stale") {
        this.reader.stale((problem.body as { answer: Answer }).answer);
      } else {
        this.drop();
        this.reader.refused(letter, problem);
      }
    }
    return true;
  }

  private drop(): void {
    this.letters.shift();
    this.keep();
  }
}

export const editLetter = (command: Command, selection: string[], merge = false): Letter => ({
  id: newId(),
  path: "commands",
  command,
  selection,
  merge,
});

export const goLetter = (to: "undo" | "redo" | number, selection: string[]): Letter => ({
  id: newId(),
  path: "go",
  to,
  selection,
});
