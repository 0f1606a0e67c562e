// How items are combined: in whose style, and whether strokes are cropped too. Choices that hold for
// what is selected; the buttons, the menu, keys and the finder make the same edits of them.
import { computed, ref, watch } from "vue";
import type { Command, Role } from "../../api/types";
import { newId } from "../../api/ids";
import { useDocument } from "../board/document";
import { useSelection } from "../board/selection";
import { defineDrawingStore } from "../perdrawing";

/** Names that a list can be chosen from; the backmost of more of them gives its style. */
const MOST_STYLES = 100;

export type BlendSpacing = NonNullable<Extract<Command, { kind: "blend_items" }>["spacing"]>;

export const useCombining = defineDrawingStore("combining", () => {
  const doc = useDocument();
  const selection = useSelection();

  /** Of what is made next. */
  const id = ref(newId());
  const chosen = ref<string | null>(null);
  /** Strokes become outlines and are cropped. */
  const cropsStrokes = ref(false);
  const blendSteps = ref(3);
  const blendSpacing = ref<BlendSpacing>("even");
  /** A blend follows its items. */
  const blendLive = ref(true);
  /** From back to front, as the form is made of them. */
  const items = computed(() => {
    const selected = new Set(selection.selected);
    return [...doc.savedTree.below("")].filter((i) => selected.has(i));
  });
  /** Whose style the result can take; none where there are too many to choose from. */
  const styles = computed(() =>
    items.value.length > MOST_STYLES
      ? []
      : items.value.map((value, n) => ({
          value,
          label: `${doc.drawable(value)?.name ?? ""}${n === 0 ? " (backmost)" : ""}`,
        })),
  );
  const styleOf = computed(() => chosen.value ?? items.value[0] ?? null);
  watch(
    () => selection.selected,
    () => {
      chosen.value = null;
      id.value = newId();
    },
  );

  const assemble = (operation: Role): Command => ({
    kind: "assemble",
    items: selection.selected,
    assembly: id.value,
    operation,
    style_of: styleOf.value,
  });
  const partition = (): Command => ({
    kind: "partition",
    items: selection.selected,
    prefix: id.value,
  });
  const compound = (): Command => ({ kind: "make_compound", items: selection.selected });
  /** To the sheet, or to the frontmost of several. */
  const crop = (to: "sheet" | "frontmost"): Command => ({
    kind: "crop_items",
    items: selection.selected,
    strokes: cropsStrokes.value,
    ...(to === "frontmost" ? { to: items.value.at(-1) ?? null } : {}),
  });
  const blend = (count: number = blendSteps.value): Command => ({
    kind: "blend_items",
    items: selection.selected,
    count,
    spacing: blendSpacing.value,
    live: blendLive.value,
  });
  return {
    chosen,
    cropsStrokes,
    blendSteps,
    blendSpacing,
    blendLive,
    items,
    styles,
    styleOf,
    assemble,
    partition,
    compound,
    crop,
    blend,
  };
});
