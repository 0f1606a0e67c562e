// A drawing at the cutting table: how it is cut, what is wrong with it, and what was cut.
import { computed, onBeforeUnmount, ref, shallowRef } from "vue";
import { newId } from "../../api/ids";
import { ApiError, compute, fileOf, get } from "../../api/client";
import type { CutDone, CutLook, CutPlan, CutTable } from "../../api/types";
import { saved } from "../../lib/download";
import { LatestOnly } from "../../lib/latestonly";
import { ProgressPoller } from "../../sync/progress";
import { cutAt } from "./playing";

/** How many seconds of the job pass in one; 0: all of it at once. */
export const RATES = [
  { value: 1, label: "Real time" },
  { value: 10, label: "10×" },
  { value: 60, label: "60×" },
  { value: 0, label: "Instant" },
] as const;

/** What was cut of a set. */
export interface CutBatch {
  name: string;
  seconds: number;
  metres: number;
  trouble: string;
}

export function useCutting(drawing: number) {
  const name = ref("");
  /** The sets of its measures, and the one in which it is cut; null: as it is shown. */
  const sets = shallowRef<CutTable["sets"]>([]);
  const measureSet = ref<string | null>(null);
  /** Which of the sheets is shown, and cut next. */
  const sheet = ref(0);
  /** What was cut of each set, one after the other. */
  const batch = shallowRef<CutBatch[]>([]);
  const plan = shallowRef<CutPlan | null>(null);
  const look = shallowRef<CutLook | null>(null);
  const done = shallowRef<CutDone | null>(null);
  /** What went wrong with each that is asked: the answer to one says nothing of the others. */
  const troubles = ref({ open: "", look: "", cut: "" });
  const trouble = computed(() => troubles.value.cut || troubles.value.look || troubles.value.open);
  const looking = ref(false);
  const cutting = ref(false);
  /** Seconds of the job that are shown. */
  const clock = ref(0);
  const playing = ref(false);
  const rate = ref<number>(10);

  async function attempt<T>(asked: keyof typeof troubles.value, act: () => Promise<T>) {
    try {
      const answer = await act();
      troubles.value[asked] = "";
      return answer;
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      troubles.value[asked] = problem.message;
      return null;
    }
  }

  /** How far what takes long is: it is checked while it is cut. */
  const pollers = { look: new ProgressPoller(drawing), cut: new ProgressPoller(drawing) };
  const poller = computed(() => pollers[cutting.value ? "cut" : "look"]);
  /** What takes long, and how far it is; null: nothing does. */
  const long = computed(() => poller.value.long.value);
  const wanted = (now: CutPlan, id: string): object => ({
    plan: now,
    measure_set: measureSet.value,
    sheet: sheet.value,
    id,
  });

  /** Ask for what may take long, under an id of its own. */
  async function asked<T>(about: keyof typeof pollers, path: string, now: CutPlan) {
    const id = newId();
    pollers[about].start(id);
    const found = await attempt(about, () =>
      compute<T>(`/drawings/${drawing}/cutting/${path}`, wanted(now, id)),
    );
    pollers[about].end();
    return found;
  }

  const asking = new LatestOnly<CutPlan>(async (now) => {
    const which = sheet.value;
    looking.value = true;
    const found = await asked<CutLook>("look", "checks", now);
    looking.value = false;
    if (found && plan.value === now && sheet.value === which) look.value = found;
  });

  async function open(): Promise<void> {
    const table = await attempt("open", () => get<CutTable>(`/drawings/${drawing}/cutting/plan`));
    if (!table) return;
    name.value = table.name;
    sets.value = table.sets ?? [];
    begin(table.plan);
  }

  /** Cut otherwise, from the first sheet on; what was cut before is no more what is seen. */
  function set(part: Partial<CutPlan>): void {
    if (part.measured === undefined) sheet.value = 0;
    if (plan.value) begin({ ...plan.value, ...part });
  }
  /** Show another sheet, which is cut next; its print lies in a way of its own. */
  function turnTo(number: number): void {
    const last = (look.value?.sheets ?? 1) - 1;
    sheet.value = Math.min(Math.max(number, 0), last);
    if (plan.value) begin({ ...plan.value, measured: [] });
  }
  function begin(now: CutPlan): void {
    plan.value = now;
    clear();
    asking.put(now);
  }

  /** Show it in one of its sets. */
  function choose(id: string | null): void {
    measureSet.value = id;
    sheet.value = 0;
    if (plan.value) begin(plan.value);
  }

  /** Cut every set, one after the other; one that cannot be cut stops nothing. */
  const cutAll = (): Promise<void> =>
    inTurn((sets.value ?? []).map((one) => ({ name: one.name, turn: () => choose(one.id) })));

  /** Cut every sheet, one after the other. */
  const cutSheets = (): Promise<void> =>
    inTurn(
      Array.from({ length: look.value?.sheets ?? 1 }, (_, n) => ({
        name: `Sheet ${n + 1}`,
        turn: () => {
          sheet.value = n;
          if (plan.value) begin(plan.value);
        },
      })),
    );

  async function inTurn(each: { name: string; turn: () => void }[]): Promise<void> {
    const mine = plan.value;
    batch.value = [];
    for (const one of each) {
      if (plan.value !== mine) return;
      one.turn();
      await cut();
      pause();
      clock.value = seconds.value;
      const record = done.value?.record;
      batch.value = [
        ...batch.value,
        {
          name: one.name,
          seconds: record?.seconds ?? 0,
          metres: (record?.cut_length ?? 0) / 1000,
          trouble: troubles.value.cut || (done.value?.trouble ?? ""),
        },
      ];
    }
  }

  function clear(): void {
    pause();
    done.value = null;
    troubles.value.cut = "";
    clock.value = 0;
  }

  async function cut(): Promise<void> {
    const now = plan.value;
    if (!now || cutting.value) return;
    clear();
    cutting.value = true;
    asking.put(now); // edits may have been kept since it was looked at
    const found = await asked<CutDone>("cut", "jobs", now);
    cutting.value = false;
    if (!found || plan.value !== now) return;
    done.value = found;
    play();
  }

  /** What is printed before the sheet is cut, as a file. */
  async function print(): Promise<void> {
    const now = plan.value;
    if (!now) return;
    const path = `/drawings/${drawing}/cutting/prints`;
    const file = await attempt("cut", () => fileOf(path, wanted(now, newId())));
    if (file) saved(file.name, file.data);
  }

  const seconds = computed(() => done.value?.record.seconds ?? 0);
  let frame = 0;
  let before = 0;
  function step(at: number): void {
    clock.value = Math.min(seconds.value, clock.value + ((at - before) / 1000) * rate.value);
    before = at;
    if (clock.value >= seconds.value) playing.value = false;
    if (playing.value) frame = window.requestAnimationFrame(step);
  }
  function play(): void {
    if (!done.value) return;
    if (rate.value === 0) {
      clock.value = seconds.value;
      return;
    }
    if (clock.value >= seconds.value) clock.value = 0;
    playing.value = true;
    before = performance.now();
    frame = window.requestAnimationFrame(step);
  }
  function pause(): void {
    playing.value = false;
    window.cancelAnimationFrame(frame);
  }
  function show(at: number): void {
    pause();
    clock.value = at;
  }
  onBeforeUnmount(() => {
    pause();
    for (const each of Object.values(pollers)) each.end();
  });

  /** Which way of the blade is under way, and how much of it is done. */
  const now = computed(() => cutAt(done.value?.record.cuts ?? [], clock.value));
  const free = computed(() =>
    (done.value?.record.forms ?? []).filter((form) => form.at <= clock.value),
  );

  return {
    sets,
    measureSet,
    batch,
    choose,
    cutAll,
    sheet,
    turnTo,
    cutSheets,
    print,
    long,
    stop: () => poller.value.stop(),
    name,
    plan,
    look,
    done,
    trouble,
    looking,
    cutting,
    clock,
    playing,
    rate,
    seconds,
    now,
    free,
    open,
    set,
    cut,
    play,
    pause,
    show,
  };
}

export type Cutting = ReturnType<typeof useCutting>;
