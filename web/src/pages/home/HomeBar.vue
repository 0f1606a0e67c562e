<script setup lang="ts">
// The band above the drawings and the bin: the name of the program, day or night, who is there.
import Button from "primevue/button";
import { useRouter } from "vue-router";
import { ApiError } from "../../api/client";
import BrandMark from "../../ui/BrandMark.vue";
import { usePerson } from "../../session/person";
import { useNotices } from "../../session/notices";
import { night, toggleNight } from "../../theme/night";

const person = usePerson();
const router = useRouter();
const notices = useNotices();

async function signOut(): Promise<void> {
  try {
    await person.signOut();
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
    notices.tell(problem.message);
    return;
  }
  await router.push("/sign-in");
}
</script>

<template>
  <header class="band">
    <RouterLink to="/" class="brand"><BrandMark /> Build Up Curve</RouterLink>
    <span class="who">
      <Button
        text
        size="small"
        severity="secondary"
        :label="night ? 'Day' : 'Night'"
        @click="toggleNight"
      />
      {{ person.name }}
      <Button severity="secondary" size="small" label="Sign out" @click="signOut" />
    </span>
  </header>
</template>

<style scoped>
.band {
  display: flex;
  align-items: center;
  justify-content: space-between;
  height: 44px;
  padding: 0 12px;
  background: var(--panel);
  border-bottom: 1px solid var(--hairline);
}
.brand,
.who {
  display: flex;
  gap: 10px;
  align-items: center;
}
.brand {
  font-size: 15px;
  font-weight: 700;
  color: inherit;
  text-decoration: none;
}
.who {
  color: var(--quiet);
}
</style>
