// The form in a reference as path data, in parts of the picture's width and height.
import type { TracedArea } from "../../api/types";

export const tracedAreaPath = (form: TracedArea): string =>
  form.paths
    .map((path) => {
      const point = (n: number): string => (path[n % path.length] ?? [0, 0]).join(" ");
      let d = `M${point(0)}`;
      for (let k = 0; k < path.length; k += 3) {
        d += `C${point(k + 1)} ${point(k + 2)} ${point(k + 3)}`;
      }
      return `${d}Z`;
    })
    .join("");

interface Placed {
  x: number;
  y: number;
  width: number;
  height: number;
  angle: number;
}

/** Where a picture lies on the sheet, its upper left corner at 0. */
export const placeOf = (u: Placed): string =>
  `translate(${u.x} ${u.y}) rotate(${u.angle}) translate(${-u.width / 2} ${-u.height / 2})`;
