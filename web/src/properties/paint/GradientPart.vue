<script setup lang="ts">
// The colours of a gradient of what is selected, the chosen one of them, and how it lies.
import Button from "primevue/button";
import { computed } from "vue";
import type { Command, Gradient, Point, Stop } from "../../api/types";
import { plainColour } from "../../canvas/paint/paint";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { usePreview } from "../../stores/board/preview";
import { useSelection } from "../../stores/board/selection";
import { usePainting } from "../../stores/painting/painting";
import { useCatalogue } from "../../stores/display/catalogue";
import type { GradientPeg } from "../../tools/tool";
import ChooseField from "../../ui/ChooseField.vue";
import ColourBars from "./ColourBars.vue";
import { useTargets } from "../../fields/targets";
import TypedField from "../../fields/TypedField.vue";
import { SPREADS, barOf } from "./gradients";

const props = defineProps<{ label: string; gradient: Gradient; stroke: number | null }>();
const targets = useTargets();
const doc = useDocument();
const edits = useEdits();
const preview = usePreview();
const selection = useSelection();
const painting = usePainting();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));

const chosen = computed(() => Math.min(painting.stop, props.gradient.stops.length - 1));
const stop = computed(() => props.gradient.stops[chosen.value]);
const stops = computed(() =>
  props.stroke === null ? "style.fill.stops" : `style.strokes.${props.stroke}.paint.stops`,
);
const target = computed(() => ({ items: selection.selected, stroke: props.stroke }));
interface Peg {
  peg: GradientPeg;
  label: string;
  at: Point;
}
/** What can be dragged on the canvas, to be typed. */
const pegs = computed<Peg[]>(() => {
  const mark = painting.gradient;
  if (!mark) return [];
  if (mark.kind === "linear") {
    return [
      { peg: "start", label: "Start", at: mark.start },
      { peg: "middle", label: "Centre", at: mark.middle },
      { peg: "end", label: "End", at: mark.end },
    ];
  }
  return [
    { peg: "start", label: "Centre", at: mark.start },
    { peg: "end", label: "Edge", at: mark.end },
    { peg: "side", label: "Side", at: mark.side ?? mark.end },
    { peg: "focus", label: "Focus", at: mark.focus ?? mark.start },
  ];
});

type Setting = Omit<Extract<Command, { kind: "set_gradient" }>, "kind" | "items" | "stroke">;
const setting = (part: Setting): Command => ({ kind: "set_gradient", ...target.value, ...part });
const set = (part: Setting): void => edits.commit(setting(part), true);
const withStop = (part: Partial<Stop>): Stop[] =>
  props.gradient.stops.map((s, n) => (n === chosen.value ? { ...s, ...part } : s));

/** A colour that is moved past others changes its place among them. */
function moveTo(part: number): void {
  const at = Math.min(Math.max(part / 100, 0), 1);
  const moved = withStop({ at });
  const own = moved[chosen.value];
  moved.sort((a, b) => a.at - b.at);
  set({ stops: moved });
  if (own) painting.stop = moved.indexOf(own);
}
function add(): void {
  edits.commit({ kind: "add_stop", ...target.value });
}
function remove(): void {
  edits.commit({ kind: "delete_stop", ...target.value, stop: chosen.value });
  painting.stop = Math.max(chosen.value - 1, 0);
}
function place({ peg, at }: Peg, axis: 0 | 1, value: number): void {
  const to: Point = axis === 0 ? [value, at[1]] : [at[0], value];
  edits.commit({ kind: "drag_gradient", ...target.value, peg, to });
}
</script>

<template>
  <div class="gradient">
    <div class="strip" :style="{ background: `${barOf(gradient.stops)}, var(--checks)` }">
      <button
        v-for="(s, n) in gradient.stops"
        :key="n"
        :class="{ active: n === chosen }"
        :style="{ left: `${s.at * 100}%`, background: plainColour(s.colour) }"
        :aria-label="`Colour stop ${n + 1}`"
        :aria-pressed="n === chosen"
        @click="painting.stop = n"
      />
    </div>
    <template v-if="stop">
      <div class="pair">
        <span class="label">Colour stop {{ chosen + 1 }} at</span>
        <TypedField
          label="Position of the colour stop"
          suffix="%"
          :value="stop.at * 100"
          :binds="targets(`${stops}.${chosen}.at`)"
          @typed="moveTo"
        />
        <span class="label">Opacity</span>
        <TypedField
          label="Opacity of the colour stop"
          suffix="%"
          :value="stop.opacity * 100"
          :binds="targets(`${stops}.${chosen}.opacity`)"
          @typed="(v) => set({ stops: withStop({ opacity: v / 100 }) })"
        />
      </div>
      <div class="acts">
        <Button severity="secondary" size="small" label="Add colour stop" @click="add" />
        <Button
          severity="secondary"
          size="small"
          label="Delete"
          :disabled="gradient.stops.length < 3"
          @click="remove"
        />
      </div>
      <ColourBars
        swatched
        :label="label"
        :colour="plainColour(stop.colour)"
        @swatch="(colour) => set({ stops: withStop({ colour }) })"
        @slide="(colour) => preview.show(setting({ stops: withStop({ colour }) }))"
        @keep="(colour) => set({ stops: withStop({ colour }) })"
      />
    </template>
    <div class="acts">
      <Button
        severity="secondary"
        size="small"
        label="Reverse"
        title="Reverses the order of the colours"
        @click="set({ turned_round: true })"
      />
      <Button severity="secondary" size="small" label="Rotate 90°" @click="set({ turned: 90 })" />
    </div>
    <div class="pair">
      <span class="label">Beyond</span>
      <ChooseField
        label="Beyond the ends"
        :value="gradient.spread"
        :options="SPREADS"
        @chosen="(spread) => set({ spread })"
      />
    </div>
    <div v-for="p in pegs" :key="p.peg" class="pair three">
      <span class="label">{{ p.label }}</span>
      <TypedField
        :label="`${p.label} x`"
        :value="p.at[0]"
        :unit="unit"
        @typed="(v) => place(p, 0, v)"
      />
      <TypedField
        :label="`${p.label} y`"
        :value="p.at[1]"
        :unit="unit"
        @typed="(v) => place(p, 1, v)"
      />
    </div>
  </div>
</template>

<style scoped>
.gradient {
  display: grid;
  gap: 8px;
}
.strip {
  --checks: repeating-conic-gradient(#c7d0c6 0 25%, #fff 0 50%) 0 0 / 10px 10px;
  position: relative;
  height: 18px;
  margin: 0 6px 8px;
  border: 1px solid var(--hairline);
  border-radius: 4px;
}
.strip button {
  position: absolute;
  bottom: -9px;
  width: 12px;
  height: 16px;
  margin-left: -6px;
  padding: 0;
  border: 1.5px solid var(--ink);
  border-radius: 3px;
  outline: 1px solid var(--panel);
  cursor: pointer;
}
.strip button.active {
  border-color: var(--touched);
  border-width: 2.5px;
}
.pair {
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr);
  gap: 6px 8px;
  align-items: center;
}
.three {
  grid-template-columns: 64px minmax(0, 1fr) minmax(0, 1fr);
}
.label {
  font-size: 12px;
}
.acts {
  display: flex;
  gap: 6px;
}
.acts > * {
  flex: 1;
  white-space: nowrap;
}
</style>
