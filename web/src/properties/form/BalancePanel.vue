<script setup lang="ts">
// Is it symmetric? The largest distance from that, about a line that is found or chosen; twins of
// all pairs; the sides made alike.
import Button from "primevue/button";
import { computed, onBeforeUnmount } from "vue";
import type { Axis, Command } from "../../api/types";
import { newId } from "../../api/ids";
import { useBalance } from "../../stores/measuring/balance";
import { useDocument } from "../../stores/board/document";
import { degrees, length } from "../../lib/numbers";
import { useCatalogue } from "../../stores/display/catalogue";
import ActionButton from "../../fields/ActionButton.vue";
import ChooseField from "../../ui/ChooseField.vue";
import FoldPart from "../../ui/FoldPart.vue";

const balance = useBalance();
const doc = useDocument();
const catalogue = useCatalogue();

onBeforeUnmount(() => balance.leave());

const lines = computed(() => [
  { value: "found", label: "Best fit" },
  { value: "sheet", label: "Sheet centre" },
  ...doc.sheet.guides.map((g, n) => ({ value: `guide ${g.id}`, label: `Guide ${n + 1}` })),
]);
const chosen = computed(() => {
  const { guide } = balance.axis ?? {};
  return guide ? `guide ${guide}` : balance.axis ? "sheet" : "found";
});
function choose(value: string): void {
  const guide = doc.sheet.guides.find((g) => value === `guide ${g.id}`);
  const { width, height } = doc.sheet;
  let axis: Axis | null = null;
  if (guide) axis = { centre: [guide.x, guide.y], angle: guide.angle, guide: guide.id };
  else if (value === "sheet") axis = { centre: [width / 2, height / 2], angle: 90 };
  balance.ask(axis);
}
const words = computed(() => {
  const mark = balance.mark;
  if (!mark) return "";
  if (mark.exact) return "Exactly symmetric.";
  const unit = catalogue.unit(doc.sheet.unit);
  return `Off by at most ${length(mark.away, unit)} ${unit.name}.`;
});
const line = computed((): Axis | null => {
  const mark = balance.mark;
  return mark ? { centre: mark.centre, angle: mark.angle } : null;
});
const twins = computed((): Command => ({
  kind: "find_twins",
  item: balance.item ?? "",
  twins: newId().slice(0, 24),
  axis: line.value,
}));
type Towards = Extract<Command, { kind: "make_symmetric" }>["towards"];
const even = (towards: Towards): Command => ({
  kind: "make_symmetric",
  item: balance.item ?? "",
  towards,
  axis: line.value,
});
/** What lies right of the line, looking along it, as one sees it. */
const sides = computed<readonly (readonly [Towards, string])[]>(() => {
  const upright = Math.abs(balance.mark?.angle ?? 90) > 45;
  return [
    ["right", upright ? "Use left side" : "Use lower side"],
    ["mean", "Average"],
    ["left", upright ? "Use right side" : "Use upper side"],
  ];
});
</script>

<template>
  <FoldPart
    v-if="balance.item"
    heading="Check symmetry"
    @opened="(on: boolean) => (on ? balance.ask() : balance.leave())"
  >
    <section aria-label="Check symmetry">
      <span class="label">Axis</span>
      <ChooseField label="Symmetry axis" :value="chosen" :options="lines" @chosen="choose" />
      <p v-if="balance.trouble" class="wide trouble" role="alert">{{ balance.trouble }}</p>
      <template v-else-if="balance.on && balance.mark">
        <p class="wide" role="status" data-testid="balance">
          {{ words }} Axis angle {{ degrees(balance.mark.angle) }}°.
        </p>
        <template v-if="balance.mark.alike">
          <ActionButton
            class="wide"
            label="Find twins"
            hint="Each pair of anchors then moves together"
            :command="twins"
          />
          <template v-if="!balance.mark.exact">
            <span class="label wide">Make symmetric</span>
            <div class="wide acts">
              <ActionButton
                v-for="[to, label] in sides"
                :key="to"
                :label="label"
                :command="even(to)"
              />
            </div>
          </template>
        </template>
      </template>
      <Button
        v-else
        class="wide"
        severity="secondary"
        size="small"
        label="Compare with mirror image"
        @click="balance.ask()"
      />
    </section>
  </FoldPart>
</template>

<style scoped>
p {
  margin: 0;
}
.trouble {
  color: var(--trouble);
}
.acts {
  display: flex;
  gap: 6px;
}
.acts > * {
  flex: 1;
}
</style>
