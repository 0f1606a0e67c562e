<script setup lang="ts">
// A number of words: typed, and slid where there is a range that the hand wants.
import { computed } from "vue";
import type { SetTextSetting, UnitFacts } from "../../api/types";
import { useEdits } from "../../stores/board/edits";
import { useText } from "../../stores/editing/text";
import DialSlider from "../../ui/DialSlider.vue";
import { targetsOf } from "../../fields/targets";
import TypedField from "../../fields/TypedField.vue";
import { useSliding } from "../../fields/sliding";

const props = defineProps<{
  label: string;
  setting: SetTextSetting["setting"];
  /** Null: they differ. */
  value: number | null;
  unit?: UnitFacts;
  suffix?: string;
  range?: readonly [number, number];
}>();
const edits = useEdits();
const lettering = useText();
const items = computed(() => lettering.words.map((w) => w.id));

const { slid, slide, release, keep } = useSliding((value) => {
  const { setting } = props;
  if (setting in lettering.defaults) Object.assign(lettering.defaults, { [setting]: value });
  return { kind: "set_text_setting", items: items.value, setting, value };
});
/** Of text that runs along a path, the lettering is the assembly's result. */
const binds = computed(() => {
  const { setting } = props;
  if (setting === "radius") return targetsOf(items.value, "radius");
  if (setting === "start" || setting === "offset")
    return targetsOf(items.value, `result.${setting}`);
  return targetsOf(items.value, `lettering.${setting}`, `result.lettering.${setting}`);
});
const least = computed(() => props.range?.[0] ?? 0);
const most = computed(() => props.range?.[1] ?? 0);
const shown = computed(() => slid.value ?? props.value ?? least.value);

/** An arrow key moves by one. */
function key(event: KeyboardEvent): void {
  const sign = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
  if (!sign) return;
  event.preventDefault();
  event.stopPropagation();
  const to = shown.value + sign * (event.shiftKey ? 10 : 1);
  const value = Math.min(Math.max(to, least.value), most.value);
  const { setting } = props;
  edits.commit({ kind: "set_text_setting", items: items.value, setting, value }, true);
}
</script>

<template>
  <span class="label">{{ label }}</span>
  <DialSlider
    v-if="range"
    :label="label"
    :value="Math.min(Math.max(shown, least), most)"
    :min="least"
    :max="most"
    :step="1"
    @slide="slide"
    @release="release"
    @keydown.capture="key"
  />
  <TypedField
    :class="{ rest: !range }"
    :label="label"
    :value="slid ?? value"
    :mixed="value === null"
    :binds="binds"
    v-bind="unit ? { unit } : { suffix: suffix ?? '' }"
    @typed="keep"
  />
</template>
