import { expect, test } from "vitest";
import type { Drawable, Matrix, Point } from "../../api/types";
import { after, inverse, mapped } from "../../core/matrices";
import { Tree } from "../../core/tree";
import { CopiesModel } from "./copiesmodel";
import type { Scene } from "./scene";

const HERE: Matrix = [1, 0, 0, 1, 0, 0];
/** About the upright line at 50, and about the level one at 40. */
const ACROSS: Matrix = [-1, 0, 0, 1, 100, 0];
const DOWN: Matrix = [1, 0, 0, -1, 0, 80];
const QUARTER: Matrix = [0, 1, -1, 0, 30, 10];

const symmetry = (...images: Matrix[]): Drawable =>
  ({ type: "symmetry", symmetry: { images: [HERE, ...images] } }) as unknown as Drawable;

/** `leaf` lies in a mirror in another one, `twig` in the outer one, `stone` in none. */
function images(...selected: string[]): CopiesModel {
  const items: Record<string, Drawable> = { outer: symmetry(ACROSS), inner: symmetry(DOWN) };
  const tree = Tree.of([
    ["layer", ""],
    ["outer", "layer"],
    ["inner", "outer"],
    ["twig", "outer"],
    ["leaf", "inner"],
    ["stone", "layer"],
  ]);
  const showing = { tree: { value: tree }, item: (id: string) => items[id] };
  return new CopiesModel(showing as unknown as Scene, () => selected);
}

test("a map and its way back", () => {
  const both = after(ACROSS, QUARTER);
  const place: Point = [3, 7];
  expect(mapped(both, place)).toEqual(mapped(ACROSS, mapped(QUARTER, place)));
  mapped(inverse(both), mapped(both, place)).forEach((v, n) => {
    expect(v).toBeCloseTo(place[n] ?? NaN);
  });
});

test("the hand in an image of an image is brought back through both", () => {
  const hand = images("leaf");
  expect(hand.toOriginal([10, 20])).toEqual([10, 20]);
  hand.take([1, 1]);
  expect(hand.toOriginal([10, 20])).toEqual([90, 60]);
  expect(hand.fromOriginal([90, 60])).toEqual([10, 20]);
  expect(hand.turnedBack([3, 4])).toEqual([-3, -4]);
  hand.take([0, 1]);
  expect(hand.toOriginal([10, 20])).toEqual([10, 60]);
});

test("all other images are told, the original among them", () => {
  const hand = images("leaf");
  hand.take([1, 0]);
  expect(hand.others.value.map((o) => o.turns)).toEqual([
    [0, 0],
    [0, 1],
    [1, 1],
  ]);
  expect(hand.others.value[0]?.matrix).toBeNull();
});

test("what lies in different symmetries is worked on where it is", () => {
  const both = images("leaf", "twig");
  both.take([1, 1]);
  expect(both.here.value).toBeNull();
  expect(both.toOriginal([10, 20], ["twig"])).toEqual([90, 20]);
  expect(images("stone").others.value).toEqual([]);
});
