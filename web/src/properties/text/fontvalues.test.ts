import { describe, expect, it } from "vitest";
import { withFeature, withValue } from "./fontvalues";

describe("values of a font", () => {
  const weight = { tag: "wght", default: 400 };

  it("says an axis that is not where it usually is", () => {
    expect(withValue([], weight, 700)).toEqual([{ tag: "wght", value: 700 }]);
    const both = [
      { tag: "wght", value: 700 },
      { tag: "opsz", value: 20 },
    ];
    expect(withValue(both, weight, 300)).toEqual([
      { tag: "opsz", value: 20 },
      { tag: "wght", value: 300 },
    ]);
    expect(withValue(both, weight, 400)).toEqual([{ tag: "opsz", value: 20 }]);
  });

  it("says a feature that is otherwise than the font does by itself", () => {
    const figures = { tag: "tnum", on: false };
    expect(withFeature([], figures, true)).toEqual([{ tag: "tnum", value: 1 }]);
    expect(withFeature([{ tag: "tnum", value: 1 }], figures, false)).toEqual([]);
    const alternates = { tag: "calt", on: true };
    expect(withFeature([], alternates, false)).toEqual([{ tag: "calt", value: 0 }]);
    expect(withFeature([{ tag: "calt", value: 0 }], alternates, true)).toEqual([]);
  });
});
