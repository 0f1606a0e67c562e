<script setup lang="ts">
// How much of one's drawings this browser keeps for times without a connection, and what removes it.
import Button from "primevue/button";
import { onMounted, ref } from "vue";
import { counted, number } from "../../lib/intl";
import { useNotices } from "../../session/notices";
import { usePerson } from "../../session/person";
import { keepOnlyOf, offlineCopies } from "../../sync/offline";

const MEGABYTE = 1e6;
const person = usePerson();
const notices = useNotices();
const drawings = ref(0);
const megabytes = ref(0);

async function look(): Promise<void> {
  const copies = person.id === null ? [] : await offlineCopies.all(person.id);
  drawings.value = copies.length;
  megabytes.value = copies.reduce((sum, c) => sum + c.bytes, 0) / MEGABYTE;
}
async function removeAll(): Promise<void> {
  await keepOnlyOf(null);
  await look();
  notices.tell("The copies on this device are removed. Your drawings are safe on the server.");
}
onMounted(look);
</script>

<template>
  <span v-if="drawings > 0" class="device" data-testid="device-storage">
    {{ counted(drawings, "drawing") }} on this device for work without a connection,
    {{ megabytes < 0.1 ? "less than 0.1" : number(Number(megabytes.toFixed(1))) }} MB
    <Button size="small" severity="secondary" label="Remove from this device" @click="removeAll" />
  </span>
</template>

<style scoped>
.device {
  display: flex;
  flex: 1;
  gap: 10px;
  align-items: center;
  justify-content: flex-end;
}
</style>
