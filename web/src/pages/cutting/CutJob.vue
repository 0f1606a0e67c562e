<script setup lang="ts">
// What was cut: length, time, tools, and what came free.
import { computed } from "vue";
import type { CutDone, CutLook } from "../../api/types";
import { clockText } from "./playing";
import { counted, number, plural } from "../../lib/intl";

const props = defineProps<{ done: CutDone; look: CutLook | null; free: number }>();
const record = computed(() => props.done.record);
const metres = (mm: number): string => `${number(mm / 1000, 2)} m`;
</script>

<template>
  <section aria-label="Job" class="job">
    <h3 class="heading">Job</h3>
    <p v-if="done.trouble" class="trouble" role="alert">{{ done.trouble }}</p>
    <dl>
      <dt>Time</dt>
      <dd data-testid="cut-time">{{ clockText(record.seconds) }} min</dd>
      <dt>Cut</dt>
      <dd data-testid="cut-length">{{ metres(record.cut_length) }}</dd>
      <dt>Travel</dt>
      <dd>{{ metres(record.idle_length) }}</dd>
      <dt>Cut free</dt>
      <dd data-testid="cut-free">{{ free }} of {{ record.forms.length }}</dd>
      <dt>Tools</dt>
      <dd class="tools">
        <span v-for="tool in look?.tools ?? []" :key="tool.tool">
          <i :style="{ background: tool.colour }" />{{ tool.tool }}
        </span>
      </dd>
    </dl>
    <p v-if="record.late > 0" class="trouble">
      {{ counted(record.late, "outline was", "outlines were") }} cut after the outline around
      {{ plural(record.late, "it", "them") }} had come free.
    </p>
    <ul class="legend">
      <li class="cut">cut</li>
      <li class="over">overcut</li>
      <li class="idle">travel</li>
      <li class="weed">weeding</li>
    </ul>
  </section>
</template>

<style scoped>
.job {
  padding: 12px 14px;
  border-top: 1px solid var(--hairline);
}
dl {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 3px 8px;
  margin: 6px 0;
}
dt {
  color: var(--quiet);
}
dd {
  margin: 0;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.tools i {
  display: inline-block;
  width: 10px;
  height: 10px;
  margin-right: 4px;
  border: 1px solid var(--hairline);
  border-radius: 3px;
}
.trouble {
  margin: 4px 0;
  color: var(--trouble);
}
.legend {
  margin: 8px 0 0;
  padding: 0;
  color: var(--quiet);
  font-size: 12px;
  list-style: none;
}
.legend li::before {
  display: inline-block;
  width: 18px;
  margin-right: 6px;
  border-top: 2px solid var(--mark-active);
  vertical-align: middle;
  content: "";
}
.legend .over::before {
  border-color: var(--mark-touched);
}
.legend .idle::before {
  border-top: 1px dashed var(--quiet);
}
.legend .weed::before {
  border-top: 2px dashed var(--construction);
}
</style>
