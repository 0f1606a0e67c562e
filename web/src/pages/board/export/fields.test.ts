import { expect, test } from "vitest";
import { nameIn } from "../../../api/client";
import type { FormatSettings } from "../../../api/types";
import { FORMATS, listed } from "./fields";

test("fields show where they have an effect", () => {
  const svg = FORMATS.find((f) => f.kind === "svg");
  const shown = (complete: boolean): string[] =>
    (svg?.fields ?? [])
      .filter((f) => f.when?.({ kind: "svg", complete } as FormatSettings) ?? true)
      .map((f) => f.at);
  expect(shown(true)).toEqual(["complete"]);
  expect(shown(false)).toEqual(["complete", "decimals", "uses", "names"]);
});

test("typed sizes are read whatever stands between them", () => {
  expect(listed("16, 32 px; 32  64")).toEqual([16, 32, 64]);
  expect(listed("none")).toEqual([]);
});

test("a file has the name that it comes with", () => {
  expect(nameIn('attachment; filename="Swing tag.svg"')).toBe("Swing tag.svg");
  expect(nameIn("attachment; filename*=utf-8''T%C3%A4g.svg")).toBe("Täg.svg");
  expect(nameIn('attachment; filename="a \\"b\\".svg"')).toBe('a "b".svg');
  expect(nameIn("attachment")).toBe("drawing");
});
