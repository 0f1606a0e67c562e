// What somebody keeps, in words.
import { number } from "../../lib/intl";
import type { Storage } from "../../api/types";

const MEGABYTE = 1024 * 1024;
const NEARLY = 0.8;

const size = (bytes: number): string =>
  bytes < 1000 * MEGABYTE
    ? `${number(bytes / MEGABYTE, bytes < 10 * MEGABYTE ? 1 : 0)} MB`
    : `${number(bytes / MEGABYTE / 1000, 1)} GB`;

export const storageText = (s: Storage): string => `${size(s.bytes)} of ${size(s.most_bytes)} used`;

/** Somebody should think of what they can do without. */
export const nearlyFull = (s: Storage): boolean =>
  s.bytes > NEARLY * s.most_bytes || s.drawings > NEARLY * s.most_drawings;
