<script setup lang="ts">
// Moves, factors and angles that are typed: what is done to the selection, not where it comes.
import { computed, ref } from "vue";
import type { Command } from "../../api/types";
import { useArranging } from "../../stores/editing/arranging";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useCatalogue } from "../../stores/display/catalogue";
import FoldPart from "../../ui/FoldPart.vue";
import TypedField from "../../fields/TypedField.vue";

const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const arranging = useArranging();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
/** The direction in which a typed distance goes. */
const angle = ref(0);

const items = (): string[] => selection.selected;
const about = (): { about: typeof arranging.about } => ({ about: arranging.about });
const done = (command: Command): void => edits.commit(command);
const move = (x: number, y: number): void =>
  done({ kind: "move_items", items: items(), by: [x, y] });
const along = (distance: number): void =>
  done({ kind: "move_along", items: items(), distance, angle: angle.value });
const scale = (x: number, y: number): void =>
  done({ kind: "scale_items", items: items(), x, y, grow: arranging.grow, ...about() });
const turn = (by: number): void =>
  done({ kind: "rotate_items", items: items(), angle: by, ...about() });
const shear = (by: number, axis: "level" | "upright"): void =>
  done({ kind: "shear_items", items: items(), angle: by, along: axis, ...about() });
</script>

<template>
  <FoldPart heading="Move, rotate and scale by">
    <section aria-label="By numbers">
      <span class="label">Move by</span>
      <TypedField
        label="Horizontal"
        suffix="→"
        :value="0"
        :unit="unit"
        @typed="(v) => move(v, 0)"
      />
      <TypedField label="Vertical" suffix="↓" :value="0" :unit="unit" @typed="(v) => move(0, v)" />
      <span class="label">at an angle</span>
      <TypedField label="Move angle" suffix="°" :value="angle" @typed="(v) => (angle = v)" />
      <TypedField label="Distance" :value="0" :unit="unit" @typed="along" />
      <span class="label">Scale</span>
      <TypedField
        label="Scale width"
        suffix="% w"
        :value="100"
        @typed="(v) => scale(v / 100, arranging.even ? v / 100 : 1)"
      />
      <TypedField
        label="Scale height"
        suffix="% h"
        :value="100"
        @typed="(v) => scale(arranging.even ? v / 100 : 1, v / 100)"
      />
      <span class="label">Rotate by</span>
      <TypedField label="Rotate by" suffix="°" :value="0" @typed="turn" />
      <span />
      <span class="label">Shear by</span>
      <TypedField
        label="Horizontal shear"
        suffix="° →"
        :value="0"
        @typed="(v) => shear(v, 'level')"
      />
      <TypedField
        label="Vertical shear"
        suffix="° ↓"
        :value="0"
        @typed="(v) => shear(v, 'upright')"
      />
    </section>
  </FoldPart>
</template>
