// What a new shape starts with: the dials its kind was last given, and the starting style.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref, watch } from "vue";
import type { Colour, Style } from "../../api/types";
import { useEdits } from "../board/edits";
import { useSelection } from "../board/selection";
import { remember, rememberedAs } from "../../lib/settings";
import { useCatalogue } from "../display/catalogue";

const KEY = "starts";

interface Remembered {
  dials: Record<string, Record<string, number>>;
  style: Style | null;
  size: [number, number];
}

const NONE: Remembered = { dials: {}, style: null, size: [96, 96] };
const isRemembered = (value: unknown): value is Partial<Remembered> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

export const useNewItems = defineDrawingStore("new-items", () => {
  const edits = useEdits();
  const selection = useSelection();
  const catalogue = useCatalogue();
  const remembered = ref<Remembered>({
    ...structuredClone(NONE),
    ...rememberedAs<Partial<Remembered>>(KEY, {}, isRemembered),
  });
  // as it was remembered when a style had one stroke only
  if (remembered.value.style && !("strokes" in remembered.value.style))
    remembered.value.style = null;
  watch(remembered, (now) => remember(KEY, JSON.stringify(now)), { deep: true });

  /** Once a dial was turned, what it came to is what the next shape of the kind starts with. */
  watch(
    () => selection.savedMarks,
    (marks) => {
      const type =
        selection.selectedItems.length === 1 ? selection.selectedItems[0]?.type : undefined;
      if (!edits.dialled || !type || marks.dials.length === 0) return;
      edits.dialled = false;
      const values = marks.dials.flatMap((d) => (d.value == null ? [] : [[d.dial, d.value]]));
      remembered.value.dials[type] = Object.fromEntries(values) as Record<string, number>;
    },
  );

  const dialsOf = (kind: string): Record<string, number> => remembered.value.dials[kind] ?? {};
  function startWith(kind: string, dials: Record<string, number>): void {
    remembered.value.dials[kind] = { ...dials };
  }
  /** How new items are painted. */
  const style = computed<Style>(() => remembered.value.style ?? catalogue.style);
  function paint(change: Partial<Style>): void {
    remembered.value.style = { ...style.value, ...change };
  }
  /** Its fill, or the stroke in front of the others, in a colour. */
  function ink(what: "fill" | "stroke", colour: Colour | null): void {
    if (what === "fill") return paint({ fill: colour });
    const { strokes } = style.value;
    const front = { ...(strokes.at(-1) ?? catalogue.stroke), paint: colour };
    paint({ strokes: [...strokes.slice(0, -1), front] });
  }
  function turn(kind: string, dial: string, value: number): void {
    remembered.value.dials[kind] = { ...dialsOf(kind), [dial]: value };
  }
  return { remembered, dialsOf, startWith, style, paint, ink, turn };
});
