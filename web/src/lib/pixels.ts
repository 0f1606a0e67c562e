// The pixels of a reference under a place of the canvas.
import type { Point } from "../api/types";

/** Pixels around the place that are shown, each way. */
export const AROUND = 5;
const SIDE = 2 * AROUND + 1;

export interface Pixels {
  /** `#RRGGBB`, row by row. */
  grid: string[];
  /** The mean of the middle ones. */
  colour: string;
}

const pictures = new Map<string, HTMLImageElement>();

function pictureOf(href: string): HTMLImageElement {
  let found = pictures.get(href);
  if (!found) {
    found = new Image();
    found.src = href;
    pictures.clear(); // one at a time is enough
    pictures.set(href, found);
  }
  return found;
}

const hex = (parts: readonly number[]): string =>
  `#${parts.map((p) => Math.round(p).toString(16).padStart(2, "0").toUpperCase()).join("")}`;

/** The pixels at a place; null where no picture is, or it is not there yet. */
export async function pixelsAt(
  svg: SVGSVGElement,
  screen: Point,
  width: number,
): Promise<Pixels | null> {
  const box = svg.getBoundingClientRect();
  const spot = new DOMPoint(screen[0] + box.left, screen[1] + box.top);
  const images = [...svg.querySelectorAll<SVGImageElement>("image[data-testid^='reference-']")];
  for (const image of images.reverse()) {
    const matrix = image.getScreenCTM();
    if (!matrix) continue;
    const local = spot.matrixTransform(matrix.inverse());
    const [u, v] = [
      local.x / image.width.baseVal.value,
      local.y / image.height.baseVal.value,
    ] as const;
    if (u < 0 || v < 0 || u >= 1 || v >= 1) continue;
    const picture = pictureOf(image.href.baseVal);
    try {
      await picture.decode();
    } catch {
      pictures.clear(); // it did not arrive: it is asked for anew the next time
      return null;
    }
    return read(
      picture,
      Math.floor(u * picture.naturalWidth),
      Math.floor(v * picture.naturalHeight),
      width,
    );
  }
  return null;
}

function read(picture: HTMLImageElement, x: number, y: number, width: number): Pixels | null {
  const canvas = new OffscreenCanvas(SIDE, SIDE);
  const context = canvas.getContext("2d");
  if (!context) return null;
  context.fillStyle = "#fff"; // what is clear counts as white
  context.fillRect(0, 0, SIDE, SIDE);
  context.drawImage(picture, x - AROUND, y - AROUND, SIDE, SIDE, 0, 0, SIDE, SIDE);
  const { data } = context.getImageData(0, 0, SIDE, SIDE);
  const pixel = (n: number): number[] => [...data.slice(4 * n, 4 * n + 3)];
  const half = (width - 1) / 2;
  const middle: number[][] = [];
  for (let row = AROUND - half; row <= AROUND + half; row += 1) {
    for (let column = AROUND - half; column <= AROUND + half; column += 1) {
      middle.push(pixel(row * SIDE + column));
    }
  }
  const mean = [0, 1, 2].map((k) => middle.reduce((n, p) => n + (p[k] ?? 0), 0) / middle.length);
  return { grid: Array.from({ length: SIDE * SIDE }, (_, n) => hex(pixel(n))), colour: hex(mean) };
}
