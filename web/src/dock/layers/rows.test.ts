import { expect, test } from "vitest";
import { Tree } from "../../core/tree";
import { rowsOf, spotAt, stepped } from "./rows";

const tree = Tree.of([
  ["layer", ""],
  ["a", "layer"],
  ["g", "layer"],
  ["d", "layer"],
  ["b", "g"],
  ["c", "g"],
]);

test("open containers show what they hold, in place", () => {
  expect(rowsOf(tree, "layer", new Set()).map((r) => r.id)).toEqual(["a", "g", "d"]);
  const rows = rowsOf(tree, "layer", new Set(["g"]));
  expect(rows.map((r) => [r.id, r.depth])).toEqual([
    ["a", 0],
    ["g", 0],
    ["b", 1],
    ["c", 1],
    ["d", 0],
  ]);
});

test("a card is dropped beside another one, or into it", () => {
  const [a, g, b] = rowsOf(tree, "layer", new Set(["g"]));
  if (!a || !g || !b) throw new Error("no rows");
  expect(spotAt(tree, a, "left")).toEqual({ container: "layer", behind: null });
  expect(spotAt(tree, g, "left")).toEqual({ container: "layer", behind: "a" });
  expect(spotAt(tree, g, "in")).toEqual({ container: "g", behind: "c" });
  expect(spotAt(tree, g, "right")).toEqual({ container: "g", behind: null });
  expect(spotAt(tree, b, "right")).toEqual({ container: "g", behind: "b" });
});

test("one step along the row, and none beyond its ends", () => {
  expect(stepped(tree, "g", 1)).toEqual({ container: "layer", behind: "d" });
  expect(stepped(tree, "g", -1)).toEqual({ container: "layer", behind: null });
  expect(stepped(tree, "d", 1)).toBeNull();
  expect(stepped(tree, "a", -1)).toBeNull();
});
