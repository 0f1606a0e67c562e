// A drawing as it comes from the server: its board first, then its items, page by page. Where the
// rest does not come it is asked for again, as long as the drawing is open.
import { ApiError, away, getLines } from "../../api/client";
import type { Board, Drawable } from "../../api/types";

/** Milliseconds until what has not come whole is asked for again, at first and at the most. */
const AGAIN = 1000;
const AGAIN_AT_MOST = 15_000;
/** Milliseconds that what has come waits for more at the most. */
const LONGEST = 400;

type Take = (items: readonly Drawable[]) => void;

export interface Opening {
  board: Board;
  /**
   * Hands on the items that come after the board, those that have come already at once; the same
   * ones may come twice. Ends when all of it has come.
   */
  follow(more: Take): Promise<void>;
}

export interface Reader {
  /** Called with the reason when the rest did not come, before it is asked for again. */
  interrupted: (problem: ApiError) => void;
  signal: AbortSignal;
}

/** Whether the last line has come: what ends without it was cut off. */
const isCount = (line: unknown): line is { count: number } =>
  typeof line === "object" && line !== null && "count" in line;

/**
 * Pages that wait until there are as many items as were handed on before, or until it has been a
 * while: whoever takes them looks at all there is each time.
 */
class Gathered {
  private waiting: Drawable[] = [];
  private handed = 0;
  private last = performance.now();
  /** Takes what has come; null: nobody does yet. */
  take: Take | null = null;

  add(items: readonly Drawable[]): void {
    this.waiting.push(...items);
    const late = performance.now() - this.last > LONGEST;
    if (this.waiting.length >= this.handed || late) this.handOn();
  }

  handOn(): void {
    if (!this.take || this.waiting.length === 0) return;
    this.handed += this.waiting.length;
    this.last = performance.now();
    this.take(this.waiting.splice(0));
  }
}

/**
 * Read all lines once.
 * @throws ApiError where the last one does not come
 */
async function read(
  drawing: number,
  begin: (board: Board) => void,
  pages: Gathered,
  signal: AbortSignal,
): Promise<void> {
  let whole = false;
  const take = (line: unknown): void => {
    if (isCount(line)) whole = true;
    else if (Array.isArray(line)) pages.add(line as Drawable[]);
    else begin(line as Board);
  };
  try {
    await getLines(`/drawings/${drawing}/pages`, take, signal);
  } finally {
    pages.handOn();
  }
  if (!whole) throw away();
}

const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/**
 * Open a drawing.
 * @returns its board, as soon as that is here
 * @throws ApiError where it does not come
 */
export function openInPages(drawing: number, reader: Reader): Promise<Opening> {
  return new Promise((resolve, reject) => {
    let board: Board | null = null;
    const pages = new Gathered();
    const begin = (found: Board): void => {
      if (board) pages.add(found.repaint.items);
      board ??= found;
      resolve({ board, follow });
    };
    const follow = (take: Take): Promise<void> => {
      pages.take = take;
      pages.handOn();
      return whole;
    };
    const untilWhole = async (): Promise<void> => {
      for (let again = AGAIN; ; again = Math.min(2 * again, AGAIN_AT_MOST)) {
        try {
          await read(drawing, begin, pages, reader.signal);
          return;
        } catch (problem) {
          if (!board || !(problem instanceof ApiError) || reader.signal.aborted) throw problem;
          reader.interrupted(problem);
        }
        await pause(again);
      }
    };
    const whole = untilWhole();
    whole.catch(reject);
  });
}
