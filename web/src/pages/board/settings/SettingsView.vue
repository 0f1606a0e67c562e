<script setup lang="ts">
// Settings of whoever works here: keys, and what the wheel does.
import Dialog from "primevue/dialog";
import RadioButton from "primevue/radiobutton";
import Tab from "primevue/tab";
import TabList from "primevue/tablist";
import TabPanel from "primevue/tabpanel";
import TabPanels from "primevue/tabpanels";
import Tabs from "primevue/tabs";
import { useDisplay, type Wheel } from "../../../stores/display/display";
import KeyboardSettings from "./KeyboardSettings.vue";

const display = useDisplay();
const WHEEL: readonly (readonly [Wheel, string])[] = [
  ["auto", "Wheel zooms, two fingers on a trackpad pan"],
  ["zoom", "Both zoom"],
  ["pan", "Both pan; with Ctrl they zoom"],
];
</script>

<template>
  <Dialog v-model:visible="display.settings" modal header="Settings" :style="{ width: '790px' }">
    <Tabs value="keyboard" lazy>
      <TabList>
        <Tab value="keyboard">Keyboard</Tab>
        <Tab value="pointer">Wheel and trackpad</Tab>
      </TabList>
      <TabPanels>
        <TabPanel value="keyboard"><KeyboardSettings /></TabPanel>
        <TabPanel value="pointer">
          <fieldset>
            <legend>Wheel and trackpad</legend>
            <label v-for="[value, label] in WHEEL" :key="value">
              <RadioButton
                v-model="display.wheel"
                name="wheel"
                :value="value"
                :input-id="`wheel-${value}`"
              />
              {{ label }}
            </label>
          </fieldset>
        </TabPanel>
      </TabPanels>
    </Tabs>
  </Dialog>
</template>

<style scoped>
fieldset {
  display: grid;
  gap: 8px;
  border: 0;
  padding: 0;
}
legend {
  margin-bottom: 8px;
  color: var(--quiet);
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
