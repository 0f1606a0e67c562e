// The act that a pressed key means now: of those with that key, the first that can be done.
import type { Act } from "./act";
import type { ActContext } from "./context";
import { computed } from "vue";
import { keysOf } from "./keymap";
import { pressed } from "./keys";
import { ACTS } from "./table";

const byKeys = computed(() => {
  const found = new Map<string, Act[]>();
  for (const act of ACTS) {
    for (const keys of keysOf(act)) found.set(keys, [...(found.get(keys) ?? []), act]);
  }
  return found;
});

/** Keys with which one leaves something: with nothing to leave they mean nothing. */
const LEAVES = new Set(["leave_contents"]);

/** Where none of its acts can be done, the first of them, which says why; undefined: no act's key. */
export function actOfKey(event: KeyboardEvent, c: ActContext): Act | undefined {
  const named = byKeys.value.get(pressed(event)) ?? [];
  const possible = named.find((act) => act.lacks(c) === null);
  return possible ?? named.find((act) => !LEAVES.has(act.id));
}
