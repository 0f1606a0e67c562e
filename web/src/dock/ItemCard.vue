<script setup lang="ts">
// One item in the Stack: a small drawing, its name, lock and hide.
import { computed } from "vue";
import NameField from "../board/NameField.vue";
import { useBoard } from "../stores/board";

const props = defineProps<{ id: string; gapBefore: boolean; gapAfter: boolean }>();
const emit = defineEmits<{ step: [by: 1 | -1] }>();
const board = useBoard();

const item = computed(() => board.drawable(props.id));
const chosen = computed(() => board.selected.includes(props.id));
const box = computed(() => {
  const [l, t, r, b] = item.value?.box ?? [0, 0, 1, 1];
  const w = Math.max(r - l, 1e-3);
  const h = Math.max(b - t, 1e-3);
  const margin = Math.max(w, h) * 0.06;
  return `${l - margin} ${t - margin} ${w + 2 * margin} ${h + 2 * margin}`;
});

function pick(event: MouseEvent): void {
  if (!item.value || item.value.locked || item.value.hidden) return;
  const others = board.selected.filter((i) => i !== props.id);
  if (event.shiftKey) board.select(chosen.value ? others : [...others, props.id]);
  else board.select([props.id]);
}

const rename = (called: string): void =>
  board.commit({ kind: "rename_item", item: props.id, called });

function keys(event: KeyboardEvent): void {
  if (event.key === "ArrowRight" || event.key === "ArrowLeft") {
    emit("step", event.key === "ArrowRight" ? 1 : -1);
    event.preventDefault();
    event.stopPropagation();
  }
}
</script>

<template>
  <div
    v-if="item"
    class="item"
    role="listitem"
    draggable="true"
    :class="{ chosen, hidden: item.hidden, before: gapBefore, after: gapAfter }"
    :data-testid="`stack-${item.name}`"
  >
    <button
      class="row-button tile"
      :aria-label="item.name"
      :title="`${item.name}: drag, or arrow keys, to reorder`"
      @click="pick"
      @keydown="keys"
    >
      <svg :viewBox="box">
        <path
          :d="item.path"
          :fill="item.style.fill ?? 'none'"
          :fill-rule="item.rule"
          :stroke="item.style.stroke ?? (item.style.fill ? 'none' : '#1B2924')"
          stroke-width="1.3"
          vector-effect="non-scaling-stroke"
        />
      </svg>
    </button>
    <div class="line">
      <NameField v-slot="{ edit }" :name="item.name" label="Name of the item" @renamed="rename">
        <span class="name" title="Double click to rename" @dblclick="edit">{{ item.name }}</span>
      </NameField>
      <button
        class="row-button flag"
        :class="{ on: item.locked }"
        :aria-label="item.locked ? `Unlock ${item.name}` : `Lock ${item.name}`"
        :aria-pressed="item.locked"
        @click="board.commit({ kind: 'lock_items', items: [id], locked: !item.locked })"
      >
        <i :class="item.locked ? 'pi pi-lock' : 'pi pi-lock-open'" />
      </button>
      <button
        class="row-button flag"
        :class="{ on: item.hidden }"
        :aria-label="item.hidden ? `Show ${item.name}` : `Hide ${item.name}`"
        :aria-pressed="item.hidden"
        @click="board.commit({ kind: 'hide_items', items: [id], hidden: !item.hidden })"
      >
        <i :class="item.hidden ? 'pi pi-eye-slash' : 'pi pi-eye'" />
      </button>
    </div>
  </div>
</template>

<style scoped>
.item {
  flex: none;
  width: 92px;
  margin-right: 8px;
  border-radius: 6px;
}
.before {
  box-shadow: -5px 0 0 -2px var(--construction);
}
.after {
  box-shadow: 5px 0 0 -2px var(--construction);
}
.tile {
  display: block;
  width: 100%;
  height: 62px;
  padding: 5px;
  background: #fff;
  border: 1px solid var(--hairline);
  border-radius: 6px;
}
.chosen .tile {
  border: 2px solid var(--active);
  padding: 4px;
}
.hidden .tile {
  opacity: 0.4;
}
svg {
  width: 100%;
  height: 100%;
}
.line {
  display: flex;
  gap: 2px;
  align-items: center;
  font-size: 12px;
}
.line :deep(input) {
  min-width: 0;
  width: 60px;
}
.name {
  overflow: hidden;
  flex: 1;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.flag {
  padding: 3px 2px;
  opacity: 0.45;
}
.flag i {
  font-size: 11px;
}
.flag:hover,
.flag:focus-visible,
.on {
  opacity: 1;
  color: var(--active);
}
</style>
