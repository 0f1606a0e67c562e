<script setup lang="ts">
// The lines and centres of the symmetries one works in or has selected: a plum dash-dot line with a
// grip at each end and a diamond where it turns. With a drawing tool in the hand only the lines show.
import { computed } from "vue";
import type { CopyPeg, Point } from "../../api/types";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useDrafting } from "../../stores/editing/drafting";
import { degrees, dialText, length } from "../../lib/numbers";
import { useTools } from "../../tools/tools";
import { useCatalogue } from "../../stores/display/catalogue";
import AxisLine from "./AxisLine.vue";
import DiamondMark from "./DiamondMark.vue";
import PegBar from "../pegs/PegBar.vue";
import { useLens } from "../pointer/lens";

const container = useActiveContainer();
const doc = useDocument();
const selection = useSelection();
const tools = useTools();
const drafting = useDrafting();
const catalogue = useCatalogue();
const view = useLens();

const drafted = computed(() =>
  drafting.draft?.kind === "make_symmetry" ? drafting.draft.symmetry : null,
);
/** The line about which something is mirrored once, which is no symmetry. */
const once = computed(() => {
  if (drafting.draft?.kind !== "mirror_items") return null;
  const ends = drafting.pegs.filter((p) => p.name === "start" || p.name === "end");
  const [from, to] = ends.map((p) => p.at);
  return from && to ? line([from, to]) : null;
});
/** Which ones: around what one draws and has selected, selected themselves, or drafted. */
const shown = computed(() => {
  const wanted = new Set([
    ...container.breadcrumb,
    ...selection.selected.flatMap((i) => [...doc.tree.above(i), i]),
    ...(drafted.value ? [drafted.value] : []),
  ]);
  return [...wanted].flatMap((id) => {
    const mark = doc.drawable(id)?.symmetry;
    return mark ? [{ id, mark }] : [];
  });
});
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const dragging = computed(() => (tools.dragged?.what === "symmetry" ? tools.dragged : null));
const graspable = computed(() => !tools.draws && drafting.draft === null);

const line = ([from, to]: readonly [Point, Point]): string =>
  `M${view.toScreen(from).join(" ")}L${view.toScreen(to).join(" ")}`;

function words(peg: CopyPeg): string {
  if (peg.unit === "angle") return `${degrees(peg.value)}°`;
  return dialText(peg.value, peg.unit, unit.value);
}

const marks = computed(() =>
  shown.value.map(({ id, mark }) => {
    const under = dragging.value ?? (tools.hit?.what === "symmetry" ? tools.hit : null);
    return {
      id,
      mark,
      lines: mark.lines.map((l) => line(l as [Point, Point])),
      ends: mark.ends.map((e) => ({
        at: view.toScreen(e.at),
        meets: e.meets,
        words: e.meets ? null : `${length(e.gap, unit.value)} ${unit.value.name} away`,
      })),
      centre: view.toScreen(mark.centre),
      pegs: mark.pegs.map((peg) => {
        const touched = under !== null && under.symmetry === id && under.peg === peg.name;
        return {
          peg,
          touched,
          words: touched && peg.name !== "middle" ? `${peg.label} ${words(peg)}` : null,
          hit: JSON.stringify({ what: "symmetry", symmetry: id, peg: peg.name, at: peg.at }),
          testid: `symmetry-${peg.name}`,
        };
      }),
    };
  }),
);
const free = (peg: CopyPeg): boolean => peg.along.every((part) => part === 0);
</script>

<template>
  <g v-if="once" class="symmetry">
    <AxisLine :d="once" data-testid="mirror-line" />
  </g>
  <g v-for="s in marks" :key="s.id" class="symmetry" :data-symmetry="s.id">
    <circle
      v-if="s.mark.pattern === 'wheel'"
      class="around"
      :cx="s.centre[0]"
      :cy="s.centre[1]"
      :r="s.mark.span * view.scale"
    />
    <AxisLine v-for="(path, n) in s.lines" :key="n" :d="path" :faint="n > 0" />
    <g
      v-for="(e, n) in s.ends"
      :key="`e ${n}`"
      :transform="`translate(${e.at[0]} ${e.at[1]})`"
      :class="e.meets ? 'meets' : 'misses'"
      :data-testid="e.meets ? 'seam-meets' : 'seam-misses'"
    >
      <circle class="ring" r="6" />
      <text v-if="e.words" x="10" y="4">{{ e.words }}</text>
    </g>
    <template v-if="graspable">
      <template v-for="{ peg, ...mark } in s.pegs" :key="peg.name">
        <DiamondMark v-if="free(peg)" v-bind="mark" :at="s.centre" plum />
        <PegBar v-else v-bind="mark" :at="peg.at" :along="peg.along" :off="0" plum />
      </template>
    </template>
  </g>
</template>

<style scoped>
.around {
  fill: none;
  stroke: var(--mark-construction);
  stroke-opacity: 0.45;
  stroke-dasharray: 12 4 2 4;
  pointer-events: none;
}
.ring {
  fill: none;
  stroke: var(--mark-construction);
  stroke-width: 1.4px;
  pointer-events: none;
}
.misses .ring {
  stroke: var(--mark-touched);
  stroke-width: 2px;
}
text {
  font-size: 12px;
  fill: var(--mark-touched);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 4px;
  pointer-events: none;
}
</style>
