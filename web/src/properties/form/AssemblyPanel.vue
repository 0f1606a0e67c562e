<script setup lang="ts">
// An assembly: what its parts do, each by itself where that is wanted; into it and out of it.
import Button from "primevue/button";
import { computed } from "vue";
import type { Command, Role } from "../../api/types";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import ActionButton from "../../fields/ActionButton.vue";
import ChooseField from "../../ui/ChooseField.vue";
import EditContents from "../../fields/EditContents.vue";
import { ROLES } from "../../acts/roles";
import { counted } from "../../lib/intl";

const props = defineProps<{ id: string }>();
const container = useActiveContainer();
const doc = useDocument();
const edits = useEdits();
const mark = computed(() => doc.steady(props.id)?.assembly ?? null);
/** As it is kept: a preview of another operation does not press its button. */
const operation = computed(() => doc.steady(props.id)?.assembly?.operation ?? null);
const inside = computed(() => container.active === props.id);
/** From front to back, as they lie on each other; the backmost has nothing below it. */
const parts = computed(() =>
  [...(mark.value?.parts ?? [])].reverse().map((p, n, all) => ({
    ...p,
    name: doc.steady(p.id)?.name ?? "",
    backmost: n === all.length - 1,
  })),
);

const blend = computed(() => mark.value?.result?.kind === "blend");
/** Parts that act on each other: one alone has nothing to act on. */
const several = computed(() => !blend.value && doc.steadyTree.in(props.id).length > 1);

const become = (role: Role): Command => ({
  kind: "set_assembly",
  assembly: props.id,
  operation: role,
});
const setRole = (part: string, role: Role): void =>
  edits.commit({ kind: "set_part", items: [part], role: role === operation.value ? null : role });
function settle(): void {
  if (inside.value) container.leave();
  edits.commit({ kind: "convert_to_outlines", items: [props.id] });
}
</script>

<template>
  <section v-if="mark" aria-label="Assembly">
    <div v-if="several" class="wide acts">
      <ActionButton
        v-for="role in ROLES"
        :key="role.value"
        :class="{ pressed: role.value === operation }"
        :label="role.operation"
        :command="become(role.value)"
        :aria-pressed="role.value === operation"
      />
    </div>
    <template v-for="part in several ? parts : []" :key="part.id">
      <span class="label name" :title="part.name">{{ part.name }}</span>
      <span v-if="part.backmost" class="rest quiet">base</span>
      <ChooseField
        v-else
        class="rest"
        :label="`Operation of ${part.name}`"
        :value="part.role"
        :options="ROLES"
        @chosen="(role) => setRole(part.id, role)"
      />
    </template>
    <p v-if="mark.gone > 0" class="wide quiet note" role="status">
      {{ counted(mark.gone, "rounded corner is", "rounded corners are") }} hidden because the sides
      no longer meet. They return when the sides meet.
    </p>
    <p v-if="mark.trouble" class="wide trouble" role="status">{{ mark.trouble }}</p>
    <div class="wide pair">
      <EditContents :id="id" label="Edit contents" />
      <Button
        severity="secondary"
        size="small"
        label="Convert to outlines"
        :title="
          blend ? 'Each step becomes an outline' : 'One outline of the result; the parts are merged'
        "
        @click="settle"
      />
    </div>
  </section>
</template>

<style scoped>
.acts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
.pair {
  display: flex;
  gap: 8px;
}
.pair > * {
  flex: 1;
}
.pressed {
  border-color: var(--active);
  background: var(--tint);
  color: var(--active);
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.quiet {
  color: var(--quiet);
}
.note {
  margin: 0;
}
.trouble {
  margin: 0;
  color: var(--trouble);
}
</style>
