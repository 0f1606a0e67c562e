// Units and shapes, as the core declares them.
import { defineStore } from "pinia";
import { computed, shallowRef } from "vue";
import { get } from "../../api/client";
import type { DialFacts, ShapeFacts, Stroke, Style, UnitFacts, Vocabulary } from "../../api/types";

const PIXEL: UnitFacts = { name: "px", size: 1, decimals: 2 };

/** Types of items that are no shapes. */
const OTHERS: Record<string, string> = {
  outline: "Outline",
  group: "Group",
  layer: "Layer",
  symmetry: "Symmetry",
  assembly: "Assembly",
  linked: "Linked copy",
  text: "Text",
};

/** Until the catalogue is there nothing is bounded here; the core refuses what is too much. */
const NONE_KNOWN: Vocabulary["limits"] = {
  blend_steps: Infinity,
  offset_steps: Infinity,
  added_anchors: Infinity,
  gap: Infinity,
  gap_at_first: 0,
  font_size: [0, Infinity],
  stroke_width: Infinity,
  clip_characters: Infinity,
  traced_points: Infinity,
  troubles: { turn: 1, corner: 25, ratio: 2 },
};

export const useCatalogue = defineStore("catalogue", () => {
  const facts = shallowRef<Vocabulary>({
    units: [PIXEL],
    shapes: [],
    sizes: [],
    style: {},
    blends: [],
    limits: NONE_KNOWN,
  });
  /** How something is painted to begin with, and drawn. */
  const style = computed(() => facts.value.style as Style);
  const stroke = computed(() => style.value.strokes[0] as Stroke);

  async function load(): Promise<void> {
    if (facts.value.shapes.length === 0) facts.value = await get<Vocabulary>("/catalogue");
  }

  const unit = (name: string): UnitFacts => facts.value.units.find((u) => u.name === name) ?? PIXEL;
  const shapeLabel = (type: string): string =>
    facts.value.shapes.find((s) => s.name === type)?.label ?? OTHERS[type] ?? "Item";
  const shape = (type: string): ShapeFacts | undefined =>
    facts.value.shapes.find((s) => s.name === type);
  const dial = (type: string, name: string): DialFacts | undefined =>
    facts.value.shapes.find((s) => s.name === type)?.dials.find((d) => d.name === name);

  /** The bounds that the core sets. */
  const limits = computed(() => facts.value.limits);

  return { facts, limits, style, stroke, load, unit, shape, shapeLabel, dial };
});
