<script setup lang="ts">
// Selected words: what they say, in which font, how they are set and along what they run.
import Checkbox from "primevue/checkbox";
import Textarea from "primevue/textarea";
import { computed, nextTick, onBeforeUnmount, ref, watch } from "vue";
import type { FontFacts, TextMark } from "../../api/types";
import { newId } from "../../api/ids";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useText } from "../../stores/editing/text";
import { useCatalogue } from "../../stores/display/catalogue";
import ActionButton from "../../fields/ActionButton.vue";
import ChoiceButtons from "../../ui/ChoiceButtons.vue";
import FontField from "./FontField.vue";
import FontSettings from "./FontSettings.vue";
import TextPath from "./TextPath.vue";
import TextSetting from "./TextSetting.vue";

const ALIGNS = [
  ["start", "Start", "M2 3H14M2 8H9M2 13H12"],
  ["middle", "Centre", "M2 3H14M4.5 8H11.5M3 13H13"],
  ["end", "End", "M2 3H14M7 8H14M4 13H14"],
] as const;
const DIRECTIONS = [
  ["auto", "As the first letter is read", "M2 5H14M11 2.5L14 5L11 7.5M14 11H2M5 8.5L2 11L5 13.5"],
  ["ltr", "Left to right", "M2 8H14M10.5 4.5L14 8L10.5 11.5"],
  ["rtl", "Right to left", "M14 8H2M5.5 4.5L2 8L5.5 11.5"],
] as const;
/** Milliseconds without a key after which what was typed is kept. */
const RESTED = 1200;

const edits = useEdits();
const selection = useSelection();
const lettering = useText();
const catalogue = useCatalogue();
const point = computed(() => catalogue.unit("pt"));
const items = computed(() => lettering.words.map((w) => w.id));
const first = computed(() => lettering.words[0]?.mark);
const one = computed(() => (lettering.words.length === 1 ? first.value : undefined));

/** What they agree on; null where they differ. */
function shared<K extends keyof TextMark>(key: K): TextMark[K] | null {
  const found = new Set(lettering.words.map((w) => w.mark[key]));
  return found.size === 1 ? (first.value?.[key] ?? null) : null;
}
const missing = computed(() => [...new Set(lettering.words.flatMap((w) => w.mark.missing))]);

const field = ref<{ $el: HTMLTextAreaElement } | null>(null);
watch(
  () => [lettering.focus, one.value !== undefined] as const,
  async ([asked, there]) => {
    if (!there || asked === lettering.focusGiven) return;
    lettering.focusGiven = asked;
    await nextTick();
    field.value?.$el.focus();
    field.value?.$el.select();
  },
  { immediate: true },
);

let rest: number | undefined;
function typed(text: string): void {
  window.clearTimeout(rest);
  lettering.type(items.value, text);
  rest = window.setTimeout(lettering.keepTyped, RESTED);
}
function commitNow(): void {
  window.clearTimeout(rest);
  lettering.keepTyped();
}
function leave(): void {
  window.clearTimeout(rest);
  lettering.leaveTyped();
  field.value?.$el.blur();
}
watch(items, (now, before) => {
  if (now.join() !== before.join()) commitNow();
});
onBeforeUnmount(commitNow);

const text = computed(() => {
  const draft = lettering.typed;
  return draft?.items.join() === items.value.join() ? draft.text : (one.value?.text ?? "");
});
const choose = (font: FontFacts): void => {
  const named = { font: font.key, font_name: font.name };
  Object.assign(lettering.defaults, named);
  void lettering.say(items.value, { ...named, axes: [], features: [] });
};
/** Fonts that stood in, and for what. */
const stoodIn = computed(() =>
  lettering.words
    .flatMap((w) => w.mark.fallbacks)
    .map((f) => `${f.characters.join(" ")} from ${f.font_name}`),
);
/** What the next words start with, too. */
function say(change: Partial<Pick<TextMark, "kerning" | "ligatures" | "direction">>): void {
  Object.assign(lettering.defaults, change);
  void lettering.say(items.value, change);
}
/** What else is selected, for words to run along. */
const line = computed(() => {
  const others = selection.selectedItems.filter((i) => !i.words);
  const free = one.value !== undefined && one.value.layout !== "along";
  return free && others.length === 1 ? others[0] : undefined;
});
</script>

<template>
  <section v-if="first" aria-label="Text">
    <Textarea
      v-if="one"
      ref="field"
      class="wide"
      size="small"
      rows="2"
      auto-resize
      :model-value="text"
      aria-label="Text content"
      spellcheck="false"
      :dir="one.direction"
      @update:model-value="(v) => typed(v ?? '')"
      @blur="commitNow"
      @keydown.ctrl.enter="($event.target as HTMLElement).blur()"
      @keydown.esc.stop="leave"
    />
    <p v-if="one && text.trim() === ''" class="wide help">
      Empty text is ignored; press Delete to remove the item.
    </p>
    <p v-if="missing.length > 0" class="wide missing" role="status">
      Not in any font here: {{ missing.join(" ") }}
    </p>
    <p v-if="stoodIn.length > 0" class="wide help" role="status" data-testid="fallback-fonts">
      Not in this font, shown in another: {{ stoodIn.join("; ") }}
    </p>
    <FontField :font="shared('font')" :name="shared('font_name') ?? 'several'" @chosen="choose" />
    <TextSetting label="Font size" setting="size" :value="shared('size')" :unit="point" />
    <TextSetting
      label="Tracking"
      setting="tracking"
      :value="shared('tracking')"
      suffix="‰"
      :range="[-150, 500]"
    />
    <TextSetting
      label="Leading"
      setting="leading"
      :value="shared('leading')"
      suffix="%"
      :range="[70, 250]"
    />
    <span class="label">Alignment</span>
    <ChoiceButtons
      class="rest"
      :options="ALIGNS"
      :columns="3"
      prefix="align"
      :pressed="(a) => a === shared('align')"
      @choose="
        (align) => {
          lettering.defaults.align = align;
          edits.commit({ kind: 'align_text', items, align });
        }
      "
    />
    <span class="label">Direction</span>
    <ChoiceButtons
      class="rest"
      :options="DIRECTIONS"
      :columns="3"
      prefix="direction"
      :pressed="(d) => d === shared('direction')"
      @choose="(direction) => say({ direction })"
    />
    <div class="rest checks">
      <label class="check">
        <Checkbox
          :model-value="shared('kerning') ?? false"
          binary
          size="small"
          @update:model-value="(kerning: boolean) => say({ kerning })"
        />
        Kerning
      </label>
      <label class="check">
        <Checkbox
          :model-value="shared('ligatures') ?? false"
          binary
          size="small"
          @update:model-value="(ligatures: boolean) => say({ ligatures })"
        />
        Ligatures
      </label>
    </div>
    <ActionButton
      v-if="line"
      class="wide"
      :label="`Set along ${line.name}`"
      hint="The text runs along the path; both stay editable"
      :command="{
        kind: 'put_text_on_path',
        item: items[0] ?? '',
        line: line.id,
        assembly: newId(),
      }"
    />
  </section>
  <FontSettings v-if="first" />
  <TextPath v-if="one" :items="items" :mark="one" />
</template>

<style scoped>
.missing {
  margin: 0;
  color: var(--trouble);
}
.checks {
  display: flex;
  gap: 12px;
}
.checks .check {
  gap: 5px;
}
.rest :deep(.choice) {
  justify-content: center;
  padding: 0 2px;
  font-size: 0;
}
</style>
