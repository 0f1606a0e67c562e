<script setup lang="ts">
// The history: every step with its name; a click goes there.
import { nextTick, ref, shallowRef, watch } from "vue";
import { Trouble, get } from "../api/client";
import type { History } from "../api/types";
import { useBoard } from "../stores/board";

const board = useBoard();
const history = shallowRef<History>({ steps: [], at: 0 });
const list = ref<HTMLElement | null>(null);

watch(
  () => board.version,
  async () => {
    try {
      history.value = await get<History>(`/drawings/${board.id}/history`);
    } catch (problem) {
      if (!(problem instanceof Trouble)) throw problem;
    }
    await nextTick();
    list.value
      ?.querySelector("[aria-current]")
      ?.scrollIntoView({ block: "nearest", inline: "nearest" });
  },
  { immediate: true },
);

function mark(): void {
  const here = history.value.steps.find((s) => s.number === history.value.at);
  board.markedStep = here ?? null;
}

const ahead = (index: number): boolean =>
  index > history.value.steps.findIndex((s) => s.number === history.value.at);
</script>

<template>
  <div class="bar">
    <button
      class="row-button mark"
      data-testid="mark-step"
      :disabled="history.at === 0"
      @click="mark"
    >
      <i class="pi pi-bookmark" /> Mark this step
    </button>
    <span v-if="board.markedStep">Hold <kbd>K</kbd> to see the drawing as it was there.</span>
    <span v-else>Mark a step to compare with it later.</span>
  </div>
  <div ref="list" class="steps">
    <button
      class="row-button step"
      :aria-current="history.at === 0 ? 'step' : undefined"
      :class="{ here: history.at === 0 }"
      @click="board.go(0)"
    >
      Empty sheet
    </button>
    <button
      v-for="(s, index) in history.steps"
      :key="s.number"
      class="row-button step"
      :class="{ here: s.number === history.at, ahead: ahead(index) }"
      :aria-current="s.number === history.at ? 'step' : undefined"
      @click="board.go(s.number)"
    >
      {{ s.name }}
      <i v-if="board.markedStep?.number === s.number" class="pi pi-bookmark-fill" />
    </button>
  </div>
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
.steps i {
  font-size: 10px;
  color: var(--construction);
}
.steps {
  display: flex;
  flex-flow: column wrap;
  gap: 2px 4px;
  align-content: flex-start;
  overflow-x: auto;
  padding: 6px 10px;
}
.step {
  width: 150px;
  height: 22px;
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
.ahead {
  color: var(--quiet);
  font-style: italic;
}
</style>
