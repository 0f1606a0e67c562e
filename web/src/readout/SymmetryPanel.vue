<script setup lang="ts">
// A symmetry in numbers: what it repeats how, its line or centre; into it and out of it.
import Button from "primevue/button";
import { computed } from "vue";
import type { Command } from "../api/types";
import { useBoard } from "../stores/board";
import { takeApart } from "../tools/acts";
import AxisFields from "./AxisFields.vue";
import ChoiceButtons from "./ChoiceButtons.vue";
import { PATTERNS } from "./patterns";

const props = defineProps<{ id: string }>();
const board = useBoard();
const mark = computed(() => board.drawable(props.id)?.symmetry ?? null);
const empty = computed(() => board.tree.in(props.id).length === 0);
const inside = computed(() => board.place === props.id);

type Setting = Omit<Extract<Command, { kind: "set_symmetry" }>, "kind" | "symmetry">;
function set(setting: Setting): void {
  board.commit({ kind: "set_symmetry", symmetry: props.id, ...setting }, true);
}
function goIn(): void {
  board.enter(props.id);
  board.select([]);
}
function goOut(): void {
  board.leave();
  board.select([props.id]);
}
function remove(): void {
  board.select([props.id]);
  takeApart(board, board.commit);
}
</script>

<template>
  <section v-if="mark" aria-label="Symmetry">
    <ChoiceButtons
      class="wide"
      :options="PATTERNS"
      :columns="3"
      :pressed="(pattern) => mark?.pattern === pattern"
      prefix="pattern"
      @choose="(pattern) => set({ pattern })"
    />
    <AxisFields
      :pattern="mark.pattern"
      :centre="mark.centre"
      :angle="mark.angle"
      :count="mark.count"
      @place="([x, y]) => set({ x, y })"
      @turn="(angle) => set({ angle })"
      @count="(count) => set({ count })"
    />
    <p v-if="mark.left_out > 0" class="wide quiet" role="status">
      {{ mark.images.length }} of {{ mark.images.length + mark.left_out }} images show: it holds too
      much to draw more of them. None is lost.
    </p>
    <p v-else-if="empty" class="wide quiet">
      Nothing is in it yet. Whatever you draw here shows in all its images.
    </p>
    <div class="wide acts">
      <Button
        v-if="inside"
        severity="secondary"
        size="small"
        label="Go out"
        title="Esc"
        @click="goOut"
      />
      <Button v-else severity="secondary" size="small" label="Draw in it" @click="goIn" />
      <Button
        v-if="!empty"
        severity="secondary"
        size="small"
        label="Take apart"
        title="Keeps what was drawn, without its images"
        @click="remove"
      />
    </div>
  </section>
</template>

<style scoped>
.quiet {
  margin: 0;
  color: var(--quiet);
}
.acts {
  display: flex;
  gap: 8px;
}
.acts > * {
  flex: 1;
}
</style>
