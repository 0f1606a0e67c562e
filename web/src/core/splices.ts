// Long path data is told as what is different from the path data that is held already.
import type { Drawable, Repaint } from "../api/types";

const MODULUS = 65521;
/** Characters whose sums stay exact before the modulus is taken. */
const BLOCK = 3800;
const MOST_SUMS = 8;

/** Adler-32 (RFC 1950) of a text of single-byte characters. */
export function adler32(text: string): number {
  let [a, b] = [1, 0];
  for (let start = 0; start < text.length; start += BLOCK) {
    const end = Math.min(start + BLOCK, text.length);
    for (let k = start; k < end; k += 1) {
      a += text.charCodeAt(k);
      b += a;
    }
    a %= MODULUS;
    b %= MODULUS;
  }
  return b * 65536 + a;
}

/** The sums of the paths spliced last, by item: a drag splices the same one at every move. */
const sums = new Map<string, { path: string; sum: number }>();

function sumOf(item: Drawable): number {
  const known = sums.get(item.id);
  if (known?.path === item.path) return known.sum;
  const sum = adler32(item.path);
  if (sums.size >= MOST_SUMS) sums.clear();
  sums.set(item.id, { path: item.path, sum });
  return sum;
}

/** The item with all of its path, from that which is held; null where it came from another one. */
export function whole(item: Drawable, held: Drawable | undefined): Drawable | null {
  const { splice } = item;
  if (!splice) return item;
  if (!held || sumOf(held) !== splice.of) return null;
  const { at, cut, text } = splice;
  const path = held.path.slice(0, at) + text + held.path.slice(at + cut);
  return { ...item, path, splice: null };
}

/** A repaint with all paths, and whether some of it had to be left out. */
export function wholeRepaint(
  repaint: Repaint,
  held: (id: string) => Drawable | undefined,
): { repaint: Repaint; missed: boolean } {
  if (!repaint.items.some((i) => i.splice)) return { repaint, missed: false };
  const items = repaint.items.map((i) => whole(i, held(i.id))).filter((i) => i !== null);
  return { repaint: { ...repaint, items }, missed: items.length < repaint.items.length };
}
