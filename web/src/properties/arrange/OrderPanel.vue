<script setup lang="ts">
// The order of what is selected: nearer to the front or the back, or beside an item clicked next.
import ActButton from "../../fields/ActButton.vue";
import FoldPart from "../../ui/FoldPart.vue";
</script>

<template>
  <FoldPart heading="Order">
    <section aria-label="Order">
      <div class="wide two-columns">
        <ActButton act="to_front" label="To front" />
        <ActButton act="forward" label="Forward" />
        <ActButton act="to_back" label="To back" />
        <ActButton act="backward" label="Backward" />
        <ActButton act="in_front_of" label="In front of…" />
        <ActButton act="behind" label="Behind…" />
      </div>
    </section>
  </FoldPart>
</template>
