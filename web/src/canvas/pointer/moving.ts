// Many items that are dragged, turned or sized show moved as they are drawn: a matrix on the
// elements that carry them, set straight, so that a move of any number wakes no component. Copies
// of many show as clones of those elements.
import { onBeforeUnmount, watch, type Ref } from "vue";
import type { Moved } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useRaster } from "../raster/raster";

export function useMoving(svg: Ref<SVGSVGElement | null>): void {
  const doc = useDocument();
  const raster = useRaster();
  let carriers: Element[] = [];
  let clones: SVGGElement[] = [];

  const pictures = (): Element[] => [...(svg.value?.querySelectorAll("[data-picture]") ?? [])];

  /** Of a large drawing: pictures of what is moved, and what shows apart of it. */
  function findPictures(): Element[] {
    const wanted = doc.carriers;
    const within = (id: string): boolean =>
      wanted.has(id) || doc.tree.above(id).some((i) => wanted.has(i));
    const apart = [...(svg.value?.querySelectorAll("#raster-drawing > [data-place] > *") ?? [])];
    const items = apart.filter((element) => {
      const { holder, drawn } = (element as SVGElement).dataset;
      return within(holder ?? drawn ?? "");
    });
    const { carried } = raster.model;
    const own = (picture: Element): boolean =>
      carried === "all" || picture.getAttribute("data-picture") === carried;
    return [...items, ...pictures().filter(own)];
  }

  function find(): Element[] {
    const wanted = doc.carriers;
    if (wanted.size === 0) return [];
    if (raster.active) return findPictures();
    const all = svg.value?.querySelectorAll("[data-holder], [data-drawn]") ?? [];
    return [...all].filter((element) => {
      const { holder, drawn } = (element as SVGElement).dataset;
      return wanted.has(holder ?? drawn ?? "");
    });
  }

  /** Pictures stay where they were moved as long as others are on their way. */
  function letPicturesGo(): void {
    if (raster.model.waits || doc.moved) return;
    for (const picture of pictures()) picture.removeAttribute("transform");
  }

  function letGo(): void {
    for (const element of carriers) {
      if (!element.hasAttribute("data-picture")) element.removeAttribute("transform");
    }
    window.setTimeout(letPicturesGo);
    for (const clone of clones) clone.remove();
    carriers = [];
    clones = [];
  }

  /** One more round of copies, in front of all. */
  function cloned(): SVGGElement {
    const round = document.createElementNS("http://www.w3.org/2000/svg", "g");
    round.setAttribute("pointer-events", "none");
    for (const element of carriers) {
      const clone = element.cloneNode(true) as Element;
      const [from, to] = [element, clone].map((e) => e.querySelector("canvas"));
      if (from && to) {
        [to.width, to.height] = [from.width, from.height];
        to.getContext("2d")?.drawImage(from, 0, 0); // pixels are not cloned
      }
      round.append(clone);
    }
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
  watch(
    () => raster.shown,
    () => {
      for (const picture of pictures()) picture.removeAttribute("transform");
      carriers = find();
      if (doc.moved) show(doc.moved);
    },
    { flush: "post" },
  );
  onBeforeUnmount(letGo);
}
