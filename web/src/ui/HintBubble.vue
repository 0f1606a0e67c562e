<script setup lang="ts">
// The hints of controls (`title`) for those who have no mouse: beside the control that the keyboard has
// come to, or that a finger rests on. A mouse gets them from the browser.
import { onBeforeUnmount, onMounted, shallowRef } from "vue";

const RESTS = 600;
const SHOWN_FOR = 4000;
const WIDE = 280;
const hint = shallowRef<{ text: string; left: string; top: string } | null>(null);
let waits: number | undefined;

function hide(): void {
  window.clearTimeout(waits);
  hint.value = null;
}

function show(control: Element | null): void {
  const text = control?.getAttribute("title") ?? "";
  if (!control || text === "") return hide();
  const box = control.getBoundingClientRect();
  const left = Math.max(4, Math.min(box.left, window.innerWidth - WIDE - 4));
  const below = box.bottom + 40 < window.innerHeight;
  hint.value = { text, left: `${left}px`, top: `${below ? box.bottom + 6 : box.top - 34}px` };
}

const titled = (event: Event): Element | null =>
  event.target instanceof Element ? event.target.closest("[title]") : null;

function focused(event: FocusEvent): void {
  hide();
  const control = titled(event);
  if (control?.matches(":focus-visible")) waits = window.setTimeout(() => show(control), RESTS);
}
function pressed(event: PointerEvent): void {
  hide();
  const control = event.pointerType === "touch" ? titled(event) : null;
  if (!control) return;
  waits = window.setTimeout(() => {
    show(control);
    waits = window.setTimeout(hide, SHOWN_FOR);
  }, RESTS);
}
/** A finger that was lifted before has pressed the control. */
function lifted(): void {
  if (!hint.value) window.clearTimeout(waits);
}
const key = (event: KeyboardEvent): void => {
  if (event.key === "Escape") hide();
};

onMounted(() => {
  window.addEventListener("focusin", focused);
  window.addEventListener("focusout", hide);
  window.addEventListener("pointerdown", pressed, true);
  window.addEventListener("pointerup", lifted, true);
  window.addEventListener("keydown", key, true);
});
onBeforeUnmount(() => {
  hide();
  window.removeEventListener("focusin", focused);
  window.removeEventListener("focusout", hide);
  window.removeEventListener("pointerdown", pressed, true);
  window.removeEventListener("pointerup", lifted, true);
  window.removeEventListener("keydown", key, true);
});
</script>

<template>
  <div v-if="hint" class="hint" aria-hidden="true" :style="{ left: hint.left, top: hint.top }">
    {{ hint.text }}
  </div>
</template>

<style scoped>
.hint {
  position: fixed;
  z-index: 3000;
  max-width: 280px;
  padding: 4px 8px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--raised);
  font-size: 12px;
  pointer-events: none;
}
</style>
