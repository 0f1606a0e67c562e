// The pictures of a large drawing, made in a worker: when there are any, and what asks for new ones.
import { computed, markRaw, onScopeDispose, ref, watch, watchEffect } from "vue";
import type { Tree } from "../../core/tree";
import { remembered } from "../../lib/settings";
import { useDocument } from "../../stores/board/document";
import { useDrawingParts } from "../../stores/board/drawingparts";
import { useDisplay } from "../../stores/display/display";
import { useView } from "../../stores/display/view";
import { defineDrawingStore } from "../../stores/perdrawing";
import type { Overview, Painted, Sight, Told } from "./protocol";
import { RasterModel } from "./rastermodel";

/** Items from which a drawing is painted as pixels; with fewer SVG is as quick. */
const FROM = 600;
const least = (): number =>
  import.meta.env.MODE === "doors" ? Number(remembered("raster") ?? FROM) : FROM;

const canPaint = (): boolean =>
  typeof OffscreenCanvas !== "undefined" &&
  typeof Worker !== "undefined" &&
  new OffscreenCanvas(1, 1).getContext("2d") !== null;

export const useRaster = defineDrawingStore("raster", () => {
  const doc = useDocument();
  const view = useView();
  const display = useDisplay();
  const { scene, selection } = useDrawingParts().parts;
  /** The painter cannot be had, or has failed: all of the drawing is SVG. */
  const broken = ref(false);
  const from = least();
  const large = computed(() => doc.count >= from && !broken.value);
  let worker: Worker | null = null;

  const wire = (): string =>
    getComputedStyle(document.documentElement).getPropertyValue("--mark-ink").trim() || "#000";

  const sight = (): Sight | null =>
    large.value && worker
      ? {
          scale: view.scale,
          origin: [...view.origin],
          size: [...view.size],
          ratio: window.devicePixelRatio,
          wire: display.view === "Wireframe" ? wire() : null,
        }
      : null;

  /** All that is drawn in what is selected, found out once for each selection. */
  let last: { items: readonly string[]; tree: Tree; drawn: string[] } | null = null;
  function selected(): readonly string[] {
    const [items, tree] = [selection.items.value, scene.tree.value];
    if (last?.items !== items || last.tree !== tree) {
      last = { items, tree, drawn: items.flatMap((i) => tree.drawnIn(i)) };
    }
    return last.drawn;
  }

  const model = markRaw(
    new RasterModel({
      scene,
      sight,
      selected,
      tell: (told: Told) => worker?.postMessage(told),
    }),
  );

  function start(): void {
    if (worker || !large.value) return;
    if (!canPaint()) {
      broken.value = true;
      return;
    }
    worker = new Worker(new URL("./worker", import.meta.url), { type: "module" });
    worker.onerror = () => (broken.value = true);
    worker.onmessage = (event: MessageEvent<Painted | Overview>) => {
      if ("overview" in event.data) model.overview.value = event.data;
      else model.take(event.data);
    };
    model.soon();
  }

  watch(large, start, { immediate: true });
  const active = computed(() => large.value && !model.unfit.value);
  watch(active, (on) => on && model.anew());
  watchEffect(() => {
    void [view.scale, view.origin, view.size, display.view, selection.items.value];
    void [scene.moved.value?.items, scene.tree.value];
    if (large.value) model.soon();
  });
  onScopeDispose(() => worker?.terminate());

  return {
    /** The canvas shows pictures. */
    active,
    model,
    shown: model.shown,
    ahead: model.ahead,
    overview: model.overview,
  };
});
