<script setup lang="ts">
// An outline of the shelf and its variations side by side at one scale, with what they come to; one
// is chosen for the linked copies that are selected, or into the hand.
import Button from "primevue/button";
import Checkbox from "primevue/checkbox";
import Dialog from "primevue/dialog";
import { computed, reactive, ref, watch } from "vue";
import { ApiError, get } from "../../api/client";
import type { Variation } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { usePlacement } from "../../stores/library/placement";
import { shown } from "../../lib/numbers";
import { useNotices } from "../../session/notices";
import { useTools } from "../../tools/tools";
import { useCatalogue } from "../../stores/display/catalogue";

const FRAME = 168;

const doc = useDocument();
const selection = useSelection();
const placement = usePlacement();
const notices = useNotices();
const tools = useTools();
const catalogue = useCatalogue();
const found = ref<Variation[] | null>(null);
/** The first one shows faintly behind the others. */
const behind = ref(true);
/** The sizes of the pictures by entry, once they are there. */
const sizes = reactive(new Map<number, [number, number]>());
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const open = computed({
  get: () => placement.compared !== null,
  set: (on) => {
    if (!on) placement.compared = null;
  },
});

watch(
  () => placement.compared,
  async (entry) => {
    found.value = null;
    sizes.clear();
    if (entry === null) return;
    try {
      const answer = await get<Variation[]>(`/library/${entry}/variations`);
      if (placement.compared === entry) found.value = answer;
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(problem.message);
      placement.compared = null;
    }
  },
  { immediate: true },
);

const scale = computed(() => {
  const sides = [...sizes.values()].flat();
  return sides.length > 0 ? FRAME / Math.max(...sides) : 0;
});
const source = (v: Variation): string =>
  `/api/v1/library/${v.entry.id}/picture.svg?state=${v.entry.key}-${v.entry.state}`;
const sized = (v: Variation | undefined): Record<string, string> => {
  const [width, height] = (v && sizes.get(v.entry.id)) ?? [0, 0];
  return { width: `${width * scale.value}px`, height: `${height * scale.value}px` };
};
function loaded(v: Variation, event: Event): void {
  const { naturalWidth, naturalHeight } = event.target as HTMLImageElement;
  sizes.set(v.entry.id, [naturalWidth, naturalHeight]);
}

const long = (units: number): string =>
  `${shown(units / unit.value.size, unit.value.decimals)} ${unit.value.name}`;
const square = (units: number): string =>
  `${shown(units / unit.value.size ** 2, 1)} ${unit.value.name}²`;
const facts = (v: Variation): [string, string][] => [
  ["Size", `${long(v.entry.facts?.width ?? 0)} × ${long(v.entry.facts?.height ?? 0)}`],
  ["Anchors", String(v.entry.facts?.anchors ?? 0)],
  ["Perimeter", long(v.measures.length)],
  ["Area", square(v.measures.area)],
  ["Difference", v === found.value?.[0] ? "—" : `${shown(v.measures.differs * 100, 1)} %`],
];

async function choose(v: Variation): Promise<void> {
  const items = placement.links.map((l) => l.id);
  placement.compared = null;
  const entry = v.entry as Required<typeof v.entry>;
  if (items.length > 0) await placement.follow(entry, items, entry.name);
  else if (await placement.take(entry)) {
    selection.select([]);
    tools.use("placement");
  }
}
</script>

<template>
  <Dialog
    v-model:visible="open"
    modal
    dismissable-mask
    :header="`Variations of “${found?.[0]?.entry.name ?? ''}”`"
    :style="{ width: 'min(960px, 94vw)' }"
  >
    <p v-if="!found" role="status">Comparing…</p>
    <template v-else>
      <p v-if="found.length === 1" class="help">
        No variations yet. Change a copy, select it, and press “Save as variation” on the shelf.
      </p>
      <label v-else class="check">
        <Checkbox v-model="behind" binary size="small" /> “{{ found[0]?.entry.name }}” behind the
        others
      </label>
      <div class="row">
        <article v-for="v in found" :key="v.entry.id" :aria-label="v.entry.name">
          <div class="frame">
            <img
              v-if="behind && v !== found[0] && found[0]"
              class="ghost"
              :src="source(found[0])"
              :style="sized(found[0])"
              alt=""
            />
            <img
              :src="source(v)"
              :style="sized(v)"
              :class="{ over: behind && v !== found[0] }"
              :alt="v.entry.name"
              @load="(e) => loaded(v, e)"
            />
          </div>
          <h3>{{ v.entry.name }}</h3>
          <dl>
            <template v-for="[what, value] in facts(v)" :key="what">
              <dt>{{ what }}</dt>
              <dd>{{ value }}</dd>
            </template>
          </dl>
          <Button
            size="small"
            severity="secondary"
            :label="placement.links.length > 0 ? 'Use this one' : 'Place'"
            @click="choose(v)"
          />
        </article>
      </div>
    </template>
  </Dialog>
</template>

<style scoped>
.row {
  display: flex;
  gap: 16px;
  overflow-x: auto;
  padding-top: 8px;
}
article {
  display: grid;
  flex: none;
  gap: 4px;
  width: 188px;
}
.frame {
  position: relative;
  display: grid;
  place-items: center;
  height: 188px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: #fff;
}
.frame img {
  grid-area: 1 / 1;
}
.ghost {
  opacity: 0.3;
}
.over {
  opacity: 0.8;
  mix-blend-mode: multiply;
}
h3 {
  overflow: hidden;
  margin: 4px 0 0;
  font-size: 13px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
dl {
  display: grid;
  grid-template-columns: 60px 1fr;
  margin: 0;
  font-size: 12px;
  font-variant-numeric: tabular-nums;
}
dt {
  color: var(--quiet);
}
dd {
  margin: 0;
}
.help {
  color: var(--quiet);
}
.check {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
