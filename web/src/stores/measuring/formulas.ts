// Measures and what follows them, for the fields and for the leaf that lists them.
import { computed, ref, shallowRef, watch } from "vue";
import { ApiError } from "../../api/client";
import { newId } from "../../api/ids";
import type { Command, FieldKind, MeasureTable, Target } from "../../api/types";
import { core } from "../../core";
import { LatestOnly } from "../../lib/latestonly";
import { useDocument } from "../board/document";
import { useEdits } from "../board/edits";
import { usePreview } from "../board/preview";
import { useSelection } from "../board/selection";
import { useDisplay } from "../display/display";
import { defineDrawingStore } from "../perdrawing";
import { sheetFollows } from "./sheetfollows";

interface Follows {
  item: string;
  path: string;
  formula: string;
  problem: string;
}

export const useFormulas = defineDrawingStore("formulas", () => {
  const doc = useDocument();
  const edits = useEdits();
  const selection = useSelection();
  const display = useDisplay();
  const preview = usePreview();
  const unit = computed(() => doc.sheet.unit);
  const measures = computed(() => doc.sheet.measures);
  const sets = computed(() => doc.sheet.measure_sets);
  const shown = computed(() => doc.sheet.measure_set ?? null);
  const follows = computed<Map<string, Follows>>(
    () =>
      new Map(
        [...selection.marks.follows, ...sheetFollows(doc.sheet)].map((f) => [
          `${f.item}:${f.path}`,
          f,
        ]),
      ),
  );

  function bound(targets: readonly Target[]) {
    const found = targets.flatMap(([item, path]) => follows.value.get(`${item}:${path}`) ?? []);
    const [first] = found;
    if (!first) return null;
    const items = new Set(targets.map(([item]) => item));
    const mixed = found.length < items.size || found.some((f) => f.formula !== first.formula);
    return { formula: first.formula, problem: found.find((f) => f.problem)?.problem ?? "", mixed };
  }

  const follow = (targets: readonly Target[], formula: string, inUnit: string): Promise<void> =>
    edits.commitChecked({ kind: "follow_formula", targets: [...targets], formula, unit: inUnit });
  const define = (
    targets: readonly Target[],
    name: string,
    formula: string,
    inUnit: string,
  ): Promise<void> =>
    edits.commitChecked({
      kind: "add_measure",
      measure: { id: newId(), name, formula, unit: inUnit, note: "" },
      targets: [...targets],
    });
  const value = (text: string, inUnit: string, field: FieldKind): Promise<number> =>
    core.formula(text, inUnit, field);
  const words = () => core.formulaWords();

  /** What the measures come to, while the leaf that lists them is open. */
  const table = shallowRef<MeasureTable>({ rows: [] });
  const open = computed(() => display.leaf === "Measures" && !display.folded);
  const asking = new LatestOnly<number>(async () => {
    const { measures: asked } = doc.sheet;
    try {
      table.value = await core.measures();
      workedFor.value = asked;
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
    }
  });
  watch(
    () => [
      preview.previewing === null,
      open.value,
      doc.version,
      doc.sheet.measures,
      doc.sheet.measure_set,
      edits.waiting(),
    ],
    () => {
      // what is only shown has no answer of its own
      if (open.value && preview.previewing === null) asking.put(doc.version);
    },
    { immediate: true },
  );
  /** What it was worked out for; while the hand turns a measure there is no answer yet. */
  const workedFor = shallowRef<unknown>(null);
  const isFresh = computed(() => workedFor.value === doc.sheet.measures);
  const rowOf = (id: string) => table.value.rows.find((r) => r.id === id);
  /** What the last edit of a row was refused for, by its measure; of a new one by nothing. */
  const problems = ref<Record<string, string>>({});

  /** Do an edit of a row; what it is refused for stands there until it succeeds. */
  async function edit(row: string, command: Command): Promise<boolean> {
    try {
      await edits.commitChecked(command);
      problems.value = { ...problems.value, [row]: "" };
      return true;
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      problems.value = { ...problems.value, [row]: problem.message };
      return false;
    }
  }

  return {
    unit,
    measures,
    sets,
    shown,
    bound,
    follow,
    define,
    value,
    words,
    rowOf,
    isFresh,
    problems,
    edit,
  };
});
