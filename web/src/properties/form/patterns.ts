// The three kinds of symmetries, as they are chosen.
import type { Pattern } from "../../api/types";

export const PATTERNS: readonly (readonly [Pattern, string, string])[] = [
  ["mirror", "Mirror", "M8 1.5V14.5M5.5 4L2 8L5.5 12M10.5 4L14 8L10.5 12"],
  ["wheel", "Wheel", "M8 8L8 2.5M8 8L13 5M8 8L12.5 12M8 8L4 13M8 8L2.5 6.5"],
  ["kaleidoscope", "Kaleidoscope", "M8 1.5L9.5 6.5L14.5 8L9.5 9.5L8 14.5L6.5 9.5L1.5 8L6.5 6.5Z"],
];
