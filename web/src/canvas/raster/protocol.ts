// What the page tells the painter, and what it gets back.
import type { Recipe } from "./recipe";

/** How the sheet is looked at, in CSS pixels; and how many pixels of the screen one of them is. */
export interface Sight {
  scale: number;
  origin: readonly [number, number];
  size: readonly [number, number];
  ratio: number;
  /** The colour of the wires, in the view of wires. */
  wire: string | null;
}

/** Items that are painted otherwise than before, and items that are gone. */
export interface Put {
  put: readonly (readonly [string, Recipe])[];
  gone: readonly string[];
}

/** The items from back to front; at each of the cuts lies something that is not painted here. */
export interface Arrangement {
  order: readonly string[];
  cuts: readonly number[];
}

export interface Request {
  id: number;
  sight: Sight;
  /** Items that show apart, from back to front: they are left out. */
  lifted: readonly string[];
  /** What lies before a lifted item and what lies behind it become pictures of their own. */
  between: "nowhere" | "where it lies" | "everywhere";
  /** The lifted items are painted as well, as one picture in front of all. */
  moves: boolean;
}

export type Told = Put | Arrangement | Request;

/** A picture of the items from one place of the order to another. */
export interface Picture {
  bitmap: ImageBitmap;
  /** Items of the order before it: what lies there shows behind it. */
  from: number;
}

export interface Painted {
  id: number;
  sight: Sight;
  pictures: readonly Picture[];
  /** What is moved, where that was asked for. */
  moved: ImageBitmap | null;
  /** More comes. */
  part: boolean;
}

/** The whole drawing, less sharp: what is seen beside the pictures until there are others. */
export interface Overview {
  overview: ImageBitmap;
  sight: Sight;
}
