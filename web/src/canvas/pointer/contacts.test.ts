import { expect, test } from "vitest";
import type { Point } from "../../api/types";
import { Contacts, type PointerKind } from "./contacts";

const one = (id: number, kind: PointerKind, x: number, y = 0) => ({
  id,
  kind,
  at: [x, y] as Point,
});

test("one finger drags as the mouse does; a second one that comes soon takes the drag back", () => {
  const all = new Contacts();
  expect(all.down(one(1, "touch", 100))).toBe("press");
  expect([all.move(one(1, "touch", 106)).what, all.rests]).toEqual(["drag", true]);
  expect(all.down(one(2, "touch", 206))).toBe("pinch");
  expect(all.dragger).toBeNull();
  expect(all.move(one(2, "touch", 306))).toEqual({
    what: "pinch",
    at: [206, 0],
    by: [50, 0],
    zoom: 2,
  });
  expect(all.down(one(3, "touch", 0))).toBe("nothing");
  expect(all.up(1)).toBe(false);
  expect(all.move(one(2, "touch", 400)).what).toBe("nothing"); // what is left of a pinch draws nothing
  expect([all.up(2), all.up(3)]).toEqual([false, false]);
  expect(all.down(one(4, "touch", 5))).toBe("press");
  expect(all.up(4)).toBe(true);
});

test("a finger that has gone far goes on dragging", () => {
  const all = new Contacts();
  all.down(one(1, "touch", 0));
  all.move(one(1, "touch", 10));
  expect(all.down(one(2, "touch", 200))).toBe("nothing");
  expect(all.move(one(2, "touch", 260)).what).toBe("nothing");
  expect([all.dragger, all.up(1)]).toEqual([1, true]);
});

test("a pen beats the palm, before it and after it; while it is near fingers only move the sheet", () => {
  const all = new Contacts();
  expect(all.down(one(1, "touch", 100))).toBe("press"); // the palm
  expect(all.down(one(2, "pen", 50))).toBe("press-instead");
  expect(all.move(one(1, "touch", 120)).what).toBe("nothing");
  expect(all.move(one(2, "pen", 60)).what).toBe("drag");
  expect([all.up(1), all.up(2)]).toEqual([false, true]);
  expect(all.move(one(2, "pen", 70)).what).toBe("hover");
  expect(all.down(one(3, "touch", 100))).toBe("nothing");
  expect(all.down(one(4, "touch", 200))).toBe("pinch");
  all.up(3);
  all.up(4);
  all.left("pen");
  expect(all.down(one(5, "touch", 100))).toBe("press");
});

test("two pointers that are no fingers do not disturb each other", () => {
  const all = new Contacts();
  expect(all.down(one(1, "mouse", 100))).toBe("press");
  expect(all.down(one(2, "mouse", 10))).toBe("nothing");
  expect(all.down(one(3, "touch", 10))).toBe("nothing");
  expect(all.move(one(2, "mouse", 12)).what).toBe("nothing");
  expect([all.up(3), all.up(2), all.up(1)]).toEqual([false, false, true]);
});

test("fingers that come to lie at one place zoom by no endless factor", () => {
  const all = new Contacts();
  all.down(one(1, "touch", 100));
  all.down(one(2, "touch", 100));
  const moved = all.move(one(2, "touch", 100));
  expect(moved).toEqual({ what: "pinch", at: [100, 0], by: [0, 0], zoom: 1 });
});
