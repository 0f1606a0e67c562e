import { expect, test } from "vitest";
import { ROOT, Tree } from "./tree";

const tree = Tree.of([
  ["layer", ROOT],
  ["a", "layer"],
  ["group", "layer"],
  ["b", "group"],
  ["c", "group"],
]);

test("what lies where, and what is around it", () => {
  expect([...tree.below(ROOT)]).toEqual(["layer", "a", "group", "b", "c"]);
  expect(tree.above("c")).toEqual(["layer", "group"]);
  expect(tree.in("a")).toEqual([]);
  expect(tree.drawnIn("group")).toEqual(["b", "c"]);
  expect(tree.drawnIn(ROOT)).toEqual(["a", "b", "c"]);
  expect(tree.drawnIn("a")).toEqual(["a"]);
});

test("moves follow each other; lists that are not touched stay the same", () => {
  const after = tree.replanted(
    [
      ["new", "layer", null],
      ["c", "layer", "new"],
    ],
    ["a"],
    [],
  );
  expect([...after.below("layer")]).toEqual(["new", "c", "group", "b"]);
  expect(after.has("a")).toBe(false);
  expect(after.in(ROOT)).toBe(tree.in(ROOT));
  expect([...tree.below("layer")]).toEqual(["a", "group", "b", "c"]);
  expect(tree.replanted([], [], [])).toBe(tree);
});
