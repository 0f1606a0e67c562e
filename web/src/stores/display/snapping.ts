// Which kinds of cues are switched on, and whether all are let go of for the moment.
import { defineStore } from "pinia";
import { computed, ref, shallowRef, watch } from "vue";
import type { Cue, CueKind } from "../../api/types";
import { remember, rememberedAs } from "../../lib/settings";

export const CUE_KINDS: readonly (readonly [CueKind, string])[] = [
  ["anchor", "Anchors"],
  ["handle", "Handle ends"],
  ["crossing", "Intersections"],
  ["extreme", "Extremes"],
  ["middle", "Segment midpoints"],
  ["centre", "Item centres"],
  ["frame", "Selection frame"],
  ["seam", "Symmetry seams"],
  ["guide", "Guides"],
  ["tangent", "Along the tangent"],
  ["straight", "Horizontal, vertical, 45°"],
  ["sheet", "Sheet edges and centre"],
  ["spacing", "Equal spacing"],
  ["grid", "Grid, when visible"],
];
const KEY = "cues-off";
const isKinds = (value: unknown): value is CueKind[] =>
  Array.isArray(value) && value.every((v) => CUE_KINDS.some(([kind]) => kind === v));

export const useSnapping = defineStore("snapping", () => {
  const off = ref(new Set(rememberedAs<CueKind[]>(KEY, [], isKinds)));
  /** One held key lets go of all. */
  const letGo = ref(false);
  const shown = shallowRef<Cue[]>([]);

  const kinds = computed<CueKind[]>(() =>
    letGo.value ? [] : CUE_KINDS.map(([kind]) => kind).filter((k) => !off.value.has(k)),
  );

  function turn(kind: CueKind, on: boolean): void {
    const next = new Set(off.value);
    if (on) next.delete(kind);
    else next.add(kind);
    off.value = next;
  }

  watch(off, (now) => remember(KEY, JSON.stringify([...now])));

  return { off, letGo, shown, kinds, turn };
});
