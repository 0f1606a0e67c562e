<script setup lang="ts">
import NoticeBar from "./board/NoticeBar.vue";
import "./theme/night";
</script>

<template>
  <RouterView />
  <NoticeBar />
</template>
