<script setup lang="ts" generic="V extends string">
// A few named choices as buttons with pictures, one of which is pressed.
defineProps<{
  options: readonly (readonly [value: V, label: string, icon: string])[];
  columns: number;
  pressed: (value: V) => boolean;
  /** What the names for tests begin with. */
  prefix: string;
}>();
const emit = defineEmits<{ choose: [value: V] }>();
</script>

<template>
  <div class="choices" :style="{ gridTemplateColumns: `repeat(${columns}, 1fr)` }">
    <button
      v-for="[value, label, icon] in options"
      :key="value"
      class="row-button choice"
      :class="{ active: pressed(value) }"
      :aria-pressed="pressed(value)"
      :data-testid="`${prefix}-${value}`"
      @click="emit('choose', value)"
    >
      <svg viewBox="0 0 16 16" width="16" height="16" aria-hidden="true"><path :d="icon" /></svg>
      {{ label }}
    </button>
  </div>
</template>

<style scoped>
.choices {
  display: grid;
  gap: 4px;
}
.choice {
  display: flex;
  gap: 6px;
  align-items: center;
  height: 26px;
  padding: 0 6px;
  border: 1px solid var(--edge);
  border-radius: 6px;
  background: var(--raised);
}
.choice svg {
  flex: none;
  fill: none;
  stroke: currentcolor;
  stroke-width: 2.2;
  stroke-linecap: round;
}
.active {
  border-color: var(--active);
  background: var(--tint);
  color: var(--active);
  font-weight: 600;
}
</style>
