// Ways of looking that change nothing: views, and what is held for a moment.
import { defineStore } from "pinia";
import { ref } from "vue";

export const VIEWS = ["Work", "Wire", "Print"] as const;
export type View = (typeof VIEWS)[number];

export const useLooking = defineStore("looking", () => {
  const view = ref<View>("Work");
  const loupe = ref(false);
  const marksHidden = ref(false);

  function next(): void {
    view.value = VIEWS[(VIEWS.indexOf(view.value) + 1) % VIEWS.length] ?? "Work";
  }

  function letAllGo(): void {
    loupe.value = marksHidden.value = false;
  }

  return { view, loupe, marksHidden, next, letAllGo };
});
