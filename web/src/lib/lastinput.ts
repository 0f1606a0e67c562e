// What was used last: the mouse, a pen, fingers or the keyboard. Hints name it, and what fingers touch
// is larger (the class `touch` of the page).
import { onBeforeUnmount, onMounted, readonly, ref } from "vue";

export type Input = "mouse" | "pen" | "touch" | "keys";
const last = ref<Input>("mouse");
export const lastInput = readonly(last);

/** Milliseconds after a press until things change their size: not under the hand that presses them. */
const SETTLES = 300;
let settles: number | undefined;

function note(input: Input): void {
  last.value = input;
  if (input === "keys") return;
  window.clearTimeout(settles);
  settles = window.setTimeout(
    () => document.documentElement.classList.toggle("touch", input === "touch"),
    SETTLES,
  );
}

export function useLastInput(): void {
  const pointed = (event: PointerEvent): void =>
    note(
      event.pointerType === "touch" || event.pointerType === "pen" ? event.pointerType : "mouse",
    );
  const typed = (event: KeyboardEvent): void => {
    if (!["Shift", "Control", "Alt", "Meta"].includes(event.key)) note("keys");
  };
  onMounted(() => {
    window.addEventListener("pointerdown", pointed, true);
    window.addEventListener("keydown", typed, true);
  });
  onBeforeUnmount(() => {
    window.removeEventListener("pointerdown", pointed, true);
    window.removeEventListener("keydown", typed, true);
  });
}
