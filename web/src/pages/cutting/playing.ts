// What of a job is seen at some moment.
import type { Cut } from "../../api/types";

export interface Now {
  /** How many ways of the blade are done. */
  done: number;
  /** How much of the next one is, from 0 to 1. */
  part: number;
}

/** What is done after some seconds of a job, whose ways follow each other. */
export function cutAt(cuts: readonly Pick<Cut, "starts" | "lasts">[], seconds: number): Now {
  let [low, high] = [0, cuts.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    const cut = cuts[middle];
    if (cut && cut.starts + cut.lasts <= seconds) low = middle + 1;
    else high = middle;
  }
  const next = cuts[low];
  if (!next || seconds <= next.starts || next.lasts <= 0) return { done: low, part: 0 };
  return { done: low, part: (seconds - next.starts) / next.lasts };
}

/** Ways of the blade as few paths: what was cut, the ways in between, what was cut twice. */
export function chunked(
  cuts: readonly Pick<Cut, "down" | "places" | "closes">[],
  size: number,
): { cut: string; idle: string; over: string }[] {
  const found = [];
  for (let at = 0; at < cuts.length; at += size) {
    const some = cuts.slice(at, at + size);
    const joined = (paths: string[]): string => paths.join("");
    found.push({
      cut: joined(some.filter((c) => c.down).map((c) => pathOf(c.places))),
      idle: joined(some.filter((c) => !c.down).map((c) => pathOf(c.places))),
      over: joined(
        some.flatMap((c) => (c.closes == null ? [] : pathOf(c.places.slice(c.closes - 1)))),
      ),
    });
  }
  return found;
}

/** Seconds as minutes and seconds. */
export function clockText(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}

/** SVG path data of a row of places. */
export const pathOf = (places: readonly (readonly [number, number])[]): string =>
  places.length > 1 ? `M${places.map((p) => p.map((v) => v.toFixed(3)).join(" ")).join("L")}` : "";
