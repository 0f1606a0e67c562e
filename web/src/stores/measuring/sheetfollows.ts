// What of the sheet follows formulas.
import type { Sheet } from "../../api/types";

export function sheetFollows(sheet: Sheet) {
  const own = (sheet.follows ?? []).map((f) => ({ path: f.field, formula: f.formula }));
  const guides = sheet.guides.flatMap((g, n) =>
    (g.follows ?? []).map((f) => ({ path: `guides.${n}.${f.field}`, formula: f.formula })),
  );
  return [...own, ...guides].map((f) => ({ item: "", problem: "", ...f }));
}
