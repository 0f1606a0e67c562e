<script setup lang="ts">
// The sign-in page, with the demo's door where it is open.
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import { ApiError } from "../../api/client";
import BrandMark from "../../ui/BrandMark.vue";
import { usePerson } from "../../session/person";

const person = usePerson();
const router = useRouter();
const route = useRoute();
const name = ref("");
const password = ref("");
const trouble = ref("");

async function enter(how: () => Promise<void>): Promise<void> {
  trouble.value = "";
  try {
    await how();
    const to = typeof route.query["to"] === "string" ? route.query["to"] : "/";
    await router.replace(to.startsWith("/") ? to : "/");
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
    trouble.value = problem.message;
  }
}
</script>

<template>
  <main class="page" tabindex="-1">
    <form class="card" @submit.prevent="enter(() => person.signIn(name, password))">
      <h1><BrandMark /> Build Up Curve</h1>
      <p class="quiet">Draw and refine outlines until the curve is right.</p>
      <template v-if="person.demo">
        <Button
          type="button"
          label="Open the workshop of Hollowreed Strings"
          data-testid="demo"
          @click="enter(person.signInDemo)"
        />
        <p class="quiet">An invented workshop, with drawings to explore and change.</p>
        <hr />
      </template>
      <label>Name <InputText v-model="name" autocomplete="username" size="small" /></label>
      <label>
        Password
        <InputText
          v-model="password"
          type="password"
          autocomplete="current-password"
          size="small"
        />
      </label>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <Button
        type="submit"
        label="Sign in"
        :severity="person.demo ? 'secondary' : undefined"
        :disabled="!name || !password"
      />
    </form>
  </main>
</template>

<style scoped>
.page {
  display: grid;
  place-items: center;
  min-height: 100%;
}
.card {
  display: grid;
  gap: 12px;
  width: 360px;
  padding: 28px;
  background: var(--panel);
  border: 1px solid var(--hairline);
  border-radius: 6px;
}
h1 {
  display: flex;
  gap: 10px;
  align-items: center;
  font-size: 18px;
}
p {
  margin: 0;
}
label {
  display: grid;
  gap: 4px;
}
hr {
  width: 100%;
  border: 0;
  border-top: 1px solid var(--hairline);
}
.quiet {
  color: var(--quiet);
}
.trouble {
  color: var(--trouble);
}
</style>
