// Numbers as they are shown: sheet units in the sheet's unit, angles in degrees.
import type { UnitFacts } from "../api/types";

/** A number with at most some decimals, without trailing zeros and without −0. */
export function shown(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  const short = text.includes(".") ? text.replace(/\.?0+$/, "") : text;
  return (short === "-0" ? "0" : short).replace("-", "−");
}

export const length = (value: number, unit: UnitFacts): string =>
  shown(value / unit.size, unit.decimals);

export const degrees = (value: number): string => shown(value, 1);
