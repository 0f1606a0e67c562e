// Stores of one drawing: they are made when a drawing is opened and end with it, so that nothing of
// one is found in the next.
import { defineStore, getActivePinia } from "pinia";

const made = new Map<string, { $dispose(): void }>();

/** As `defineStore`, for what belongs to the drawing that is open. */
export function defineDrawingStore<Id extends string, Setup>(id: Id, setup: () => Setup) {
  const use = defineStore(id, setup);
  return (): ReturnType<typeof use> => {
    const store = use();
    made.set(id, store);
    return store;
  };
}

/** The drawing is left: its stores end, and the next one gets its own. */
export function disposeDrawingStores(): void {
  const pinia = getActivePinia();
  for (const [id, store] of made) {
    store.$dispose();
    if (pinia) Reflect.deleteProperty(pinia.state.value, id);
  }
  made.clear();
}
