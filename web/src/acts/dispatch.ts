// The act that a pressed key means now: of those with that key, the first that can be done.
import type { Act } from "./act";
import type { ActContext } from "./context";
import { pressed } from "./keys";
import { ACTS } from "./table";

const byKeys = new Map<string, Act[]>();
for (const act of ACTS) {
  for (const keys of [act.keys, act.otherKeys]) {
    if (keys) byKeys.set(keys, [...(byKeys.get(keys) ?? []), act]);
  }
}

/** Undefined where the key is no act's, or none of its acts can be done. */
export function actOfKey(event: KeyboardEvent, c: ActContext): Act | undefined {
  return byKeys.get(pressed(event))?.find((act) => act.lacks(c) === null);
}
