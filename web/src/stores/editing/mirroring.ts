// The line, or the centre, that the Symmetry tool lays: drafted, seen, dragged and typed; then it
// makes a symmetry, mirrored copies, or turns over what is selected.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref, watch } from "vue";
import type { Axis, Mirroring, Pattern, Point } from "../../api/types";
import { newId } from "../../api/ids";
import { useActiveContainer } from "../board/activecontainer";
import { useDocument } from "../board/document";
import { useSelection } from "../board/selection";
import { useDrafting } from "./drafting";

export type Makes = "live" | "copy" | "flip";
const OPEN: Axis = { through: "best", angle: 90, count: 6 };

export const useMirroring = defineDrawingStore("mirroring", () => {
  const container = useActiveContainer();
  const doc = useDocument();
  const selection = useSelection();
  const drafting = useDrafting();
  /** The tool is in the hand. */
  const on = ref(false);
  const makes = ref<Makes>("live");
  const pattern = ref<Pattern>("mirror");
  /** The symmetry that is there already and that the tool works on, instead of a draft. */
  const own = computed(() => {
    const [one, ...others] = selection.selected;
    const id = one ?? container.active;
    return others.length === 0 && doc.drawable(id)?.symmetry ? id : null;
  });
  const draft = computed<Mirroring | null>(() => {
    const it = drafting.draft;
    return it?.kind === "mirror_items" || it?.kind === "make_symmetry" ? it : null;
  });
  const axis = computed<Axis>(() => draft.value?.axis ?? OPEN);

  function drafted(next: Axis): Mirroring {
    const items = selection.selected;
    const empty = items.length === 0;
    if (makes.value === "live" || empty) {
      const more = { symmetry: newId(), pattern: pattern.value, container: container.active };
      return { kind: "make_symmetry", items, axis: next, ...more };
    }
    const copies = makes.value === "copy" ? newId() : null;
    return { kind: "mirror_items", items, axis: next, copies };
  }

  function begin(next: Axis = OPEN): void {
    if (own.value === null) drafting.start(drafted(next));
    else drafting.cancel();
  }

  function enter(): void {
    on.value = true;
    begin();
  }

  function leave(): void {
    on.value = false;
    if (draft.value) drafting.cancel();
  }

  /** Make something else of the same line. */
  function choose(next: { makes?: Makes; pattern?: Pattern }): void {
    makes.value = next.makes ?? makes.value;
    pattern.value = next.pattern ?? pattern.value;
    begin({ ...axis.value, span: null });
  }

  function change(part: Partial<Axis>): void {
    if (draft.value) drafting.change({ axis: { ...axis.value, ...part } });
  }

  /** Lay it through the ends, the middle, the sheet's middle or along a guide. */
  const lay = (through: NonNullable<Axis["through"]>, guide: string | null = null): void =>
    change({ centre: null, span: null, through, guide });

  /** Lay it through a place. */
  const layAt = (centre: Point): void => change({ centre, span: null, through: "place" });

  /** Make it; what was made, or null. A new symmetry is where one draws from then on. */
  async function make(): Promise<Mirroring | null> {
    if (!draft.value) return null;
    const made = (await drafting.make()) as Mirroring | null;
    if (made?.kind === "make_symmetry") container.enter(made.symmetry);
    return made;
  }

  watch(
    () => [selection.selected, own.value],
    () => on.value && begin({ ...axis.value, centre: null, span: null }),
  );

  return { makes, pattern, own, draft, axis, enter, leave, choose, change, lay, layAt, make };
});
