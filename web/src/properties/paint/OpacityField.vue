<script setup lang="ts">
// The opacity of items, in per cent.
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { targetsOf } from "../../fields/targets";
import TypedField from "../../fields/TypedField.vue";

const props = defineProps<{ items: readonly string[] }>();
const doc = useDocument();
const edits = useEdits();
const opacity = computed(() => doc.drawable(props.items[0] ?? "")?.finish.opacity ?? 1);

function set(percent: number): void {
  edits.commit({ kind: "set_opacity", items: [...props.items], opacity: percent / 100 }, true);
}
</script>

<template>
  <span class="label">Opacity</span>
  <TypedField
    label="Opacity"
    suffix="%"
    :value="opacity * 100"
    :binds="targetsOf(items, 'style.finish.opacity', 'finish.opacity')"
    @typed="set"
  />
  <span />
</template>
