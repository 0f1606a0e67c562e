<script setup lang="ts">
// The check before cutting: what is wrong, by kind, each with its place.
import { computed } from "vue";
import type { CutLook, Fault } from "../../api/types";
import { number } from "../../lib/intl";
import AppIcon from "../../ui/AppIcon.vue";

const props = defineProps<{ look: CutLook; drawing: number; chosen: number | null }>();
const emit = defineEmits<{ choose: [index: number | null] }>();
type Kind = Fault["kind"];
const KINDS: readonly [Kind, string, string][] = [
  ["outside", "Outside the sheet", "The blade would leave the material."],
  ["doubled", "Duplicate lines", "Cut twice; the material tears."],
  ["close", "Closer than the blade width", "What lies between tears out."],
  ["tiny", "Tiny pieces", "They come loose while cutting."],
  ["open", "Open paths", "Cut as lines; nothing comes free."],
];
const groups = computed(() =>
  KINDS.flatMap(([kind, title, what]) => {
    const found = props.look.faults.flatMap((f, index) =>
      f.kind === kind ? [{ index, ...f }] : [],
    );
    return found.length > 0 ? [{ kind, title, what, found }] : [];
  }),
);
function detail(fault: Fault): string {
  if (fault.distance == null) return "";
  const unit = fault.kind === "tiny" ? "mm²" : "mm";
  return `${number(fault.distance, 2)} ${unit}`;
}
</script>

<template>
  <section aria-label="Check before cutting" class="check">
    <h3 class="heading">Check before cutting</h3>
    <p v-if="groups.length === 0" class="fine" role="status">
      <AppIcon name="check" /> No problems found.
    </p>
    <details v-for="group in groups" :key="group.kind" :data-testid="`fault-${group.kind}`">
      <summary>
        {{ group.title }} <b>{{ group.found.length }}</b>
      </summary>
      <p class="help">{{ group.what }}</p>
      <ul>
        <li v-for="fault in group.found" :key="fault.index">
          <button
            class="row-button listed"
            :class="{ active: fault.index === chosen }"
            @click="emit('choose', fault.index === chosen ? null : fault.index)"
          >
            {{ fault.name || "Outline" }} <span>{{ detail(fault) }}</span>
          </button>
          <RouterLink
            v-if="fault.item"
            :to="{ path: `/drawings/${drawing}`, query: { item: fault.item } }"
            title="Show in the drawing"
            :aria-label="`Show ${fault.name} in the drawing`"
            ><AppIcon name="pencil"
          /></RouterLink>
        </li>
      </ul>
    </details>
  </section>
</template>

<style scoped>
.check {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  padding: 12px 14px;
}
.fine {
  margin: 0;
  color: var(--active);
}
summary {
  cursor: pointer;
}
summary b {
  color: var(--trouble);
}
.help {
  margin: 2px 0;
  color: var(--quiet);
  font-size: 12px;
}
ul {
  max-height: 180px;
  margin: 0;
  padding: 0;
  overflow: hidden auto;
  list-style: none;
}
li {
  display: flex;
  gap: 6px;
  align-items: center;
}
.listed {
  overflow: hidden;
  flex: 1;
  min-width: 0;
  padding: 2px 8px;
  border-radius: 6px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.listed span {
  color: var(--quiet);
}
.listed.active {
  background: var(--tint);
  color: var(--active);
}
a {
  padding: 0 4px;
  color: var(--quiet);
}
a i {
  font-size: 11px;
}
</style>
