// Many items that are dragged, turned or sized show moved as they are drawn: a matrix on the
// elements that carry them, set straight, so that a move of any number wakes no component. Copies
// of many show as clones of those elements.
import { onBeforeUnmount, watch, type Ref } from "vue";
import type { Moved } from "../../api/types";
import { useDocument } from "../../stores/board/document";

export function useMoving(svg: Ref<SVGSVGElement | null>): void {
  const doc = useDocument();
  let carriers: Element[] = [];
  let clones: SVGGElement[] = [];

  function find(): Element[] {
    const wanted = doc.carriers;
    if (wanted.size === 0) return [];
    const all = svg.value?.querySelectorAll("[data-holder], [data-drawn]") ?? [];
    return [...all].filter((element) => {
      const { holder, drawn } = (element as SVGElement).dataset;
      return wanted.has(holder ?? drawn ?? "");
    });
  }

  function letGo(): void {
    for (const element of carriers) element.removeAttribute("transform");
    for (const clone of clones) clone.remove();
    carriers = [];
    clones = [];
  }

  /** One more round of copies, in front of all. */
  function cloned(): SVGGElement {
    const round = document.createElementNS("http://www.w3.org/2000/svg", "g");
    round.setAttribute("pointer-events", "none");
    for (const element of carriers) round.append(element.cloneNode(true));
    for (const part of round.querySelectorAll("[data-hit]")) part.removeAttribute("data-hit");
    carriers[0]?.closest("#on-the-sheet")?.append(round);
    return round;
  }

  function copies(count: number): SVGGElement[] {
    for (const extra of clones.splice(count)) extra.remove();
    while (clones.length < count) clones.push(cloned());
    return clones;
  }

  function show({ matrices, copies: stay }: Moved): void {
    const moved = stay ? copies(matrices.length) : carriers;
    if (!stay) copies(0);
    else for (const element of carriers) element.removeAttribute("transform");
    moved.forEach((element, n) => {
      element.setAttribute("transform", `matrix(${(matrices[n] ?? matrices[0])?.join(" ")})`);
    });
  }

  watch(
    () => doc.carriers,
    () => {
      letGo();
      carriers = find();
    },
  );
  watch(
    () => doc.moved,
    (moved) => {
      if (moved) show(moved);
      else copies(0);
    },
  );
  onBeforeUnmount(letGo);
}
