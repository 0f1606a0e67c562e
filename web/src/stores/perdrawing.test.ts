import { createPinia, setActivePinia } from "pinia";
import { expect, test } from "vitest";
import { nextTick, ref, watch } from "vue";
import { defineDrawingStore, disposeDrawingStores } from "./perdrawing";

test("stores of a drawing end with it, and the next one gets its own", async () => {
  setActivePinia(createPinia());
  const outside = ref(0);
  const seen: number[] = [];
  const useMarks = defineDrawingStore("marks", () => {
    const marked = ref<string[]>([]);
    watch(outside, (now) => seen.push(now));
    return { marked };
  });
  const first = useMarks();
  first.marked = ["a"];
  expect(useMarks().marked).toEqual(["a"]); // the same, as long as it is open
  outside.value = 1;
  await nextTick();
  disposeDrawingStores();
  outside.value = 2;
  await nextTick();
  expect(seen).toEqual([1]); // what was left watches nothing any more
  const second = useMarks();
  expect(second.marked).toEqual([]);
  first.marked.push("late"); // an answer that comes after its drawing was left
  expect(second.marked).toEqual([]);
  disposeDrawingStores();
  disposeDrawingStores(); // nothing is open: nothing to end
});
