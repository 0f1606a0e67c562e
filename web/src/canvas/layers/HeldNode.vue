<script setup lang="ts">
// Something that a container holds: an assembly, another container, or an item.
import { useDocument } from "../../stores/board/document";
import AssemblyNode from "./AssemblyNode.vue";
import ContainerNode from "./ContainerNode.vue";
import ItemPath from "./ItemPath.vue";

defineProps<{ id: string; pickable: boolean; plain: boolean; turns: readonly number[] }>();
const doc = useDocument();
</script>

<template>
  <AssemblyNode v-if="doc.drawable(id)?.assembly" :id="id" :pickable="pickable" :plain="plain" />
  <ContainerNode
    v-else-if="doc.tree.holds(id)"
    :id="id"
    :pickable="pickable"
    :plain="plain"
    :turns="turns"
  />
  <ItemPath v-else :id="id" :pickable="pickable" :plain="plain" />
</template>
