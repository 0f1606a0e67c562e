// Many items that are dragged, turned or sized show moved as they are drawn: one matrix on the
// elements that carry them, set straight, so that a move of any number wakes no component.
import { onBeforeUnmount, watch, type Ref } from "vue";
import { useBoard } from "../stores/board";

export function useMoving(svg: Ref<SVGSVGElement | null>): void {
  const board = useBoard();
  let carriers: Element[] = [];

  function find(): Element[] {
    const wanted = board.carriers;
    if (wanted.size === 0) return [];
    const all = svg.value?.querySelectorAll("[data-holder], [data-drawn]") ?? [];
    return [...all].filter((element) => {
      const { holder, drawn } = (element as SVGElement).dataset;
      return wanted.has(holder ?? drawn ?? "");
    });
  }

  function letGo(): void {
    for (const element of carriers) element.removeAttribute("transform");
    carriers = [];
  }

  watch(
    () => board.carriers,
    () => {
      letGo();
      carriers = find();
    },
  );
  watch(
    () => board.moved,
    (moved) => {
      if (!moved) return;
      const matrix = `matrix(${moved.matrix.join(" ")})`;
      for (const element of carriers) element.setAttribute("transform", matrix);
    },
  );
  onBeforeUnmount(letGo);
}
