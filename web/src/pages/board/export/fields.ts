// What can be set of each format: which field, what it is called, and how it is set.
import type { ExportKind, FormatSettings } from "../../../api/types";

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
  when?: (sending: FormatSettings) => boolean;
}

export interface Format {
  kind: ExportKind;
  label: string;
  /** What it is for. */
  serves: string;
  fields: readonly Field[];
}

const has = (at: string, value: unknown) => (sending: FormatSettings) =>
  (sending as unknown as Record<string, unknown>)[at] === value;

export const FORMATS: readonly Format[] = [
  {
    kind: "svg",
    label: "SVG",
    serves: "for the web and other programs",
    fields: [
      {
        at: "complete",
        label: "Contents",
        as: "choice",
        options: [
          [true, "Complete"],
          [false, "Compact"],
        ],
        help: "Complete files hold names and all that is live (dials, symmetries), which other programs ignore.",
      },
      { at: "decimals", label: "Decimals", as: "count", when: has("complete", false) },
      {
        at: "uses",
        label: "Write symmetry copies once",
        as: "check",
        when: has("complete", false),
      },
      {
        at: "names",
        label: "Names as ids, layers as groups",
        as: "check",
        when: has("complete", false),
      },
    ],
  },
  {
    kind: "pdf",
    label: "PDF",
    serves: "for print, at exact size",
    fields: [
      { at: "bleed", label: "Bleed", as: "length" },
      { at: "marks", label: "Trim marks", as: "check" },
      {
        at: "standard",
        label: "Standard",
        as: "choice",
        options: [
          ["pdf", "PDF"],
          ["x4", "PDF/X-4"],
        ],
        help: "PDF/X-4 tells the printer what the colours mean: output intent coated offset (FOGRA39).",
      },
      {
        at: "colours",
        label: "Colours",
        as: "choice",
        options: [
          ["rgb", "sRGB"],
          ["cmyk", "CMYK"],
        ],
        help: "CMYK converts everything to the inks of coated offset. Spot swatches stay inks of their own.",
      },
      { at: "dpi", label: "Effects resolution", as: "count", suffix: "dpi" },
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
    label: "PNG, WebP, AVIF",
    serves: "as pixels",
    fields: [
      {
        at: "form",
        label: "Contents",
        as: "choice",
        options: [
          ["png", "PNG"],
          ["webp", "WebP, lossless"],
          ["avif", "AVIF"],
        ],
      },
      {
        at: "by",
        label: "Size by",
        as: "choice",
        options: [
          ["dpi", "Pixels per inch"],
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
        label: "Scale",
        as: "some",
        options: [
          [1, "1×"],
          [2, "2×"],
          [3, "3×"],
        ],
      },
      { at: "transparent", label: "Transparent background", as: "check" },
    ],
  },
  {
    kind: "dxf",
    label: "DXF",
    serves: "for CAD and machines (R2010, mm)",
    fields: [
      {
        at: "curves",
        label: "Curves as",
        as: "choice",
        options: [
          ["splines", "Splines"],
          ["arcs", "Arcs and lines"],
        ],
        help: "Splines keep the exact curves; arcs and lines stay within the tolerance.",
      },
      { at: "tolerance", label: "Tolerance", as: "length", when: has("curves", "arcs") },
    ],
  },
  {
    kind: "hpgl",
    label: "HP-GL",
    serves: "for cutters and plotters",
    fields: [
      { at: "tolerance", label: "Tolerance", as: "length" },
      {
        at: "order",
        label: "Order",
        as: "choice",
        options: [
          ["inside", "Inner shapes first"],
          ["nearest", "Shortest travel"],
          ["drawn", "As drawn"],
        ],
        help: "One pen per colour, one after the other. Within a colour, inner shapes are cut before outer ones.",
      },
    ],
  },
  {
    kind: "icons",
    label: "Icon set",
    serves: "all sizes in one zip file",
    fields: [
      { at: "sizes", label: "Sizes", as: "list", suffix: "px" },
      { at: "favicon", label: "Favicon (ICO)", as: "check" },
      { at: "sprite", label: "Sprite (SVG symbols)", as: "check" },
      { at: "font", label: "Icon font (TTF, WOFF2, CSS)", as: "check" },
      { at: "pages", label: "Site icons and manifest", as: "check" },
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
