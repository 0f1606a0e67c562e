// At most one question is under way; of those asked meanwhile only the newest is asked next.

import { fault } from "./faults";

export class LatestOnly<Q> {
  private busy = false;
  private next: Q | null = null;
  private held = false;

  constructor(private readonly ask: (question: Q) => Promise<void>) {}

  /** Ask now, or as soon as the question under way is answered. */
  put(question: Q): void {
    this.next = question;
    void this.run();
  }

  /** Forget what has not been asked yet. */
  drop(): void {
    this.next = null;
  }

  /** Ask nothing until released; the newest question waits. */
  hold(held: boolean): void {
    this.held = held;
    if (!held) void this.run();
  }

  private async run(): Promise<void> {
    if (this.busy || this.held) return;
    this.busy = true;
    try {
      while (this.next !== null && !this.held) {
        const question = this.next;
        this.next = null;
        await this.ask(question).catch(fault);
      }
    } finally {
      this.busy = false;
    }
  }
}
