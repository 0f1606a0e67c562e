<script setup lang="ts">
// An edit that takes long: what it is, how far it is, and a way to stop it.
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useSyncStore } from "../../sync/syncstore";
import WorkNotice from "../../ui/WorkNotice.vue";

const doc = useDocument();
const sync = useSyncStore();
const box = computed(() => sync.boxes.get(doc.id) ?? null);
const long = computed(() => box.value?.work.long.value ?? null);
const name = computed(() => box.value?.pending.value[0]?.name ?? "This edit");
</script>

<template>
  <WorkNotice
    v-if="long"
    :what="`${name} takes a while`"
    :part="long.part"
    :stopping="long.stopping"
    safe="Stop; nothing is changed"
    @stop="box?.work.stop()"
  />
</template>
