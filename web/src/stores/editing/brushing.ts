// The brush: how far it reaches, what it does, how much it smooths.
import { defineStore } from "pinia";
import { computed, ref, watch } from "vue";
import { remember, remembered } from "../../lib/settings";
import { useView } from "../display/view";

export type BrushEffect = "smooth" | "pull";

/** Pixels the brush may reach. */
const [LEAST, MOST] = [6, 400];

export const useBrushing = defineStore("brushing", () => {
  const view = useView();
  /** Pixels on the screen: as on paper, the brush is as wide at every zoom. */
  const pixels = ref(Number(remembered("brush-reach")) || 40);
  const effect = ref<BrushEffect>("smooth");
  /** Per cent. */
  const amount = ref(100);
  const reach = computed(() => pixels.value / view.scale);
  watch(pixels, (now) => remember("brush-reach", String(now)));

  function setPixels(value: number): void {
    pixels.value = Math.round(Math.min(MOST, Math.max(LEAST, value)));
  }

  return { pixels, effect, amount, reach, setPixels, LEAST, MOST };
});
