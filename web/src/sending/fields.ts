// What can be set of each format: which field, what it is called, and how it is set.
import type { SendKind, Sending } from "../api/types";

export interface Field {
  at: string;
  label: string;
  /**
   * One of some words; yes or no; a length of the sheet; a plain number; some of a few numbers; a
   * list of numbers; other drawings.
   */
  as: "choice" | "check" | "length" | "count" | "some" | "list" | "drawings";
  options?: readonly (readonly [value: string | number | boolean, label: string])[];
  suffix?: string;
  help?: string;
  /** It has an effect only then. */
  when?: (sending: Sending) => boolean;
}

export interface Format {
  kind: SendKind;
  label: string;
  /** What it is for. */
  serves: string;
  fields: readonly Field[];
}

const has = (at: string, value: unknown) => (sending: Sending) =>
  (sending as unknown as Record<string, unknown>)[at] === value;

export const FORMATS: readonly Format[] = [
  {
    kind: "svg",
    label: "SVG",
    serves: "the web, other programs",
    fields: [
      {
        at: "complete",
        label: "Form",
        as: "choice",
        options: [
          [true, "Complete"],
          [false, "Plain and small"],
        ],
        help: "Complete ones hold names and all that is live here (dials, symmetries); other programs pass over that.",
      },
      { at: "decimals", label: "Decimals", as: "count", when: has("complete", false) },
      {
        at: "uses",
        label: "Symmetries written once",
        as: "check",
        when: has("complete", false),
      },
    ],
  },
  {
    kind: "pdf",
    label: "PDF",
    serves: "print, the sheet at its exact size",
    fields: [
      { at: "bleed", label: "Bleed", as: "length" },
      { at: "marks", label: "Trim marks", as: "check" },
      { at: "dpi", label: "Effects at", as: "count", suffix: "dpi" },
      {
        at: "drawings",
        label: "More pages",
        as: "drawings",
        when: (sending) => sending.what !== "each",
      },
    ],
  },
  {
    kind: "picture",
    label: "PNG, WebP",
    serves: "pictures in pixels",
    fields: [
      {
        at: "form",
        label: "Form",
        as: "choice",
        options: [
          ["png", "PNG"],
          ["webp", "WebP, without loss"],
        ],
      },
      {
        at: "by",
        label: "Size by",
        as: "choice",
        options: [
          ["dpi", "Pixels to the inch"],
          ["width", "Width"],
          ["height", "Height"],
        ],
      },
      { at: "dpi", label: "Pixels", as: "count", suffix: "dpi", when: has("by", "dpi") },
      {
        at: "pixels",
        label: "Pixels",
        as: "count",
        suffix: "px",
        when: (s) => !has("by", "dpi")(s),
      },
      {
        at: "times",
        label: "As large",
        as: "some",
        options: [
          [1, "1×"],
          [2, "2×"],
          [3, "3×"],
        ],
      },
      { at: "transparent", label: "Nothing behind it", as: "check" },
    ],
  },
  {
    kind: "dxf",
    label: "DXF",
    serves: "construction, machines (R2010, mm)",
    fields: [
      {
        at: "curves",
        label: "Curves as",
        as: "choice",
        options: [
          ["splines", "Splines"],
          ["arcs", "Arcs and lines"],
        ],
        help: "Splines are the very curves; arcs and lines stay within what is told.",
      },
      { at: "tolerance", label: "Within", as: "length", when: has("curves", "arcs") },
    ],
  },
  {
    kind: "hpgl",
    label: "HP-GL",
    serves: "cutters, pen plotters",
    fields: [
      { at: "tolerance", label: "Within", as: "length" },
      {
        at: "order",
        label: "Order",
        as: "choice",
        options: [
          ["inside", "Inside first"],
          ["nearest", "The nearest next"],
          ["drawn", "As it is drawn"],
        ],
        help: "One pen a colour, one after the other. With each, what lies inside another form of its colour is cut before that.",
      },
    ],
  },
  {
    kind: "icons",
    label: "Icon set",
    serves: "all sizes in one zip",
    fields: [
      { at: "sizes", label: "Sizes", as: "list", suffix: "px" },
      { at: "favicon", label: "Favicon (ICO)", as: "check" },
      { at: "sprite", label: "Sprite (SVG symbols)", as: "check" },
    ],
  },
];

/** The numbers of a list that was typed; what is no whole number is passed over. */
export const listed = (text: string): number[] => [
  ...new Set(
    text
      .split(/[^\d]+/)
      .filter((t) => t !== "")
      .map(Number),
  ),
];

/** How large a file is, in words. */
export function weighs(bytes: number): string {
  if (bytes < 1_000) return `${bytes} bytes`;
  if (bytes < 1_000_000) return `${(bytes / 1_000).toFixed(bytes < 10_000 ? 1 : 0)} kB`;
  return `${(bytes / 1_000_000).toFixed(1)} MB`;
}
