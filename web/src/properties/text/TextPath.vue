<script setup lang="ts">
// What words run along: straight, an arc, or the line in their assembly.
import Button from "primevue/button";
import Checkbox from "primevue/checkbox";
import { computed } from "vue";
import type { TextMark } from "../../api/types";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { length } from "../../lib/numbers";
import { useCatalogue } from "../../stores/display/catalogue";
import ChoiceButtons from "../../ui/ChoiceButtons.vue";
import EditContents from "../../fields/EditContents.vue";
import TextSetting from "./TextSetting.vue";

const props = defineProps<{ items: string[]; mark: TextMark }>();
const WAYS = [
  ["straight", "Straight", "M2 11H14M4 8H12"],
  ["arc", "On an arc", "M2 12C5 6 11 6 14 12M4.5 7C7 5 9 5 11.5 7"],
] as const;

const container = useActiveContainer();
const doc = useDocument();
const edits = useEdits();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const id = computed(() => props.items[0] ?? "");

function settle(): void {
  if (container.active === id.value) container.leave();
  edits.commit({ kind: "convert_to_outlines", items: props.items });
}
</script>

<template>
  <section aria-label="Baseline">
    <template v-if="mark.layout !== 'along'">
      <ChoiceButtons
        class="wide"
        :options="WAYS"
        :columns="2"
        prefix="words"
        :pressed="(w) => w === mark.layout"
        @choose="(w) => edits.commit({ kind: 'bend_text', items, bent: w === 'arc' })"
      />
      <TextSetting
        v-if="mark.layout === 'arc'"
        label="Radius"
        setting="radius"
        :value="mark.radius ?? null"
        :unit="unit"
      />
      <p class="wide help">
        Drag the peg at the end of the baseline to bend it. Negative values curve upward.
      </p>
    </template>
    <template v-else>
      <TextSetting label="Start" setting="start" :value="mark.start" suffix="%" :range="[0, 100]" />
      <TextSetting label="Offset" setting="offset" :value="mark.offset" :unit="unit" />
      <label class="wide check">
        <Checkbox
          :model-value="mark.other_side"
          binary
          size="small"
          @update:model-value="
            (other_side: boolean) => edits.commit({ kind: 'set_text_path', items, other_side })
          "
        />
        Other side of the path
      </label>
      <label class="wide check">
        <Checkbox
          :model-value="mark.show_parts"
          binary
          size="small"
          @update:model-value="
            (show_parts: boolean) => edits.commit({ kind: 'set_text_path', items, show_parts })
          "
        />
        Show the path
      </label>
      <p v-if="mark.beyond > 0" class="wide help" role="status">
        The text is {{ length(mark.beyond, unit) }} {{ unit.name }} longer than the path and runs
        beyond its end.
      </p>
    </template>
    <div class="wide abreast">
      <EditContents v-if="mark.layout === 'along'" :id="id" label="Edit path" />
      <Button
        severity="secondary"
        size="small"
        label="Convert to outlines"
        title="A compound outline for each glyph, in a group"
        @click="settle"
      />
    </div>
  </section>
</template>
