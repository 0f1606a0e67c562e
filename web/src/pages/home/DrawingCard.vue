<script setup lang="ts">
// A drawing on the home page: its live picture, its name and facts, and what can be done with it.
import Button from "primevue/button";
import { computed, ref } from "vue";
import type { Card } from "../../api/types";
import NameField from "../../ui/NameField.vue";
import { shown } from "../../lib/numbers";
import { useCatalogue } from "../../stores/display/catalogue";
import { ago, counted } from "../../lib/intl";
import AppIcon from "../../ui/AppIcon.vue";

const props = defineProps<{ card: Card; waiting: number }>();
const emit = defineEmits<{ rename: [name: string]; duplicate: []; remove: [] }>();
const catalogue = useCatalogue();
const field = ref<InstanceType<typeof NameField> | null>(null);

/** Its picture has come. */
const loaded = ref(false);

const size = computed(() => {
  const { width = 0, height = 0, unit = "mm" } = props.card.sheet;
  const u = catalogue.unit(unit);
  return `${shown(width / u.size, 1)} × ${shown(height / u.size, 1)} ${unit}`;
});
</script>

<template>
  <article class="card">
    <RouterLink :to="`/drawings/${card.id}`" class="picture" :aria-label="`Open ${card.name}`">
      <img
        :src="`/api/v1/drawings/${card.id}/thumbnail.png?v=${card.tip}`"
        alt=""
        loading="lazy"
        :class="{ here: loaded }"
        @load="loaded = true"
        @error="loaded = true"
      />
    </RouterLink>
    <div class="line">
      <NameField
        ref="field"
        :name="card.name"
        label="Drawing name"
        @renamed="emit('rename', $event)"
      >
        <h2>{{ card.name }}</h2>
      </NameField>
      <span class="acts">
        <Button text size="small" title="Rename" aria-label="Rename" @click="field?.edit()"
          ><template #icon><AppIcon name="pencil" /></template
        ></Button>
        <Button
          text
          size="small"
          title="Duplicate"
          aria-label="Duplicate"
          @click="emit('duplicate')"
          ><template #icon><AppIcon name="clone" /></template
        ></Button>
        <Button text size="small" title="Delete" aria-label="Delete" @click="emit('remove')"
          ><template #icon><AppIcon name="trash" /></template
        ></Button>
      </span>
    </div>
    <p v-if="waiting > 0" class="waiting" data-testid="card-waiting">
      {{ counted(waiting, "edit") }} not saved yet
    </p>
    <p>{{ size }} · {{ ago(card.changed) }}</p>
  </article>
</template>

<style scoped>
.picture {
  display: grid;
  place-items: center;
  height: 156px;
  padding: 10px;
  background: #fff;
  border: 1px solid var(--hairline);
  border-radius: 6px;
}
.picture:hover {
  border-color: var(--active);
}
img {
  width: 100%;
  height: 134px;
  object-fit: contain;
}
img:not(.here) {
  background: linear-gradient(var(--panel), var(--desk));
  border-radius: 4px;
}
.line {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 30px;
  margin-top: 6px;
}
h2 {
  overflow: hidden;
  font-size: 13px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.acts {
  display: flex;
  flex: none;
  opacity: 0.55;
}
.card:hover .acts,
.acts:focus-within {
  opacity: 1;
}
p {
  margin: 0;
  color: var(--quiet);
  font-size: 12px;
}
p.waiting {
  color: var(--touched);
  font-weight: 600;
}
</style>
