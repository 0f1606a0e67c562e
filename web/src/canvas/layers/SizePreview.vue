<script setup lang="ts">
// The drawing at its actual size and as an icon, on light and on dark, while one draws. It shows what
// the canvas draws, a second time.
import { computed, ref } from "vue";
import { useDocument } from "../../stores/board/document";
import { useDisplay } from "../../stores/display/display";
import { useRaster } from "../raster/raster";

const doc = useDocument();
const looking = useDisplay();
const raster = useRaster();
const SIZES = [16, 24, 32, 64] as const;
/** CSS pixels: a sheet that is larger shows this much of its middle. */
const MOST = [198, 140] as const;
/** Items that can be drawn so often while the hand moves. */
const MOST_ITEMS = 400;

const dark = ref(false);
const many = computed(() => doc.count > MOST_ITEMS || raster.active);
const whole = computed(() => `0 0 ${doc.sheet.width} ${doc.sheet.height}`);
const actual = computed(() => {
  const { width, height } = doc.sheet;
  const [w, h] = [Math.min(width, MOST[0]), Math.min(height, MOST[1])];
  return { w, h, box: `${(width - w) / 2} ${(height - h) / 2} ${w} ${h}` };
});
/** What the canvas paints; in the view of wires that is drawn again for this window. */
const drawn = computed(() =>
  looking.view === "Wireframe" ? "#painted-on-the-sheet" : "#drawn-on-the-sheet",
);
const grounds = computed(() => [
  { name: "light", colour: doc.sheet.colour ?? "#ffffff" },
  { name: "dark", colour: "#141a18" },
]);
</script>

<template>
  <aside class="sizes" aria-label="Actual size" data-testid="sizes">
    <header>
      <h3 class="heading">Actual size</h3>
      <button class="row-button" :aria-pressed="dark" @click="dark = !dark">
        {{ dark ? "On light" : "On dark" }}
      </button>
      <button class="row-button" aria-label="Close size preview" @click="looking.sizes = false">
        ✕
      </button>
    </header>
    <p v-if="many" class="many">
      {{ doc.count }} items are too many for a live preview. Print view shows them.
    </p>
    <template v-else>
      <div class="ground" :style="{ background: grounds[dark ? 1 : 0]?.colour }">
        <svg :width="actual.w" :height="actual.h" :viewBox="actual.box">
          <use :href="drawn" />
        </svg>
      </div>
      <div
        v-for="ground in grounds"
        :key="ground.name"
        class="ground row"
        :style="{ background: ground.colour }"
      >
        <svg
          v-for="size in SIZES"
          :key="size"
          :width="size"
          :height="size"
          :viewBox="whole"
          :aria-label="`${size} px on ${ground.name}`"
          role="img"
        >
          <use :href="drawn" />
        </svg>
      </div>
      <div class="row numbers" aria-hidden="true">
        <span v-for="size in SIZES" :key="size" :style="{ width: `${size}px` }">{{ size }}</span>
      </div>
    </template>
  </aside>
</template>

<style scoped>
.sizes {
  --ghosts: 0;
  --entered: 1;
  position: absolute;
  right: 12px;
  bottom: 12px;
  width: 226px;
  padding: 6px 8px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--raised);
}
header {
  display: flex;
  gap: 6px;
  align-items: center;
  padding-bottom: 4px;
}
header h3 {
  flex: 1;
}
header button {
  padding: 1px 6px;
  border-radius: 6px;
  font-size: 12px;
  color: var(--active);
}
.ground {
  display: grid;
  place-items: center;
  padding: 4px;
  border: 1px solid var(--hairline);
  border-radius: 4px;
  margin-bottom: 4px;
}
.row {
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding: 6px 10px;
}
.numbers {
  padding-block: 0;
  font-size: 11px;
  color: var(--quiet);
}
.numbers span {
  text-align: center;
}
.many {
  margin: 0;
  color: var(--quiet);
}
svg {
  overflow: hidden;
  pointer-events: none;
}
svg * {
  pointer-events: none;
}
</style>
