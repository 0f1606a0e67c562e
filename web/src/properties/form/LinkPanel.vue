<script setup lang="ts">
// Selected linked copies: what they follow, whether that is newer, and the way out.
import Button from "primevue/button";
import { computed, onMounted, ref } from "vue";
import MeasureCell from "../../fields/MeasureCell.vue";
import type { Drawable } from "../../api/types";
import { usePlacement } from "../../stores/library/placement";
import { useDisplay } from "../../stores/display/display";
import { useShelf } from "../../stores/library/shelf";

const placement = usePlacement();
const display = useDisplay();
const shelf = useShelf();
onMounted(() => {
  if (!shelf.loaded) void shelf.load();
});

/** What all of them follow; null where they follow several, or what is gone. */
const followed = computed(() => {
  const found = new Set(placement.links.map((l) => placement.followed(l)));
  const [one] = found;
  return found.size === 1 ? (one ?? null) : null;
});
const late = (link: Drawable): boolean => {
  const now = placement.followed(link);
  return now !== undefined && now.state !== link.link?.state;
};
const behind = computed(() => placement.links.filter(late).map((l) => l.id));
const gone = computed(() => shelf.loaded && placement.links.some((l) => !placement.followed(l)));

async function follow(): Promise<void> {
  await shelf.load();
  for (const entry of shelf.entries) {
    const items = placement.links
      .filter((l) => placement.followed(l) === entry && late(l))
      .map((l) => l.id);
    if (items.length > 0) await placement.follow(entry, items, null);
  }
}
/** The measures that all of them have, with the values of the first. */
const measures = computed(() => (followed.value ? (placement.links[0]?.link?.measures ?? []) : []));
const problem = ref({ of: "", sentence: "" });
async function set(name: string, formula: string): Promise<boolean> {
  const sentence = await placement.setMeasure(placement.links, name, formula);
  problem.value = { of: sentence ? name : "", sentence };
  return sentence === "";
}
function compare(): void {
  placement.compared = followed.value?.id ?? null;
}
</script>

<template>
  <section v-if="placement.links.length > 0" aria-label="Linked copy">
    <span class="label">Source</span>
    <span class="rest">{{
      followed ? `“${followed.name}” of “${followed.tray}”` : gone ? "deleted" : "several"
    }}</span>
    <p v-if="gone" class="wide help">
      Its source is no longer on the shelf. It stays as it is; unlink it to edit it.
    </p>
    <p v-else-if="behind.length > 0" class="wide help">The source has changed.</p>
    <p v-else class="wide help">
      To change it everywhere, unlink a copy, edit it, then “Replace with selection” on the shelf.
    </p>
    <template v-if="measures.length > 0 && !gone">
      <template v-for="m in measures" :key="m.name">
        <span class="label" :title="m.note">{{ m.name }}</span>
        <MeasureCell
          class="rest"
          :label="`Value of ${m.name}`"
          :value="m.formula"
          framed
          :broken="problem.of === m.name"
          :change="(typed) => set(m.name, typed)"
        />
      </template>
      <p v-if="problem.of" class="wide trouble" role="alert">{{ problem.sentence }}</p>
    </template>
    <div class="wide abreast">
      <Button v-if="behind.length > 0" size="small" label="Update" @click="follow" />
      <Button
        severity="secondary"
        size="small"
        label="Unlink"
        title="Turns it into items that can be edited"
        @click="placement.unlink"
      />
      <Button
        v-if="followed"
        severity="secondary"
        size="small"
        label="Variations…"
        @click="compare"
      />
      <Button
        v-if="display.leaf !== 'Shelf' || display.folded"
        severity="secondary"
        size="small"
        label="Shelf"
        @click="display.openLeaf('Shelf')"
      />
    </div>
  </section>
</template>
