// A large drawing as the canvas shows it: pictures of what nothing touches, and as SVG, above or
// between them, what is selected, previewed, on its way to the server, or of a kind that only SVG
// shows as it is. A picture stays until the next one comes; what it lacks shows in front of it.
import { shallowRef } from "vue";
import type { Drawable } from "../../api/types";
import type { Scene } from "../../stores/board/scene";
import type { Tree } from "../../core/tree";
import { Meeting } from "./meeting";
import type { Overview, Painted, Request, Sight, Told } from "./protocol";
import { sameSight } from "./painter";
import { recipeOf, wireOf, type Bounds, type Recipe } from "./recipe";
import { rowsOf, sequenceOf, type Sequence } from "./sequence";

/** Items that show as SVG at the most; more are painted as they are shown at the moment. */
const MOST_LIFTED = 200;
/** Rows of neighbours between which there is a picture each. */
const MOST_ROWS = 4;
/** Places at which something stays SVG, of a drawing that is painted as pixels at all. */
const MOST_STANDING = 12;
/** Items that are told of at a time. */
const PAGE = 4000;

/** What the canvas shows, from back to front. */
export type Node =
  | { what: "picture"; key: string; bitmap: ImageBitmap }
  | { what: "item"; key: string; id: string; standing: boolean; place: number };

export interface Shown {
  sight: Sight;
  nodes: readonly Node[];
  /** Some of what is in sight is not painted yet. */
  part: boolean;
  /** Items among them that are no part of the pictures. */
  lifted: ReadonlySet<string>;
}

interface Plan extends Pick<Request, "lifted" | "between" | "moves"> {
  sequence: Sequence;
}

interface Wanted extends Pick<Request, "sight" | "lifted" | "between" | "moves"> {
  revision: number;
}

export interface World {
  scene: Scene;
  /** What is in sight, and how; null: nothing can be painted yet. */
  sight: () => Sight | null;
  /** The items selected, with what is in them. */
  selected: () => readonly string[];
  tell: (told: Told) => void;
}

export class RasterModel {
  readonly shown = shallowRef<Shown | null>(null);
  readonly overview = shallowRef<Overview | null>(null);
  /** Items that show in front of the pictures until there are some without them. */
  readonly ahead = shallowRef<readonly string[]>([]);
  /** Too much of it can only be shown as SVG. */
  readonly unfit = shallowRef(false);
  private sequence: Sequence = { order: [], standing: new Map() };
  private ordered: ReadonlySet<string> = new Set();
  private tree: Tree | null = null;
  private wires: boolean | null = null;
  private readonly sent = new Map<string, Recipe>();
  private changed = new Set<string>();
  private readonly recipes = new WeakMap<Drawable, Recipe | null>();
  private readonly wireRecipes = new WeakMap<Drawable, Recipe>();
  private readonly meeting = new Meeting();
  private readonly plans = new Map<number, Plan>();
  private asked: Wanted | null = null;
  private requests = 0;
  private revision = 0;
  private due = false;

  constructor(private readonly world: World) {
    world.scene.onChange = (items) => {
      for (const id of items) this.changed.add(id);
      this.soon();
    };
  }

  /** A picture is on its way. */
  get waits(): boolean {
    return this.due || this.plans.size > 0;
  }

  /** The items that are moved at the moment, where they are more than SVG would bear. */
  private get bulk(): readonly string[] | null {
    const items = this.world.scene.moved.value?.items;
    if (!items) return null;
    if (items !== this.moving.items) {
      const { value: tree } = this.world.scene.tree;
      const drawn = items.flatMap((i) => tree.drawnIn(i)).filter((i) => this.sent.has(i));
      this.moving = { items, drawn };
    }
    return this.moving.drawn.length > MOST_LIFTED ? this.moving.drawn : null;
  }
  private moving: { items: readonly string[]; drawn: string[] } = { items: [], drawn: [] };

  /** Which pictures go with what is moved at the moment. */
  get carried(): "all" | "moved" | null {
    const { bulk } = this;
    if (!bulk) return null;
    return bulk.length < this.sequence.order.length ? "moved" : "all";
  }

  /** The canvas shows pictures from here on: all is told and asked for. */
  anew(): void {
    this.shown.value = this.overview.value = this.asked = this.tree = null;
    this.sent.clear();
    this.plans.clear();
    this.soon();
  }

  /** Ask for what is to be seen now, in a moment. */
  soon(): void {
    if (this.due) return;
    this.due = true;
    queueMicrotask(() => {
      this.due = false;
      this.sync();
    });
  }

  private recipe(item: Drawable): Recipe | null {
    if (this.wires) {
      const wire = this.wireRecipes.get(item) ?? wireOf(item);
      this.wireRecipes.set(item, wire);
      return wire;
    }
    let found = this.recipes.get(item);
    if (found === undefined) this.recipes.set(item, (found = recipeOf(item)));
    return found;
  }

  /** Items that show otherwise than the server has them. */
  private live(): Set<string> {
    const { before, previewed, queued } = this.world.scene;
    return new Set([...before.items.keys(), ...previewed.items.keys(), ...queued.items.keys()]);
  }

  private sync(): void {
    const { scene } = this.world;
    const sight = this.world.sight();
    if (!sight) return;
    const wires = sight.wire !== null;
    const anew = this.wires !== wires;
    this.wires = wires;
    const live = this.live();
    const few = live.size <= MOST_LIFTED;
    const changed = anew ? new Set([...this.changed, ...this.sent.keys()]) : this.changed;
    this.changed = new Set();
    const stays = (id: string): Recipe | undefined =>
      few && live.has(id) ? this.sent.get(id) : undefined;
    const rebuild =
      anew || this.tree !== scene.tree.value || [...changed].some((id) => this.turns(id, stays));
    if (rebuild) this.arrange(stays);
    if (this.unfit.value) return;
    this.put(changed, stays, rebuild);
    this.ask(sight, few ? live : new Set());
  }

  /** Whether an item comes to be painted as pixels, or no longer is. */
  private turns(id: string, stays: (id: string) => Recipe | undefined): boolean {
    if (stays(id)) return false;
    const { scene } = this.world;
    const item = scene.item(id);
    if (!item) return this.ordered.has(id);
    if (scene.tree.value.holds(id)) return true;
    return this.ordered.has(id) !== (!item.hidden && this.recipe(item) !== null);
  }

  private arrange(stays: (id: string) => Recipe | undefined): void {
    const { scene } = this.world;
    this.tree = scene.tree.value;
    const recipe = (item: Drawable): Recipe | null => stays(item.id) ?? this.recipe(item);
    const item = (id: string): Drawable | undefined => scene.item(id);
    this.sequence = sequenceOf(this.tree, { item, recipe }, this.wires ?? false);
    this.ordered = new Set(this.sequence.order);
    this.unfit.value = this.sequence.standing.size > MOST_STANDING;
  }

  private put(
    changed: ReadonlySet<string>,
    stays: (id: string) => Recipe | undefined,
    arranged: boolean,
  ): void {
    const { scene } = this.world;
    const put: [string, Recipe][] = [];
    for (const id of arranged ? this.ordered : changed) {
      const item = this.ordered.has(id) ? scene.item(id) : undefined;
      const recipe = stays(id) ?? (item && this.recipe(item));
      if (!recipe || recipe === this.sent.get(id)) continue;
      this.sent.set(id, recipe);
      put.push([id, recipe]);
    }
    const gone = arranged ? [...this.sent.keys()].filter((id) => !this.ordered.has(id)) : [];
    for (const id of gone) this.sent.delete(id);
    if (put.length === 0 && gone.length === 0 && !arranged) return;
    this.revision += 1;
    this.meeting.forget();
    for (let n = 0; n < Math.max(1, put.length); n += PAGE) {
      this.world.tell({ put: put.slice(n, n + PAGE), gone: n === 0 ? gone : [] });
    }
    const { order, standing } = this.sequence;
    if (arranged) this.world.tell({ order, cuts: [...standing.keys()] });
  }

  /** What shows apart now, and how the pictures go around it. */
  private plan(live: ReadonlySet<string>): Plan {
    const { sequence } = this;
    const { order } = sequence;
    const bulk = this.bulk;
    const moves = bulk !== null && bulk.length < order.length;
    if (bulk) return { lifted: moves ? bulk : [], between: "nowhere", moves, sequence };
    const selected = this.world.selected().filter((i) => this.sent.has(i));
    const wanted = new Set([...live, ...(selected.length <= MOST_LIFTED ? selected : [])]);
    if (wanted.size === 0) return { lifted: [], between: "nowhere", moves: false, sequence };
    const places = order.flatMap((id, n) => (wanted.has(id) ? [n] : []));
    const many = rowsOf(places) > MOST_ROWS;
    const busy = live.size > 0 || this.world.scene.moved.value !== null;
    const lifted = many && !busy ? [] : places.map((n) => order[n] ?? "");
    const between = busy ? "everywhere" : "where it lies";
    return { lifted, between: many ? "nowhere" : between, moves: false, sequence };
  }

  private ask(sight: Sight, live: ReadonlySet<string>): void {
    const plan = this.plan(live);
    const { lifted, between, moves } = plan;
    const here = this.shown.value?.lifted;
    const ahead = moves || !here ? [] : lifted.filter((id) => !here.has(id));
    if (ahead.length > 0 || this.ahead.value.length > 0) this.ahead.value = ahead;
    const wanted = { sight, lifted, between, moves, revision: this.revision };
    if (this.serves(wanted)) return;
    this.asked = wanted;
    this.requests += 1;
    this.plans.set(this.requests, plan);
    this.world.tell({ id: this.requests, sight, lifted, between, moves });
  }

  /** What was asked for last shows this as well; pictures may go farther around than they need to. */
  private serves(wanted: Wanted): boolean {
    const { asked } = this;
    return (
      asked !== null &&
      asked.revision === wanted.revision &&
      asked.moves === wanted.moves &&
      sameSight(asked.sight, wanted.sight) &&
      (asked.between === wanted.between ||
        (asked.between === "everywhere" && wanted.between === "where it lies")) &&
      asked.lifted.length === wanted.lifted.length &&
      asked.lifted.every((id, n) => id === wanted.lifted[n])
    );
  }

  /** Show what the painter has made. */
  take(painted: Painted): void {
    const plan = this.plans.get(painted.id);
    if (!plan) return;
    for (const id of this.plans.keys()) {
      if (id < painted.id || (id === painted.id && !painted.part)) this.plans.delete(id);
    }
    const lifted = new Set(plan.moves ? [] : plan.lifted);
    const { sight, part } = painted;
    this.shown.value = { sight, part, nodes: nodesOf(painted, plan), lifted };
    this.ahead.value = this.ahead.value.filter((id) => !lifted.has(id));
  }

  /** The item under a place of the sheet that is painted as pixels or shown apart, and where it lies. */
  at(place: readonly [number, number], scale: number, free: (id: string) => boolean) {
    const slack = 8 / scale;
    const [x, y] = place;
    const box = [x - slack, y - slack, x + slack, y + slack] as const;
    for (const n of this.near(box)) {
      const id = this.sequence.order[n] ?? "";
      const item = this.world.scene.item(id);
      if (!item || !this.meeting.meets(item, place, scale, this.wires ?? false)) continue;
      if (free(id)) return { item: id, place: n };
    }
    return null;
  }

  /** All that is drawn in a box of the sheet, from back to front; what stays SVG wherever it is. */
  within(box: Bounds): string[] {
    const { order, standing } = this.sequence;
    const here = [...this.near(box)].reverse();
    const found: string[] = [];
    let next = 0;
    for (const [cut, ids] of standing) {
      while (next < here.length && (here[next] ?? 0) < cut)
        found.push(order[here[next++] ?? 0] ?? "");
      found.push(...ids);
    }
    return [...found, ...here.slice(next).map((n) => order[n] ?? "")];
  }

  private near(box: Bounds): Generator<number> {
    return this.meeting.near(box, this.sequence.order, (id) => this.sent.get(id));
  }
}

/** Pictures, what stays SVG and what shows apart, in the order in which they lie. */
function nodesOf({ pictures, moved }: Painted, plan: Plan): Node[] {
  const { order, standing } = plan.sequence;
  const found: { at: number; node: Node }[] = pictures.map(({ bitmap, from }) => ({
    at: from + 0.5,
    node: { what: "picture", key: `picture ${from}`, bitmap },
  }));
  const apart = (id: string, at: number, stands: boolean): void => {
    found.push({ at, node: { what: "item", key: id, id, standing: stands, place: at } });
  };
  for (const [cut, ids] of standing) for (const id of ids) apart(id, cut, true);
  if (!plan.moves && plan.lifted.length > 0) {
    const lifted = new Set(plan.lifted);
    const onTop = plan.between === "nowhere" ? order.length + 1 : 0;
    order.forEach((id, n) => lifted.has(id) && apart(id, onTop || n + 0.6, false));
  }
  if (moved) {
    const node: Node = { what: "picture", key: "moved", bitmap: moved };
    found.push({ at: order.length + 2, node });
  }
  return found.sort((a, b) => a.at - b.at).map(({ node }) => node);
}
