<script setup lang="ts">
import { nextTick, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { entitle } from "./lib/pagetitle";
import { onceOpen, rarely } from "./lib/rarely";
import { useLastInput } from "./lib/lastinput";
import HintBubble from "./ui/HintBubble.vue";
import ImportNotice from "./pages/ImportNotice.vue";
import NoticeBar from "./pages/NoticeBar.vue";
import { usePerson } from "./session/person";
import { keepAnswers, keepOnlyOf } from "./sync/offline";
import { watchBuild } from "./sync/newer";
import { useSyncStore } from "./sync/syncstore";
import { useNotices } from "./session/notices";
import "./theme/night";

const SignInAgain = rarely(() => import("./pages/SignInAgain.vue"));

const person = usePerson();
const sync = useSyncStore();
watch(() => person.id, sync.start, { immediate: true });
/** What is kept of somebody goes when they sign out, or somebody else signs in. */
watch(
  () => person.id,
  (id, before) => {
    const left = before !== null && !sync.signedOut;
    if (id !== null || left) void keepOnlyOf(id);
  },
);
watch(
  () => sync.signedOut,
  (out) => !out && keepAnswers(),
);

/** A page that is older than its server is renewed when one goes on to another screen. */
const notices = useNotices();
const isOld = watchBuild({
  waits: () => sync.storing() || sync.waiting.size > 0,
  tell: (sentence, action) => notices.tell(sentence, action, true),
  reload: () => window.location.reload(),
});
useRouter().beforeEach((to, from) => {
  if (from.matched.length === 0 || !isOld()) return true;
  window.location.assign(to.fullPath);
  return false;
});

const signedOut = onceOpen(() => sync.signedOut);
useLastInput();
/** Whoever goes on to another page is told its name, and is at its beginning. */
const route = useRoute();
watch(
  () => route.path,
  async () => {
    entitle(route.meta.title ?? "");
    await nextTick();
    if (document.activeElement === document.body) {
      document.querySelector<HTMLElement>("main")?.focus({ preventScroll: true });
    }
  },
);
</script>

<template>
  <!-- A page of its own for each address: nothing of one drawing is found in the next. -->
  <RouterView v-slot="{ Component, route: shown }">
    <component :is="Component" :key="shown.path" />
  </RouterView>
  <NoticeBar />
  <ImportNotice />
  <SignInAgain v-if="signedOut" />
  <HintBubble />
</template>
