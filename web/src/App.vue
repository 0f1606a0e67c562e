<script setup lang="ts">
import { watch } from "vue";
import { useRouter } from "vue-router";
import NoticeBar from "./pages/NoticeBar.vue";
import SignInAgain from "./pages/SignInAgain.vue";
import { usePerson } from "./session/person";
import { watchBuild } from "./sync/newer";
import { usePost } from "./sync/syncstore";
import { useToast } from "./session/notices";
import "./theme/night";

const person = usePerson();
const post = usePost();
watch(() => person.id, post.start, { immediate: true });

/** A page that is older than its server is renewed when one goes on to another screen. */
const toast = useToast();
const isOld = watchBuild({
  waits: () => post.storing() || post.waiting.size > 0,
  tell: (sentence, action) => toast.tell(sentence, action, true),
  reload: () => window.location.reload(),
});
useRouter().beforeEach((to, from) => {
  if (from.matched.length === 0 || !isOld()) return true;
  window.location.assign(to.fullPath);
  return false;
});
</script>

<template>
  <RouterView />
  <NoticeBar />
  <SignInAgain />
</template>
