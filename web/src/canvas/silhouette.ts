// The form in an underlay as path data on the sheet.
import type { Underlay } from "../api/types";

export function silhouettePath(underlay: Underlay): string {
  const turn = (underlay.angle * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const place = (part: readonly number[]): string => {
    const across = ((part[0] ?? 0) - 0.5) * underlay.width;
    const down = ((part[1] ?? 0) - 0.5) * underlay.height;
    const x = underlay.x + cos * across - sin * down;
    const y = underlay.y + sin * across + cos * down;
    return `${x.toFixed(3)} ${y.toFixed(3)}`;
  };
  return (underlay.silhouette?.paths ?? [])
    .map((path) => {
      let d = `M${place(path[0] ?? [])}`;
      for (let k = 0; k < path.length; k += 3) {
        const points = [k + 1, k + 2, (k + 3) % path.length].map((n) => place(path[n] ?? []));
        d += `C${points.join(" ")}`;
      }
      return `${d}Z`;
    })
    .join("");
}
