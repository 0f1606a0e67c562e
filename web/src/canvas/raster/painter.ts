// Paints the items that nothing touches, away from the page: all of them when another part of the
// sheet is in sight, and only what has changed while that stays. What it is told last wins.
import { paintRecipe, type Context } from "./paintrecipe";
import type {
  Arrangement,
  Overview,
  Painted,
  Picture,
  Put,
  Request,
  Sight,
  Told,
} from "./protocol";
import type { Bounds, Recipe } from "./recipe";
import { around, boundsOf, few, meet, regionOf, type Region } from "./regions";

/** Milliseconds of painting until it listens again. */
const SLICE = 12;
/** Items painted until it looks at the clock. */
const BATCH = 200;
/** Milliseconds between two looks at a drawing that is painted for the first time. */
const PART_EVERY = 150;
/** Milliseconds of rest until the overview is painted, and how many pixels it is wide or high. */
const REST = 400;
const OVERVIEW = 2048;
/** Changed places that are painted anew one by one; of more, or where items change places, all is. */
const MOST_DIRTY = 500;
const MOST_MOVED = 2000;

export interface Studio {
  canvas(width: number, height: number): OffscreenCanvas;
  path(data: string): Path2D;
  /** Lets other messages come first. */
  pause(): Promise<void>;
  post(message: Painted | Overview, transfer: Transferable[]): void;
}

interface Held {
  recipe: Recipe;
  path: Path2D | null;
}

export const sameSight = (a: Sight | null, b: Sight): boolean =>
  a !== null && JSON.stringify(a) === JSON.stringify(b);

export class Painter {
  private readonly held = new Map<string, Held>();
  private order: readonly string[] = [];
  private cuts: readonly number[] = [];
  private indexes: Map<string, number> | null = null;
  /** A canvas for each run of items between two cuts, as they were in sight last. */
  private wholes: OffscreenCanvas[] = [];
  private sight: Sight | null = null;
  /** So many items of the order are on the canvases; and what has changed of them since. */
  private painted = 0;
  private dirty: Bounds[] = [];
  private wanted: Request | null = null;
  private busy = false;
  /** Nothing was shown whole yet. */
  private first = true;
  private lastPart = 0;
  private overview: "fresh" | "old" = "old";
  private resting: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly studio: Studio) {}

  tell(told: Told): void {
    if ("put" in told) this.put(told);
    else if ("order" in told) this.arrange(told);
    else {
      this.wanted = told;
      clearTimeout(this.resting);
      if (!this.busy) void this.work();
    }
  }

  private put({ put, gone }: Put): void {
    this.overview = "old";
    for (const [id, recipe] of put) {
      const old = this.held.get(id)?.recipe;
      if (old) this.dirty.push(old.bounds, recipe.bounds);
      this.held.set(id, { recipe, path: null });
    }
    for (const id of gone) {
      const old = this.held.get(id)?.recipe;
      if (old) this.dirty.push(old.bounds);
      this.held.delete(id);
    }
  }

  private arrange({ order, cuts }: Arrangement): void {
    const old = this.order;
    let start = 0;
    while (start < old.length && old[start] === order[start]) start += 1;
    let [oldEnd, newEnd] = [old.length, order.length];
    while (oldEnd > start && newEnd > start && old[oldEnd - 1] === order[newEnd - 1]) {
      oldEnd -= 1;
      newEnd -= 1;
    }
    const shift = order.length - old.length;
    const runsStay =
      cuts.length === this.cuts.length &&
      this.cuts.every((was, n) => {
        const before = was <= start && cuts[n] === was;
        return before || (was >= oldEnd && cuts[n] === was + shift);
      });
    const more =
      start === old.length &&
      this.cuts.every((was, n) => was === cuts[n]) &&
      cuts.slice(this.cuts.length).every((cut) => cut > start);
    const moved = [...old.slice(start, oldEnd), ...order.slice(start, newEnd)];
    [this.order, this.cuts, this.indexes, this.overview] = [order, cuts, null, "old"];
    if (more) return; // what has come lies in front of all, and is painted in its turn
    if (!runsStay || moved.length > MOST_MOVED || this.painted < old.length) this.sight = null;
    else {
      this.painted = order.length;
      for (const id of moved) {
        const found = this.held.get(id);
        if (found) this.dirty.push(found.recipe.bounds);
      }
    }
  }

  private async work(): Promise<void> {
    this.busy = true;
    while (this.wanted) {
      const request: Request = this.wanted;
      this.wanted = null;
      if (!(await this.catchUp(request))) continue;
      await this.answer(request);
    }
    this.busy = false;
    this.resting = setTimeout(() => void this.look(), REST);
  }

  private stale(sight: Sight): boolean {
    return this.wanted !== null && !sameSight(sight, this.wanted.sight);
  }

  private begin(sight: Sight): void {
    this.sight = sight;
    this.wholes = [];
    this.painted = 0;
    this.dirty = [];
  }

  private sheet({ size, ratio }: Sight): OffscreenCanvas {
    return this.studio.canvas(
      Math.max(1, Math.ceil(size[0] * ratio)),
      Math.max(1, Math.ceil(size[1] * ratio)),
    );
  }

  /** Bring the canvases to what is held; false where another part is wanted meanwhile. */
  private async catchUp(request: Request): Promise<boolean> {
    const { sight } = request;
    if (!sameSight(this.sight, sight) || this.dirty.length > MOST_DIRTY) this.begin(sight);
    while (this.painted < this.order.length) {
      this.paintSome(sight);
      if (this.first && request.lifted.length === 0) this.part(request);
      await this.studio.pause();
      if (this.stale(sight)) return false;
      if (this.sight === null) this.begin(sight); // it was arranged anew meanwhile
    }
    while (this.wholes.length <= this.cuts.length) this.wholes.push(this.sheet(sight));
    this.mend(sight);
    return true;
  }

  private paintSome(sight: Sight): void {
    const bounds = boundsOf(this.edge(sight), sight);
    const until = performance.now() + SLICE;
    do {
      const run = this.runOf(this.painted);
      while (this.wholes.length <= run) this.wholes.push(this.sheet(sight));
      const canvas = this.wholes[run];
      const end = Math.min(this.cuts[run] ?? Infinity, this.order.length, this.painted + BATCH);
      if (canvas) this.paintRange(canvas, sight, [this.painted, end], (b) => meet(b, bounds));
      this.painted = Math.max(end, this.painted + 1);
    } while (this.painted < this.order.length && performance.now() < until);
  }

  private runOf(index: number): number {
    return this.cuts.filter((cut) => cut <= index).length;
  }

  private edge({ size, ratio }: Sight): Region {
    return [0, 0, Math.ceil(size[0] * ratio), Math.ceil(size[1] * ratio)];
  }

  private contextOf(canvas: OffscreenCanvas, sight: Sight): Context {
    const context = canvas.getContext("2d");
    if (!context) throw new Error("No canvas of pixels can be had here.");
    const { scale, origin, ratio } = sight;
    const by = scale * ratio;
    context.setTransform(by, 0, 0, by, origin[0] * ratio, origin[1] * ratio);
    return context;
  }

  private paintRange(
    canvas: OffscreenCanvas,
    sight: Sight,
    [from, to]: readonly [number, number],
    wanted: (bounds: Bounds, id: string) => boolean,
  ): void {
    const context = this.contextOf(canvas, sight);
    const wire = sight.wire === null ? null : { colour: sight.wire, width: 1 / sight.scale };
    for (let n = from; n < to; n += 1) {
      const id = this.order[n] ?? "";
      const found = this.held.get(id);
      if (!found || !wanted(found.recipe.bounds, id)) continue;
      found.path ??= this.studio.path(found.recipe.path);
      paintRecipe(context, found.recipe, found.path, wire);
    }
  }

  /** Paint some regions of a canvas anew, or the whole of one that is empty. */
  private paintRegions(
    canvas: OffscreenCanvas,
    sight: Sight,
    range: readonly [number, number],
    regions: readonly Region[],
    without: ReadonlySet<string>,
  ): void {
    if (regions.length === 0) return;
    const context = this.contextOf(canvas, sight);
    const parts = regions.map((region) => boundsOf(region, sight));
    context.save();
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.beginPath();
    for (const [left, top, right, bottom] of regions) {
      context.rect(left, top, right - left, bottom - top);
    }
    context.clip();
    const [left, top, right, bottom] = around(regions);
    context.clearRect(left, top, right - left, bottom - top);
    this.paintRange(
      canvas,
      sight,
      range,
      (bounds, id) => !without.has(id) && parts.some((part) => meet(part, bounds)),
    );
    context.restore();
  }

  private rangeOf(run: number): [number, number] {
    return [this.cuts[run - 1] ?? 0, this.cuts[run] ?? this.order.length];
  }

  private mend(sight: Sight): void {
    const found = this.dirty.map((b) => regionOf(b, sight)).filter((r) => r !== null);
    this.dirty = [];
    const regions = few(found);
    this.wholes.forEach((canvas, run) => {
      this.paintRegions(canvas, sight, this.rangeOf(run), regions, new Set());
    });
  }

  private copied(canvas: OffscreenCanvas): OffscreenCanvas {
    const copy = this.studio.canvas(canvas.width, canvas.height);
    copy.getContext("2d")?.drawImage(canvas, 0, 0);
    return copy;
  }

  private indexOf(id: string): number | undefined {
    this.indexes ??= new Map(this.order.map((item, n) => [item, n]));
    return this.indexes.get(id);
  }

  /** The pictures of a run, where some of its items show apart. */
  private piecesOf(request: Request, run: number, lifted: readonly number[]): Picture[] {
    const { sight, between } = request;
    const [from, to] = this.rangeOf(run);
    const whole = this.wholes[run];
    if (!whole || from === to) return [];
    const here = lifted.filter((n) => n >= from && n < to);
    const without = new Set(here.map((n) => this.order[n] ?? ""));
    const everywhere = between === "everywhere" || request.moves;
    const found = [...without]
      .map((id) => this.held.get(id)?.recipe.bounds)
      .map((bounds) => bounds && regionOf(bounds, sight))
      .filter((region) => region !== undefined && region !== null);
    const regions = everywhere && here.length > 0 ? [this.edge(sight)] : few(found);
    const stops = between === "nowhere" ? [] : here.filter((n) => !here.includes(n - 1));
    const starts = [from, ...here.filter((n) => !here.includes(n + 1)).map((n) => n + 1)];
    return [...stops, to].flatMap((stop, n): Picture[] => {
      const start = between === "nowhere" ? from : (starts[n] ?? from);
      if (n > 0 && (start >= stop || regions.length === 0)) return [];
      const canvas = n === 0 ? this.copied(whole) : this.sheet(sight);
      this.paintRegions(canvas, sight, [start, stop], regions, without);
      return [{ bitmap: canvas.transferToImageBitmap(), from: start }];
    });
  }

  private async answer(request: Request): Promise<void> {
    const { id, sight, lifted } = request;
    const places = lifted
      .map((item) => this.indexOf(item))
      .filter((n) => n !== undefined)
      .sort((a, b) => a - b);
    const pictures: Picture[] = [];
    for (let run = 0; run < this.wholes.length; run += 1) {
      pictures.push(...this.piecesOf(request, run, places));
      await this.studio.pause();
      if (this.stale(sight)) return;
    }
    const moved = request.moves ? this.movedOf(sight, places) : null;
    const bitmaps = pictures.map((p) => p.bitmap);
    this.first = false;
    this.studio.post(
      { id, sight, pictures, moved, part: false },
      moved ? [...bitmaps, moved] : bitmaps,
    );
  }

  private movedOf(sight: Sight, places: readonly number[]): ImageBitmap {
    const canvas = this.sheet(sight);
    const bounds = boundsOf(this.edge(sight), sight);
    for (const n of places) {
      this.paintRange(canvas, sight, [n, n + 1], (b) => meet(b, bounds));
    }
    return canvas.transferToImageBitmap();
  }

  /** A look at what there is so far. */
  private part({ id, sight }: Request): void {
    const now = performance.now();
    if (now - this.lastPart < PART_EVERY) return;
    this.lastPart = now;
    const pictures = this.wholes.map((canvas, run) => ({
      bitmap: this.copied(canvas).transferToImageBitmap(),
      from: this.rangeOf(run)[0],
    }));
    this.studio.post(
      { id, sight, pictures, moved: null, part: true },
      pictures.map((p) => p.bitmap),
    );
  }

  /** Where all is done: the whole drawing, for what comes into sight next. */
  private async look(): Promise<void> {
    const { sight: last, order } = this;
    if (this.overview === "fresh" || !last || order.length === 0) return;
    const all: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
    for (const { recipe } of this.held.values()) {
      const [left, top, right, bottom] = recipe.bounds;
      all[0] = Math.min(all[0], left);
      all[1] = Math.min(all[1], top);
      all[2] = Math.max(all[2], right);
      all[3] = Math.max(all[3], bottom);
    }
    const [wide, high] = [all[2] - all[0], all[3] - all[1]];
    if (!(wide > 0 || high > 0)) return;
    const scale = Math.min(OVERVIEW / Math.max(wide, high, 1e-6), 16);
    const size = [wide * scale + 2, high * scale + 2] as const;
    const origin = [1 - all[0] * scale, 1 - all[1] * scale] as const;
    const sight: Sight = { scale, origin, size, ratio: 1, wire: last.wire };
    const canvas = this.sheet(sight);
    for (let n = 0; n < order.length; n += BATCH) {
      this.paintRange(canvas, sight, [n, Math.min(order.length, n + BATCH)], () => true);
      await this.studio.pause();
      if (this.wanted || this.busy || this.order !== order) return;
    }
    this.overview = "fresh";
    const overview = canvas.transferToImageBitmap();
    this.studio.post({ overview, sight }, [overview]);
  }
}
