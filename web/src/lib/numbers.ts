// Numbers as they are shown: sheet units in the sheet's unit, angles in degrees.
import type { DialFacts, UnitFacts } from "../api/types";
import { plain } from "./intl";

export const shown = plain;

export const length = (value: number, unit: UnitFacts): string =>
  shown(value / unit.size, unit.decimals);

/** A dial's value with its unit. */
export function dialText(value: number, kind: DialFacts["unit"], unit: UnitFacts): string {
  if (kind === "length") return `${length(value, unit)} ${unit.name}`;
  if (kind === "percent") return `${shown(value, 1)} %`;
  if (kind === "angle") return `${shown(value, 1)}°`;
  return shown(value, kind === "count" ? 0 : 2);
}

export const degrees = (value: number): string => shown(value, 1);
