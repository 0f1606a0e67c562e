// Lists of axes and features of a font, with one of them set otherwise; what a font does by itself
// is in none.
import type { AxisValue, FeatureValue, FontAxis, FontFeature } from "../../api/types";

const without = <T extends { tag: string }>(values: readonly T[], tag: string): T[] =>
  values.filter((v) => v.tag !== tag);

/** The axes with one of them somewhere else. */
export function withValue(
  axes: readonly AxisValue[],
  { tag, default: usual }: Pick<FontAxis, "tag" | "default">,
  value: number,
): AxisValue[] {
  const others = without(axes, tag);
  return value === usual ? others : [...others, { tag, value }];
}

/** The features with one of them on or off. */
export function withFeature(
  features: readonly FeatureValue[],
  { tag, on: usual }: Pick<FontFeature, "tag" | "on">,
  on: boolean,
): FeatureValue[] {
  const others = without(features, tag);
  return on === usual ? others : [...others, { tag, value: Number(on) }];
}
