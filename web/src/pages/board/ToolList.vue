<script setup lang="ts">
// The tools as a list of words with icons, in the order of the work.
import { hintOf } from "../../acts/keymap";
import { act } from "../../acts/table";
import { TOOLS } from "../../acts/tools";
import { useTools } from "../../tools/tools";
import { computed } from "vue";
import { useDisplay } from "../../stores/display/display";
import { useCatalogue } from "../../stores/display/catalogue";
import { GROUPS, ROWS } from "../../tools/list";
import AppIcon from "../../ui/AppIcon.vue";

const emit = defineEmits<{ help: [] }>();
const tools = useTools();
const catalogue = useCatalogue();
const display = useDisplay();
const keyOfTool = (name: string): string => {
  const tool = TOOLS[`tool_${name}`];
  return tool ? hintOf(tool) : "";
};
/** The shape taken from the gallery, while it is in the hand. */
const other = computed(() =>
  ROWS.some((r) => r.name === tools.name) ? undefined : catalogue.shape(tools.name),
);
</script>

<template>
  <nav class="tools" aria-label="Tools">
    <section v-for="group in GROUPS" :key="group.heading">
      <h2 class="heading">{{ group.heading }}</h2>
      <button
        v-for="row in group.rows"
        :key="row.name"
        class="row-button row"
        :class="{ active: tools.name === row.name }"
        :aria-pressed="tools.name === row.name"
        :data-testid="`tool-${row.name}`"
        @click="tools.use(row.name)"
      >
        <svg viewBox="0 0 16 16" width="16" height="16" aria-hidden="true">
          <path :d="row.icon" />
        </svg>
        <span>{{ row.label }}</span>
        <span class="key">{{ keyOfTool(row.name) }}</span>
      </button>
      <template v-if="group.heading === 'Shapes'">
        <button
          class="row-button row"
          :class="{ active: other }"
          data-testid="all-shapes"
          @click="tools.gallery = true"
        >
          <svg v-if="other" viewBox="0 0 40 40" width="16" height="16" aria-hidden="true">
            <path :d="other.picture" stroke-width="3" />
          </svg>
          <svg v-else viewBox="0 0 16 16" width="16" height="16" aria-hidden="true">
            <path
              d="M2 2H6.5V6.5H2ZM11.5 2L14 6.5H9ZM2 11.7A2.2 2.2 0 1 0 6.4 11.7A2.2 2.2 0 1 0 2 11.7ZM9 11.7H14M11.5 9.2V14.2"
            />
          </svg>
          <span>{{ other ? `${other.label}…` : "All shapes…" }}</span>
          <span class="key">{{ hintOf(act("all_shapes")) }}</span>
        </button>
      </template>
    </section>
    <button class="row-button row help" @click="emit('help')">
      <AppIcon name="th-large" /> <span>Keyboard</span>
      <span class="key">{{ hintOf(act("keyboard")) }}</span>
    </button>
    <button class="row-button row" data-testid="settings" @click="display.settings = true">
      <AppIcon name="sliders-h" /> <span>Settings</span>
    </button>
  </nav>
</template>

<style scoped>
.tools {
  display: flex;
  flex-direction: column;
  overflow-y: auto;
  padding: 8px;
  background: var(--panel);
  border-right: 1px solid var(--hairline);
}
.heading {
  margin: 10px 6px 3px;
  font-size: 10px;
}
.row {
  display: flex;
  gap: 8px;
  align-items: center;
  flex: none;
  width: 100%;
  height: 26px;
  padding: 0 6px;
  border-radius: 6px;
}
.row span {
  white-space: nowrap;
}
.row:hover {
  background: var(--tint);
}
.row svg {
  flex: none;
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.4;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.key {
  margin-left: auto;
  font-size: 11px;
  color: var(--quiet);
}
.active,
.active:hover {
  background: var(--active);
  color: var(--on-active);
}
.active .key {
  color: inherit;
}
.help {
  margin-top: auto;
  color: var(--quiet);
}
.help i {
  width: 16px;
  font-size: 12px;
}
</style>
