// Day and night: what was chosen here, or else what the machine asks for.
import { ref, watchEffect } from "vue";
import { remember, remembered } from "../lib/settings";

const KEY = "night";
const asked = window.matchMedia("(prefers-color-scheme: dark)").matches;
const chosen = remembered(KEY);

export const night = ref(chosen === null ? asked : chosen === "yes");

export function toggleNight(): void {
  night.value = !night.value;
  remember(KEY, night.value ? "yes" : "no");
}

watchEffect(() => document.documentElement.classList.toggle("night", night.value));
