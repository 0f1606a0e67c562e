// The values of the profile as a table: one line for each place, lengths in the sheet's unit.
import type { CurveReading, UnitFacts } from "../../api/types";

const HEAD = (unit: string): string[] => [
  "outline",
  "path",
  `along (${unit})`,
  `curvature (1/${unit})`,
  "turn (degrees)",
  `x (${unit})`,
  `y (${unit})`,
];

/** A field of a table as RFC 4180 has it. */
const field = (text: string): string =>
  /[",\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
const number = (value: number, digits: number): string => String(Number(value.toFixed(digits)));

export function profileTable(
  readings: readonly CurveReading[],
  unit: UnitFacts,
  nameOf: (item: string) => string,
): string {
  const { size } = unit;
  const rows = readings.flatMap((r) =>
    r.along.map((along, k) => {
      const curvature = r.curvature[k];
      return [
        field(nameOf(r.item)),
        String(r.contour + 1),
        number(along / size, 5),
        curvature == null ? "" : number(curvature * size, 8),
        number(r.turn[k] ?? 0, 3),
        number((r.at[2 * k] ?? 0) / size, 5),
        number((r.at[2 * k + 1] ?? 0) / size, 5),
      ].join(",");
    }),
  );
  return [HEAD(unit.name).join(","), ...rows].join("\r\n") + "\r\n";
}
