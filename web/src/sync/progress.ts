// An edit that takes long at the server: how far it is, and a way to stop it.
import { ref } from "vue";
import { ApiError, get, remove } from "../api/client";
import type { Work } from "../api/types";

/** Milliseconds before an edit counts as long, and between two looks at how far it is. */
const AFTER = 1000;
const EVERY = 500;

export interface Long {
  /** How much is done, from 0 to 1. */
  part: number;
  stopping: boolean;
}

export class ProgressPoller {
  /** Null while nothing takes long. */
  readonly long = ref<Long | null>(null);
  private timer: number | undefined;
  private path = "";

  constructor(private readonly drawing: number) {}

  /** An edit was sent. */
  start(edit: string): void {
    this.end();
    this.path = `/drawings/${this.drawing}/progress/${edit}`;
    this.later(this.path, AFTER);
  }

  /** It was answered, or is given up. */
  end(): void {
    window.clearTimeout(this.timer);
    this.path = "";
    this.long.value = null;
  }

  async stop(): Promise<void> {
    if (!this.long.value) return;
    this.long.value = { ...this.long.value, stopping: true };
    await remove(this.path).catch(passing);
  }

  private later(path: string, wait: number): void {
    this.timer = window.setTimeout(() => void this.look(path), wait);
  }

  private async look(path: string): Promise<void> {
    const work = await get<Work>(path).catch(passing);
    if (path !== this.path) return;
    if (work?.part != null) {
      this.long.value = { part: work.part, stopping: this.long.value?.stopping ?? false };
    }
    this.later(path, EVERY);
  }
}

/** How far it is cannot be asked now: the edit itself is none the worse. */
function passing(problem: unknown): null {
  if (problem instanceof ApiError) return null;
  throw problem;
}
