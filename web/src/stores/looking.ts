// Ways of looking that change nothing: views, and what is held for a moment.
import { defineStore } from "pinia";
import { ref } from "vue";

export const VIEWS = ["Work", "Wire", "Print"] as const;
export const HANDLES_SHOWN = [
  ["chosen", "Chosen"],
  ["near", "Near"],
  ["all", "All"],
] as const;
export type HandlesShown = (typeof HANDLES_SHOWN)[number][0];
export type View = (typeof VIEWS)[number];

export const useLooking = defineStore("looking", () => {
  const view = ref<View>("Work");
  const loupe = ref(false);
  const marksHidden = ref(false);
  /** Whose handles show while anchors are edited. */
  const handles = ref<HandlesShown>("near");

  function next(): void {
    view.value = VIEWS[(VIEWS.indexOf(view.value) + 1) % VIEWS.length] ?? "Work";
  }

  function letAllGo(): void {
    loupe.value = marksHidden.value = false;
  }

  return { view, loupe, marksHidden, handles, next, letAllGo };
});
