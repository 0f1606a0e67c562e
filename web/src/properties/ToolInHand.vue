<script setup lang="ts">
// The settings of a tool that works on what is there, whatever is selected.
import { useTools } from "../tools/tools";
import SweepPanel from "./arrange/SweepPanel.vue";
import SamplePanel from "./paint/SamplePanel.vue";
import BrushPanel from "./sheet/BrushPanel.vue";
import PlacementPanel from "./sheet/PlacementPanel.vue";

const tools = useTools();
</script>

<template>
  <template v-if="tools.active === 'sweep'">
    <header><h2>Sweep</h2></header>
    <SweepPanel />
  </template>
  <template v-else-if="tools.active === 'brush'">
    <header><h2>Smooth brush</h2></header>
    <BrushPanel />
  </template>
  <template v-else-if="tools.active === 'sample'">
    <header><h2>Sample colour</h2></header>
    <SamplePanel />
  </template>
  <template v-else-if="tools.name === 'placement'">
    <header>
      <h2>{{ tools.label }}</h2>
      <span>from the shelf</span>
    </header>
    <PlacementPanel />
  </template>
</template>
