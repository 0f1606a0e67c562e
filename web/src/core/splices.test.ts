import { expect, test } from "vitest";
import type { Drawable } from "../api/types";
import { adler32, whole } from "./splices";

const held = { id: "o", path: "M0 0L1 1L2 2Z" } as Drawable;

test("Adler-32, against a value from memory and its definition (RFC 1950)", () => {
  expect(adler32("Wikipedia")).toBe(0x11e60398);
  expect(adler32("")).toBe(1);
  expect(adler32("a".repeat(100_000))).toBe(byDefinition("a", 100_000));
});

/** The sum of a letter said over and over, with exact integers. */
function byDefinition(letter: string, count: number): number {
  let [a, b] = [1n, 0n];
  for (let k = 0; k < count; k += 1) {
    a = (a + BigInt(letter.charCodeAt(0))) % 65521n;
    b = (b + a) % 65521n;
  }
  return Number(b * 65536n + a);
}

test("a splice of what is held gives the whole path", () => {
  const splice = { of: adler32(held.path), at: 4, cut: 4, text: "L9 9" };
  const told = { ...held, path: "", splice };
  expect(whole(told, held)).toEqual({ ...held, path: "M0 0L9 9L2 2Z", splice: null });
});

test("a splice of something else gives nothing", () => {
  const splice = { of: adler32(held.path) + 1, at: 4, cut: 4, text: "" };
  expect(whole({ ...held, path: "", splice }, held)).toBeNull();
  expect(whole({ ...held, path: "", splice }, undefined)).toBeNull();
});
