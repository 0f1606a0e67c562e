<script setup lang="ts">
// The session has ended: the password in place, so that work goes on where it was.
import Button from "primevue/button";
import Dialog from "primevue/dialog";
import InputText from "primevue/inputtext";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { ApiError } from "../api/client";
import { usePerson } from "../session/person";
import { useSyncStore } from "../sync/syncstore";
import { counted, plural } from "../lib/intl";

const person = usePerson();
const sync = useSyncStore();
const router = useRouter();
const password = ref("");
const trouble = ref("");
const busy = ref(false);
const waiting = computed(() => [...sync.waiting.values()].reduce((a, b) => a + b, 0));
const wait = computed(
  () => `${counted(waiting.value, "edit")} ${plural(waiting.value, "is", "are")} stored here`,
);

async function enter(how: () => Promise<void>): Promise<void> {
  [trouble.value, busy.value] = ["", true];
  const before = person.id;
  try {
    await how();
    password.value = "";
    sync.start();
    if (person.id !== before) await router.push("/");
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
    trouble.value = problem.message;
  } finally {
    busy.value = false;
  }
}

/** Somebody else sits here now: what waits stays, for the next time that its person is here. */
async function leave(): Promise<void> {
  sync.signedOut = false;
  await router.push("/sign-in");
}
</script>

<template>
  <Dialog
    :visible="sync.signedOut"
    modal
    :closable="false"
    :close-on-escape="false"
    header="Sign in to continue"
    :style="{ width: '380px' }"
  >
    <form class="form" @submit.prevent="enter(() => person.signIn(person.signInName, password))">
      <p>
        Your session has ended. Nothing is lost{{
          waiting > 0 ? `: ${wait} and will be saved` : ""
        }}.
      </p>
      <Button
        v-if="person.byDemo"
        type="button"
        :label="`Continue as ${person.name}`"
        :disabled="busy"
        @click="enter(person.signInDemo)"
      />
      <template v-else>
        <label>
          Password of {{ person.name }}
          <InputText
            v-model="password"
            type="password"
            autocomplete="current-password"
            size="small"
            autofocus
            data-testid="password-again"
          />
        </label>
        <Button type="submit" label="Sign in" :disabled="!password || busy" />
      </template>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <Button
        text
        size="small"
        severity="secondary"
        label="Sign in as someone else"
        @click="leave"
      />
    </form>
  </Dialog>
</template>

<style scoped>
.form,
label {
  display: grid;
  gap: 10px;
}
label {
  gap: 4px;
}
p {
  margin: 0;
}
.trouble {
  color: var(--trouble);
}
</style>
