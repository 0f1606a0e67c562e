import { describe, expect, test } from "vitest";
import type { CurveReading } from "../../api/types";
import { combPaths, jointPlace } from "../../canvas/marks/comb";
import { nearest, placeAt, usual } from "../../lib/readings";
import { profileTable } from "./csv";
import { bounds, graph, pointedIn, wholeSpan, zoomed } from "./profile";

const mm = { name: "mm", size: 2, decimals: 2 } as never;
const reading = (more: Partial<CurveReading> = {}): CurveReading => ({
  item: "a",
  contour: 0,
  closed: false,
  length: 30,
  along: [0, 10, 10, 20, 30],
  at: [0, 0, 10, 0, 10, 0, 20, 0, 30, 0],
  teeth: [0, -0.1, 0, -0.1, 0, 0.2, 0, 0.2, 0, 0],
  curvature: [0.1, 0.1, -0.2, null, 0],
  turn: [0, 5, 5, -20, -30],
  joints: [],
  ...more,
});

describe("profile", () => {
  test("cuts a line where there is no value, and holds spikes in its box", () => {
    const { lines } = graph([reading()], "curvature", { from: 0, to: 30 }, [300, 100]);
    expect(lines[0]?.match(/M/g)).toHaveLength(2);
    const spiky = reading({ curvature: [0.1, 0.1, 50, 0.1, 0.1] });
    const [line = ""] = graph([spiky], "curvature", { from: 0, to: 30 }, [300, 100]).lines;
    expect(line).toContain("100.0 -2.0");
  });

  test("its bounds hold 0 and what is in sight", () => {
    expect(bounds([reading()], "turn", { from: 0, to: 30 })).toEqual({ from: -30, to: 5 });
    const seen = bounds([reading()], "curvature", { from: 0, to: 9 });
    expect(seen.from).toBeLessThan(0);
    expect(seen.to).toBeGreaterThan(0.1);
  });

  test("zooms about a place and stays in the whole", () => {
    const whole = wholeSpan([reading(), reading({ length: 80 })]);
    expect(whole).toEqual({ from: 0, to: 80 });
    expect(zoomed(whole, whole, 40, 0.5)).toEqual({ from: 20, to: 60 });
    expect(zoomed({ from: 0, to: 40 }, whole, 0, 4)).toEqual(whole);
  });

  test("finds places by length and by where the pointer is", () => {
    expect(placeAt(reading(), 22)).toBe(3);
    expect(placeAt(reading(), 99)).toBe(4);
    expect(nearest([reading()], [19, 3], 5)).toEqual({ reading: 0, place: 3 });
    expect(nearest([reading()], [19, 30], 5)).toBeNull();
    expect(usual([reading()])).toBe(0.2);
    expect(usual([])).toBe(0);
    const both = [reading({ length: 10 }), reading({ turn: [90, 90, 90, 90, 90] })];
    expect(pointedIn(both, "turn", { along: 5, value: 80 })).toEqual({ reading: 1, place: 0 });
    expect(pointedIn(both, "turn", { along: 5, value: 3 })?.reading).toBe(0);
    expect(pointedIn(both, "turn", { along: 20, value: 3 })?.reading).toBe(1);
    expect(pointedIn(both, "turn", { along: 99, value: 3 })).toBeNull();
  });

  test("tells its values as a table, names quoted where they need it", () => {
    const lines = profileTable([reading()], mm, () => 'Top, "left"').split("\r\n");
    expect(lines[0]).toBe("outline,path,along (mm),curvature (1/mm),turn (degrees),x (mm),y (mm)");
    expect(lines[2]).toBe('"Top, ""left""",1,5,0.2,5,5,0');
    expect(lines[4]?.split(",").at(-4)).toBe("");
    expect(lines).toHaveLength(7);
  });
});

describe("comb", () => {
  const same = (p: [number, number]): [number, number] => p;

  test("has a tooth for each place, and a line along their ends", () => {
    const { teeth, edge } = combPaths(reading(), same, 100);
    expect(teeth.match(/M/g)).toHaveLength(5);
    expect(edge.startsWith("M0.0 -10.0L10.0 -10.0L10.0 20.0")).toBe(true);
    expect(combPaths(reading({ closed: true }), same, 1).edge.endsWith("Z")).toBe(true);
  });

  test("marks joints beyond the longer tooth", () => {
    expect(jointPlace(reading(), 10, same, 100)).toEqual([10, 29]);
    expect(jointPlace(reading({ teeth: Array(10).fill(0) as number[] }), 10, same, 100)).toEqual([
      10, -9,
    ]);
  });
});
