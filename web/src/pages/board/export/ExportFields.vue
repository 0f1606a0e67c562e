<script setup lang="ts">
// What can be set of a format.
import Checkbox from "primevue/checkbox";
import InputText from "primevue/inputtext";
import MultiSelect from "primevue/multiselect";
import { computed, ref, watch } from "vue";
import { ApiError, get } from "../../../api/client";
import type { Card, CardPage, FormatSettings } from "../../../api/types";
import ChooseField from "../../../ui/ChooseField.vue";
import TypedField from "../../../fields/TypedField.vue";
import { useDocument } from "../../../stores/board/document";
import { useNotices } from "../../../session/notices";
import { useCatalogue } from "../../../stores/display/catalogue";
import { listed, type Field } from "./fields";

const props = defineProps<{ fields: readonly Field[]; sending: FormatSettings }>();
const emit = defineEmits<{ set: [part: Partial<FormatSettings>] }>();
const doc = useDocument();
const notices = useNotices();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const shown = computed(() => props.fields.filter((f) => f.when?.(props.sending) ?? true));

const values = computed(() => props.sending as unknown as Record<string, unknown>);
const put = (at: string, value: unknown): void =>
  emit("set", { [at]: value } as Partial<FormatSettings>);
const choices = (f: Field): { value: string; label: string }[] =>
  (f.options ?? []).map(([value, label]) => ({ value: String(value), label }));
function choose(f: Field, text: string): void {
  put(f.at, (f.options ?? []).find(([value]) => String(value) === text)?.[0]);
}
function turn(f: Field, value: number): void {
  const some = new Set(values.value[f.at] as number[]);
  if (!some.delete(value)) some.add(value);
  if (some.size > 0)
    put(
      f.at,
      [...some].sort((a, b) => a - b),
    );
}

const cards = ref<Card[]>([]);
watch(
  () => shown.value.some((f) => f.as === "drawings"),
  async (wanted) => {
    if (!wanted || cards.value.length > 0) return;
    try {
      const newest = await get<CardPage>("/drawings?most=200");
      cards.value = newest.cards.filter((c) => c.id !== doc.id);
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(problem.message);
    }
  },
  { immediate: true },
);
</script>

<template>
  <template v-for="f in shown" :key="f.at">
    <label v-if="f.as === 'check'" class="check wide">
      <Checkbox
        binary
        size="small"
        :model-value="values[f.at] as boolean"
        @update:model-value="(on: boolean) => put(f.at, on)"
      />
      {{ f.label }}
    </label>
    <template v-else>
      <span class="label">{{ f.label }}</span>
      <ChooseField
        v-if="f.as === 'choice'"
        :label="f.label"
        :value="String(values[f.at])"
        :options="choices(f)"
        @chosen="(v: string) => choose(f, v)"
      />
      <TypedField
        v-else-if="f.as === 'length'"
        :label="f.label"
        :value="values[f.at] as number"
        :unit="unit"
        @typed="(v: number) => put(f.at, v)"
      />
      <TypedField
        v-else-if="f.as === 'count'"
        :label="f.label"
        :value="values[f.at] as number"
        :suffix="f.suffix ?? ''"
        @typed="(v: number) => put(f.at, Math.round(v))"
      />
      <div v-else-if="f.as === 'some'" class="some">
        <label v-for="[value, word] in f.options" :key="String(value)" class="check">
          <Checkbox
            binary
            size="small"
            :model-value="(values[f.at] as number[]).includes(value as number)"
            @update:model-value="turn(f, value as number)"
          />
          {{ word }}
        </label>
      </div>
      <InputText
        v-else-if="f.as === 'list'"
        size="small"
        :aria-label="f.label"
        :model-value="(values[f.at] as number[]).join(' ')"
        @change="(e: Event) => put(f.at, listed((e.target as HTMLInputElement).value))"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
      />
      <MultiSelect
        v-else
        size="small"
        class="pages"
        :aria-label="f.label"
        :model-value="values[f.at] as number[]"
        :options="cards"
        option-label="name"
        option-value="id"
        placeholder="None"
        :max-selected-labels="2"
        selected-items-label="{0} drawings"
        @update:model-value="(v: number[]) => put(f.at, v)"
      />
      <p v-if="f.help" class="help wide">{{ f.help }}</p>
    </template>
  </template>
</template>

<style scoped>
.label {
  color: var(--quiet);
}
.wide {
  grid-column: 1 / -1;
}
.check {
  display: flex;
  gap: 8px;
  align-items: center;
}
.help {
  margin: 0;
  color: var(--quiet);
  font-size: 12px;
}
.some {
  display: flex;
  gap: 14px;
}
.pages {
  min-width: 0;
}
</style>
