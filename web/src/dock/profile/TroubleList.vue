<script setup lang="ts">
// The trouble spots of what is selected: what is wrong, and a button that mends it and shows first
// what it would do.
import { nextTick, ref, watch } from "vue";
import ActionButton from "../../fields/ActionButton.vue";
import TypedField from "../../fields/TypedField.vue";
import { useTroubleSpots } from "../../stores/measuring/troublespots";

const troubleSpots = useTroubleSpots();
const list = ref<HTMLElement | null>(null);
watch(
  () => troubleSpots.number,
  () =>
    void nextTick(() => list.value?.querySelector(".here")?.scrollIntoView({ block: "nearest" })),
);
</script>

<template>
  <section class="troubles" aria-label="Trouble spots">
    <header>
      <b class="heading">Trouble spots</b>
      <span data-testid="trouble-count">{{ troubleSpots.found.count }}</span>
      <TypedField
        label="Least turn"
        suffix="°"
        :value="troubleSpots.limits.turn"
        title="Turns of the path from this angle on are shown …"
        @typed="(v) => (troubleSpots.limits.turn = Math.max(0.1, v))"
      />
      <TypedField
        label="Corner from"
        suffix="°"
        :value="troubleSpots.limits.corner"
        title="… up to this angle, where it counts as a corner"
        @typed="(v) => (troubleSpots.limits.corner = Math.max(0.2, v))"
      />
      <TypedField
        label="Least jump"
        suffix="×"
        :value="troubleSpots.limits.ratio"
        title="Jumps of curvature from this factor on are shown"
        @typed="(v) => (troubleSpots.limits.ratio = Math.max(1.05, v))"
      />
    </header>
    <p v-if="troubleSpots.refused" class="empty" role="alert">{{ troubleSpots.refused }}</p>
    <p v-else-if="troubleSpots.found.spots.length === 0" class="empty">
      None: the selection is fair.
    </p>
    <ol v-else ref="list">
      <li
        v-for="(spot, n) in troubleSpots.found.spots"
        :key="n"
        :class="{ here: n === troubleSpots.number }"
        data-testid="trouble"
      >
        <button class="row-button message" :title="spot.message" @click="troubleSpots.at(n)">
          {{ spot.message }}
        </button>
        <ActionButton
          :label="spot.mends"
          :command="spot.command"
          clears-anchors
          @focus="troubleSpots.at(n)"
        />
      </li>
      <li v-if="troubleSpots.found.count > troubleSpots.found.spots.length" class="empty">
        and {{ troubleSpots.found.count - troubleSpots.found.spots.length }} more
      </li>
    </ol>
    <p v-if="troubleSpots.found.cut" class="empty">
      Large selection: only the first outlines were checked.
    </p>
  </section>
</template>

<style scoped>
.troubles {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  min-height: 0;
  border-left: 1px solid var(--hairline);
}
header {
  display: grid;
  grid-template-columns: auto 1fr 54px 54px 54px;
  gap: 4px;
  align-items: center;
  padding: 3px 8px;
}
header :deep(input) {
  height: 20px;
  padding-block: 0;
  font-size: 12px;
}
ol {
  margin: 0;
  padding: 0 4px;
  overflow-y: auto;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 6px;
  align-items: center;
  border-radius: 6px;
}
.here {
  background: var(--tint);
}
.message {
  overflow: hidden;
  min-height: 24px;
  padding: 1px 4px;
  text-align: left;
  text-overflow: ellipsis;
  white-space: nowrap;
}
li :deep(.p-button) {
  min-height: 24px;
  padding: 0 7px;
  font-size: 12px;
}
.empty {
  margin: 0;
  padding: 4px 8px;
  color: var(--quiet);
}
</style>
