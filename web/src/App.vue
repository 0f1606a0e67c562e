<script setup lang="ts">
import { watch } from "vue";
import NoticeBar from "./board/NoticeBar.vue";
import SignInAgain from "./board/SignInAgain.vue";
import { usePerson } from "./stores/person";
import { usePost } from "./stores/post";
import "./theme/night";

const person = usePerson();
const post = usePost();
watch(() => person.id, post.start, { immediate: true });
</script>

<template>
  <RouterView />
  <NoticeBar />
  <SignInAgain />
</template>
