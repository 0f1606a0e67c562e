<script setup lang="ts">
// The history: every step with its name; a click goes there. Only what is in sight is there, and
// more of the line is read when its end comes into sight.
import VirtualScroller from "primevue/virtualscroller";
import { computed, nextTick, ref, shallowRef, watch } from "vue";
import { ApiError, get } from "../../api/client";
import type { History, ListedStep } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useHistory } from "../../stores/board/history";
import { rowsOf, type StepRow } from "./steps";
import AppIcon from "../../ui/AppIcon.vue";

/** Steps in a column, and its width in pixels. */
const DOWN = 4;
const COLUMN = 156;
const EMPTY: ListedStep = { number: 0, name: "Empty sheet", edit: "", drew: null };

const doc = useDocument();
const historyStore = useHistory();
const steps = shallowRef<ListedStep[]>([]);
/** The outlines whose runs are open. */
const open = ref(new Set<string>());
const at = ref(0);
const earlier = ref(false);
const later = ref(false);
const scroller = ref<InstanceType<typeof VirtualScroller> | null>(null);
let reading = false;

const rows = computed(() =>
  rowsOf(earlier.value ? steps.value : [EMPTY, ...steps.value], at.value, open.value),
);
const columns = computed(() =>
  Array.from({ length: Math.ceil(rows.value.length / DOWN) }, (_, n) =>
    rows.value.slice(n * DOWN, (n + 1) * DOWN),
  ),
);
const here = computed(() => steps.value.findIndex((s) => s.number === at.value));
const isAhead = (row: StepRow): boolean =>
  steps.value.findIndex((s) => s.number === row.step.number) > here.value;
const isHere = (row: StepRow): boolean => row.step.number === at.value && !row.open;

function unfold(row: StepRow): void {
  const drew = row.step.drew ?? "";
  open.value = new Set(
    row.open ? [...open.value].filter((item) => item !== drew) : [...open.value, drew],
  );
}

/** Asked while an answer is under way: it is asked again. */
let missed = false;

async function read(question = ""): Promise<History | null> {
  if (reading) {
    missed ||= question === "";
    return null;
  }
  reading = true;
  try {
    return await get<History>(`/drawings/${doc.id}/history${question}`);
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
    return null;
  } finally {
    reading = false;
    if (missed) {
      missed = false;
      void readAround();
    }
  }
}

async function readAround(): Promise<void> {
  const found = await read();
  if (!found) return;
  steps.value = found.steps;
  [at.value, earlier.value, later.value] = [found.at, found.earlier, found.later];
  await nextTick();
  const shown = rows.value.findIndex(isHere);
  scroller.value?.scrollToIndex(Math.max(0, Math.floor(shown / DOWN) - 2));
}
watch(
  () => doc.version,
  () => void readAround(),
  { immediate: true },
);

/** Read on where the end of what was read comes into sight. */
async function scrolled(range: { first: number; last: number }): Promise<void> {
  const [first, last] = [steps.value[0], steps.value.at(-1)];
  if (range.first === 0 && earlier.value && first) {
    const found = await read(`?before=${first.number}`);
    if (!found) return;
    const before = rows.value.length;
    steps.value = [...found.steps, ...steps.value];
    earlier.value = found.earlier;
    await nextTick();
    scroller.value?.scrollToIndex(Math.floor((rows.value.length - before) / DOWN));
  } else if (range.last >= columns.value.length && later.value && last) {
    const found = await read(`?after=${last.number}`);
    if (!found) return;
    steps.value = [...steps.value, ...found.steps];
    later.value = found.later;
  }
}

function mark(): void {
  historyStore.comparedStep = steps.value[here.value] ?? null;
}
</script>

<template>
  <div class="bar">
    <button class="row-button mark" data-testid="mark-step" :disabled="at === 0" @click="mark">
      <AppIcon name="bookmark" /> Mark this step
    </button>
    <span v-if="historyStore.comparedStep">Hold <kbd>K</kbd> to compare with the marked step.</span>
    <span v-else>Mark a step to compare with it later.</span>
  </div>
  <VirtualScroller
    ref="scroller"
    class="steps"
    :items="columns"
    :item-size="COLUMN"
    orientation="horizontal"
    @scroll-index-change="scrolled"
  >
    <template #item="{ item: column }">
      <div class="column">
        <div v-for="r in column as StepRow[]" :key="`${r.step.number} ${r.run.length}`" class="row">
          <button
            v-if="r.run.length > 0"
            class="row-button fold"
            :aria-expanded="r.open"
            :disabled="r.held"
            :title="r.held ? 'Expanded: the drawing is at one of these steps' : undefined"
            :aria-label="`Show the ${r.run.length} steps of ${r.name}`"
            @click="unfold(r)"
          >
            <AppIcon :name="r.open ? 'angle-down' : 'angle-right'" />
          </button>
          <button
            class="row-button step"
            :class="{ here: isHere(r), ahead: isAhead(r), inside: r.inside }"
            :aria-current="isHere(r) ? 'step' : undefined"
            @click="historyStore.go(r.step.number)"
          >
            {{ r.name }}
            <AppIcon
              v-if="historyStore.comparedStep?.number === r.step.number && !r.open"
              name="bookmark-fill"
            />
          </button>
        </div>
      </div>
    </template>
  </VirtualScroller>
</template>

<style scoped>
.bar {
  position: absolute;
  top: 4px;
  right: 70px;
  display: flex;
  gap: 10px;
  color: var(--quiet);
}
.mark {
  color: var(--active);
}
.mark:disabled {
  color: var(--quiet);
}
.steps {
  height: 104px;
  margin: 4px 8px 0;
}
.step i {
  font-size: 10px;
  color: var(--construction);
}
.steps :deep(.p-virtualscroller-content) {
  display: flex;
}
.column {
  display: flex;
  flex: none;
  flex-direction: column;
  gap: 2px;
  width: 156px;
}
.row {
  display: flex;
  width: 150px;
  height: 22px;
}
.fold {
  flex: none;
  width: 18px;
  border-radius: 6px;
}
.fold i {
  font-size: 10px;
}
.fold:disabled {
  color: var(--quiet);
}
.fold:hover:enabled {
  background: var(--tint);
}
.inside {
  margin-left: 18px;
}
.step {
  flex: 1;
  min-width: 0;
  padding: 0 8px;
  border-radius: 6px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.step:hover {
  background: var(--tint);
}
.here {
  background: var(--active);
  color: var(--on-active);
}
.here:hover {
  color: var(--ink);
}
.ahead {
  color: var(--quiet);
  font-style: italic;
}
</style>
