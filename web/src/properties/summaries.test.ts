import { expect, test } from "vitest";
import type { Finish, Grid, Stroke } from "../api/types";
import { ofFinish, ofGrid, ofSnapping, ofStroke } from "./summaries";

const PLAIN = {
  placing: "centre",
  join: "round",
  cap: "butt",
  miter_limit: 4,
  dashes: [] as number[],
} as unknown as Stroke;
const FINISH = { opacity: 1, blend: "normal", effects: [] } as unknown as Finish;

test("nothing set, nothing said", () => {
  expect(ofFinish(FINISH)).toBe("");
  expect(ofStroke(PLAIN, PLAIN)).toBe("");
  expect(ofGrid({ shown: false, step: 4 } as Grid, { name: "px", size: 1, decimals: 2 })).toBe("");
  expect(ofSnapping(0)).toBe("");
});

test("what differs is said in one line", () => {
  const effects = [{ kind: "shadow" }, { kind: "blur" }];
  expect(ofFinish({ ...FINISH, opacity: 0.8, blend: "color-dodge", effects } as Finish)).toBe(
    "80 %, color dodge, shadow, blur",
  );
  expect(ofStroke({ ...PLAIN, join: "miter", dashes: [2], placing: "inside" }, PLAIN)).toBe(
    "Inside, miter join, miter limit 4, dashed",
  );
  expect(ofGrid({ shown: true, step: 8 } as Grid, { name: "px", size: 2, decimals: 1 })).toBe(
    "4 px",
  );
  expect(ofSnapping(1)).toBe("1 kind off");
});
