<script setup lang="ts">
// The leaf Arrange: what several items come to together, where they stand, and copies of them.
import AlignPanel from "./arrange/AlignPanel.vue";
import BlendPanel from "./arrange/BlendPanel.vue";
import CombinePanel from "./arrange/CombinePanel.vue";
import CopiesPanel from "./arrange/CopiesPanel.vue";
import GroupPanel from "./arrange/GroupPanel.vue";
import OffsetPanel from "./arrange/OffsetPanel.vue";
import OrderPanel from "./arrange/OrderPanel.vue";
import SelectMorePanel from "./arrange/SelectMorePanel.vue";
import TransformByPanel from "./arrange/TransformByPanel.vue";
</script>

<template>
  <CombinePanel />
  <AlignPanel />
  <OffsetPanel />
  <BlendPanel />
  <CopiesPanel />
  <TransformByPanel />
  <OrderPanel />
  <GroupPanel />
  <SelectMorePanel />
</template>
