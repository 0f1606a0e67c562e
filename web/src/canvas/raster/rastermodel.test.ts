import { beforeEach, expect, test } from "vitest";
import { nextTick } from "vue";
import type { Drawable, Repaint } from "../../api/types";
import { Scene } from "../../stores/board/scene";
import type { Arrangement, Painted, Put, Request, Sight, Told } from "./protocol";
import { RasterModel, type Node } from "./rastermodel";
import { rowsOf } from "./sequence";

const finish = { opacity: 1, blend: "normal", effects: [] };

function item(id: string, more: object = {}): Drawable {
  return {
    id,
    type: "outline",
    hidden: false,
    path: `M${id}`,
    rule: "nonzero",
    box: [0, 0, 9, 9],
    style: { fill: "#fff", fill_opacity: 1, strokes: [] },
    finish,
    filter: null,
    mask: null,
    symmetry: null,
    assembly: null,
    dashes: [],
    open: false,
    ...more,
  } as unknown as Drawable;
}
const blended = { finish: { ...finish, blend: "multiply" } };
const repaint = (items: Drawable[], more: object = {}): Repaint =>
  ({ items, removed: [], moves: [], sheet: null, selection: {}, ...more }) as unknown as Repaint;

let scene: Scene;
let told: Told[];
let sight: Sight | null;
let selected: string[];
let model: RasterModel;

beforeEach(() => {
  scene = new Scene();
  told = [];
  selected = [];
  sight = { scale: 1, origin: [0, 0], size: [100, 100], ratio: 1, wire: null };
  model = new RasterModel({
    scene,
    sight: () => sight,
    selected: () => selected,
    tell: (message) => told.push(message),
  });
});

async function open(...items: Drawable[]): Promise<void> {
  const places = items.map((i): [string, string] => [i.id, "layer"]);
  scene.open(repaint([item("layer", { type: "layer" }), ...items]), [["layer", ""], ...places]);
  await nextTick();
}
const requests = (): Request[] => told.filter((m): m is Request => "between" in m);
const order = () => told.findLast((m): m is Arrangement => "order" in m);
const putLast = () => told.findLast((m): m is Put => "put" in m)?.put.map(([id]) => id);

/** The painter has made what was asked for last. */
function made(from: number[] = [0], moved = false): string[] {
  const { id, sight: of } = requests().at(-1) as Request;
  const pictures = from.map((n) => ({ bitmap: {} as ImageBitmap, from: n }));
  const painted: Painted = {
    id,
    sight: of,
    pictures,
    moved: moved ? ({} as ImageBitmap) : null,
    part: false,
  };
  model.take(painted);
  return (model.shown.value?.nodes ?? []).map((n: Node) => n.key);
}

test("a drawing is told, and asked for", async () => {
  await open(item("a"), item("b"), item("hidden", { hidden: true }));
  expect(putLast()).toEqual(["a", "b"]);
  expect(order()).toEqual({ order: ["a", "b"], cuts: [] });
  expect(requests()).toHaveLength(1);
  expect(made()).toEqual(["picture 0"]);
  model.soon();
  await nextTick();
  expect(requests()).toHaveLength(1); // nothing is otherwise
});

test("what only SVG shows as it is lies between two pictures", async () => {
  await open(item("a"), item("odd", blended), item("b"));
  expect(order()).toEqual({ order: ["a", "b"], cuts: [1] });
  expect(made([0, 1])).toEqual(["picture 0", "odd", "picture 1"]);
  scene.take(repaint([item("odd")]));
  await nextTick();
  expect(order()).toEqual({ order: ["a", "odd", "b"], cuts: [] });
});

test("with too many of those all is SVG", async () => {
  await open(...Array.from({ length: 40 }, (_, n) => item(`i${n}`, n % 2 ? blended : {})));
  expect(model.unfit.value).toBe(true);
  expect(requests()).toHaveLength(0);
  scene.take(repaint(Array.from({ length: 40 }, (_, n) => item(`i${n}`))));
  model.anew(); // as the canvas does once it shows pictures
  await nextTick();
  expect(model.unfit.value).toBe(false);
  expect(putLast()).toHaveLength(40);
  expect(requests()).toHaveLength(1);
});

test("what is selected shows apart where it lies", async () => {
  await open(item("a"), item("b"), item("c"));
  made();
  selected = ["b"];
  model.soon();
  await nextTick();
  expect(requests().at(-1)).toMatchObject({ lifted: ["b"], between: "where it lies" });
  expect(model.ahead.value).toEqual(["b"]);
  expect(made([0, 2])).toEqual(["picture 0", "b", "picture 2"]);
  expect(model.ahead.value).toEqual([]);
});

test("a preview lifts what it changes; once it is over, all is as it was", async () => {
  await open(item("a"), item("b"), item("c"));
  made();
  scene.preview(repaint([item("a", { path: "M1" })]), ["a"]);
  await nextTick();
  expect(requests().at(-1)).toMatchObject({ lifted: ["a"], between: "everywhere" });
  expect(putLast()).toEqual(["a", "b", "c"]); // the painter is not told
  made([0, 1]);
  scene.endPreview();
  await nextTick();
  expect(requests().at(-1)).toMatchObject({ lifted: [] });
});

test("what is changed for good is told", async () => {
  await open(item("a"), item("b"));
  made();
  scene.take(repaint([item("b", { path: "M2" })]));
  await nextTick();
  expect(putLast()).toEqual(["b"]);
  expect(requests()).toHaveLength(2);
  scene.take(repaint([], { removed: ["a"] }));
  await nextTick();
  expect(told.findLast((m): m is Put => "put" in m)?.gone).toEqual(["a"]);
  expect(order()?.order).toEqual(["b"]);
});

test("scattered items show apart only while something is done to them", async () => {
  await open(...Array.from({ length: 20 }, (_, n) => item(`i${n}`)));
  selected = Array.from({ length: 10 }, (_, n) => `i${2 * n}`);
  model.soon();
  await nextTick();
  expect(requests().at(-1)?.lifted).toEqual([]);
  scene.preview(repaint(selected.map((id) => item(id, { path: "M1" }))), selected);
  await nextTick();
  expect(requests().at(-1)).toMatchObject({ between: "nowhere" });
  expect(requests().at(-1)?.lifted).toHaveLength(10);
  expect(made().at(-1)).toBe("i18"); // in front of the picture
});

test("of very many that are previewed the painter is told", async () => {
  const many = Array.from({ length: 300 }, (_, n) => item(`i${n}`));
  await open(...many);
  made();
  scene.preview(repaint(many.map((i) => item(i.id, { path: "M1" }))), []);
  await nextTick();
  expect(putLast()).toHaveLength(300);
  expect(requests().at(-1)?.lifted).toEqual([]);
});

test("very many that are moved go as pictures", async () => {
  const many = Array.from({ length: 300 }, (_, n) => item(`i${n}`));
  await open(...many);
  made();
  const ids = many.map((i) => i.id);
  const moved = { matrices: [[1, 0, 0, 1, 5, 5]], copies: false };
  scene.preview(repaint([], { moved }), ids);
  model.soon();
  await nextTick();
  expect(model.carried).toBe("all");
  expect(requests()).toHaveLength(1); // what is there only moves
  scene.preview(repaint([], { moved }), ids.slice(0, 250));
  model.soon();
  await nextTick();
  expect(model.carried).toBe("moved");
  expect(requests().at(-1)).toMatchObject({ moves: true });
  expect(made([0], true)).toEqual(["picture 0", "moved"]);
});

test("without a sight nothing is asked; wires are painted of everything", async () => {
  sight = null;
  await open(item("a"), item("odd", blended));
  expect(told).toEqual([]);
  sight = { scale: 1, origin: [0, 0], size: [9, 9], ratio: 1, wire: "#123" };
  model.soon();
  await nextTick();
  expect(order()).toEqual({ order: ["a", "odd"], cuts: [] });
});

test("rows of neighbours", () => {
  expect(rowsOf([])).toBe(0);
  expect(rowsOf([3, 4, 5])).toBe(1);
  expect(rowsOf([1, 3, 4, 9])).toBe(3);
});
