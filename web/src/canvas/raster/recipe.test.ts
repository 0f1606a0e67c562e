import { expect, test } from "vitest";
import type { Drawable } from "../../api/types";
import { FINISH, STROKE } from "../../tools/tests/recording";
import { recipeOf, wireOf } from "./recipe";

const stroke = STROKE;
const finish = FINISH;
const gradient = {
  kind: "linear",
  stops: [
    { at: 0, colour: "#ffffff", opacity: 0.5 },
    { at: 1, colour: "#000000", opacity: 1 },
  ],
  place: { across: [10, 0], down: [0, 10], origin: [3, 4] },
  focus: [0, 0],
  spread: "pad",
};

function item(style: object, more: object = {}): Drawable {
  return {
    id: "a",
    path: "M0 0L10 0L10 10Z",
    rule: "nonzero",
    box: [0, 0, 10, 10],
    style: { fill: null, fill_opacity: 1, strokes: [], ...style },
    finish,
    filter: null,
    dashes: [],
    open: false,
    assembly: null,
    ...more,
  } as unknown as Drawable;
}

test("a fill and its strokes, and how far they reach", () => {
  const recipe = recipeOf(item({ fill: "#ff0000", fill_opacity: 0.5, strokes: [stroke] }));
  expect(recipe?.fill).toEqual({ ink: "#ff0000", opacity: 0.5 });
  expect(recipe?.pens).toMatchObject([{ colour: "#1B2924", width: 2, inside: false }]);
  expect(recipe?.bounds).toEqual([-1, -1, 11, 11]);
});

test.each([
  ["a miter", { join: "miter", miter_limit: 5 }, 5],
  ["square ends", { cap: "square" }, Math.SQRT2],
  ["a stroke inside is twice as wide, and cut", { placing: "inside" }, 2],
])("%s reaches as far", (_, more, reach) => {
  const recipe = recipeOf(item({ strokes: [{ ...stroke, ...more }] }));
  expect(recipe?.bounds[2]).toBeCloseTo(10 + reach);
});

test("what is not seen is not painted", () => {
  const strokes = [
    { ...stroke, width: 0 },
    { ...stroke, paint: null },
  ];
  expect(recipeOf(item({ strokes }))?.pens).toEqual([]);
});

test("opacity of a single paint is its own", () => {
  const faint = { finish: { ...finish, opacity: 0.5 } };
  expect(recipeOf(item({ strokes: [stroke] }, faint))?.pens[0]?.opacity).toBe(0.5);
  expect(recipeOf(item({ fill: "#fff", fill_opacity: 0.5 }, faint))?.fill?.opacity).toBe(0.25);
});

test("a gradient in its own coordinates", () => {
  const ink = recipeOf(item({ fill: gradient }))?.fill?.ink;
  expect(ink).toMatchObject({
    place: [10, 0, 0, 10, 3, 4],
    stops: [
      [0, "#ffffff80"],
      [1, "#000000ff"],
    ],
  });
});

test.each([
  ["several paints under one opacity", { fill: "#fff", strokes: [stroke] }, { opacity: 0.5 }],
  ["a blend mode", { fill: "#fff" }, { blend: "multiply" }],
  ["a stroke outside", { strokes: [{ ...stroke, placing: "outside" }] }, {}],
  ["a stroke with a gradient", { strokes: [{ ...stroke, paint: gradient }] }, {}],
  ["a picture", { fill: { picture: 3 } }, {}],
  ["a gradient that repeats", { fill: { ...gradient, spread: "repeat" } }, {}],
  [
    "a flat gradient",
    { fill: { ...gradient, place: { across: [1, 1], down: [2, 2], origin: [0, 0] } } },
    {},
  ],
  ["a focus on the rim", { fill: { ...gradient, kind: "radial", focus: [1, 0] } }, {}],
])("%s stays SVG", (_, style, more) => {
  expect(recipeOf(item(style, { finish: { ...finish, ...more } }))).toBeNull();
  expect(wireOf(item(style)).pens).toEqual([]);
});

test("effects stay SVG, and strokes of open paths have no side", () => {
  expect(recipeOf(item({ fill: "#fff" }, { filter: { steps: [] } }))).toBeNull();
  const outside = { strokes: [{ ...stroke, placing: "outside" }] };
  expect(recipeOf(item(outside, { open: true }))?.pens).toHaveLength(1);
});
