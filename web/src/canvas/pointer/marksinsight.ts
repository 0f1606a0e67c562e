// What the keyboard's hand knows of the canvas: what lies under a place, and the marks in their order.
import { onMounted, type Ref } from "vue";
import type { Point } from "../../api/types";
import { useCopies } from "../../stores/board/copies";
import { useView } from "../../stores/display/view";
import { useCrosshair, type Standing } from "../../tools/crosshair";
import type { Hit } from "../../tools/tool";
import { AIM } from "./aim";

/** What is no mark by itself: items, and lines whose ends are marks. */
const NO_MARKS = new Set<Hit["what"]>(["item", "image", "segment", "stem", "ruler"]);
/** Of more marks than these nobody goes through all one by one. */
const MOST = 2000;

const hitOf = (element: Element | null | undefined): Hit | null => {
  const hit = element?.closest<SVGElement>("[data-hit]")?.dataset["hit"];
  return hit ? (JSON.parse(hit) as Hit) : null;
};

export function useMarksInSight(svg: Ref<SVGSVGElement | null>): void {
  const view = useView();
  const copies = useCopies();
  const crosshair = useCrosshair();

  const corner = (): Point => {
    const box = svg.value?.getBoundingClientRect();
    return [box?.left ?? 0, box?.top ?? 0];
  };

  function under(screen: Point): Hit | null {
    const [left, top] = corner();
    const [clientX, clientY] = [screen[0] + left, screen[1] + top];
    window.dispatchEvent(new MouseEvent(AIM, { clientX, clientY }));
    const all = document.elementsFromPoint(clientX, clientY);
    return hitOf(all.find((one) => svg.value?.contains(one)));
  }

  /** The middle of what is in sight of an element. */
  function middleOf(element: Element): Point {
    const [left, top] = corner();
    const box = element.getBoundingClientRect();
    const middle = (from: number, to: number, size: number): number =>
      (Math.max(0, Math.min(size, from)) + Math.max(0, Math.min(size, to))) / 2;
    return view.toSheet([
      middle(box.left - left, box.right - left, view.size[0]),
      middle(box.top - top, box.bottom - top, view.size[1]),
    ]);
  }

  function standing(element: Element): Standing[] {
    const hit = hitOf(element);
    if (!hit || NO_MARKS.has(hit.what) || (hit.what === "gradient" && hit.peg === "line"))
      return [];
    if (getComputedStyle(element).pointerEvents === "none") return [];
    const own = "at" in hit && hit.what !== "turn" && hit.what !== "guide";
    return [{ hit, at: own ? copies.fromOriginal(hit.at) : middleOf(element) }];
  }

  const marks = (): Standing[] => {
    const met = new Set<string>();
    return [...(svg.value?.querySelectorAll<SVGElement>("[data-hit]") ?? [])]
      .filter((element) => {
        const hit = element.dataset["hit"] ?? ""; // one mark can be taken at two elements
        const first = !met.has(hit) && !element.closest(".loupe");
        if (first) met.add(hit);
        return first;
      })
      .slice(0, MOST)
      .flatMap(standing);
  };

  onMounted(() => crosshair.looksBy({ under, marks }));
}
