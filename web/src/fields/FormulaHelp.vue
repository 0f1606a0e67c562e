<script setup lang="ts">
// Below a field in which a formula is typed: words that go on from it, or what is wrong with it.
import { computed } from "vue";
import type { FormulaWord } from "../api/types";

const props = defineProps<{
  anchor: HTMLElement;
  words: readonly FormulaWord[];
  at: number;
  problem: string;
  /** The present value can be named. */
  names: boolean;
}>();
const emit = defineEmits<{ take: [word: FormulaWord]; name: [] }>();
const WIDE = 232;
/** Pixels of a row. */
const ROW = 26;
const place = computed(() => {
  const box = props.anchor.getBoundingClientRect();
  const left = Math.max(8, Math.min(box.left, window.innerWidth - WIDE - 8));
  const rows = props.words.length + (props.names ? 1 : 0) + (props.problem ? 3 : 0);
  const above = box.bottom + rows * ROW + 12 > window.innerHeight;
  return above
    ? { left: `${left}px`, bottom: `${window.innerHeight - box.top + 2}px` }
    : { left: `${left}px`, top: `${box.bottom + 2}px` };
});
</script>

<template>
  <Teleport to="body">
    <div class="help" :style="{ ...place, width: `${WIDE}px` }" data-testid="formula-help">
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <ul v-if="words.length > 0" role="listbox" aria-label="Measures and functions">
        <li
          v-for="(w, n) in words"
          :id="`formula-word-${n}`"
          :key="w.word"
          role="option"
          :aria-selected="n === at"
          :class="{ at: n === at }"
          @pointerdown.prevent="emit('take', w)"
        >
          <b>{{ w.word }}</b> <span>{{ w.meaning }}</span>
        </li>
      </ul>
      <button v-if="names" class="row-button" tabindex="-1" @pointerdown.prevent="emit('name')">
        Name this value…
      </button>
    </div>
  </Teleport>
</template>

<style scoped>
.help {
  position: fixed;
  z-index: 1200;
  overflow: hidden;
  border: 1px solid var(--construction);
  border-radius: 6px;
  background: var(--raised);
  color: var(--ink);
  box-shadow: 0 2px 6px rgb(0 0 0 / 18%);
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  gap: 8px;
  align-items: center;
  height: 26px;
  padding: 0 8px;
  cursor: pointer;
}
li b {
  flex: none;
  font-weight: 600;
}
li span {
  overflow: hidden;
  color: var(--quiet);
  text-overflow: ellipsis;
  white-space: nowrap;
}
li.at,
li:hover {
  background: var(--tint);
}
.row-button {
  width: 100%;
  height: 26px;
  padding: 0 8px;
  border-top: 1px solid var(--hairline);
  color: var(--construction);
  text-align: left;
}
.problem {
  margin: 0;
  padding: 6px 8px;
  color: var(--trouble);
  font-size: 12px;
}
</style>
