<script setup lang="ts">
// Where one draws: the layer, and the groups and symmetries one has gone into; each part leads there.
import { computed } from "vue";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";

const container = useActiveContainer();
const doc = useDocument();
const selection = useSelection();

const parts = computed(() =>
  container.breadcrumb.map((id) => {
    const item = doc.drawable(id);
    return { id, name: item?.name ?? "", mark: item?.symmetry ?? null };
  }),
);
/** What a symmetry among them does to what is drawn. */
const title = computed(() => {
  const marks = parts.value.flatMap((p) => p.mark ?? []);
  const count = marks.reduce((n, m) => n * m.images.length, 1);
  return marks.length > 0 ? `shows ${count} times` : "";
});

function go(id: string, index: number): void {
  const inner = container.breadcrumb[index + 1];
  container.enter(id);
  selection.select(inner === undefined ? selection.selected : [inner]);
}
</script>

<template>
  <nav class="way" aria-label="Active container">
    <template v-for="({ id, name, mark }, n) in parts" :key="id">
      <span v-if="n > 0" class="on" aria-hidden="true">›</span>
      <button
        class="row-button part"
        :class="{ here: n === container.breadcrumb.length - 1, mirrored: mark }"
        :aria-current="n === container.breadcrumb.length - 1"
        :data-testid="`way-${n}`"
        @click="go(id, n)"
      >
        {{ name }}
      </button>
    </template>
    <span v-if="title" class="title" data-testid="direction">{{ title }}</span>
  </nav>
</template>

<style scoped>
.way {
  display: flex;
  gap: 7px;
  align-items: center;
  flex: 0 1 auto;
  min-width: 80px;
  max-width: 45%;
  padding: 0 12px;
  overflow: hidden;
  font-size: 12px;
  white-space: nowrap;
}
.part {
  overflow: hidden;
  text-overflow: ellipsis;
  color: var(--active);
}
.here {
  color: var(--ink);
  font-weight: 600;
}
.mirrored,
.title {
  color: var(--construction);
}
.on {
  color: var(--quiet);
}
</style>
