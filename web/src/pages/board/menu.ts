// What the menu at the pointer offers: what lies there, then the acts for what is selected, each with
// its key.
import type { MenuItem } from "primevue/menuitem";
import { labelOf, perform } from "../../acts/act";
import { useActContext } from "../../acts/context";
import { hintOf } from "../../acts/keymap";
import { menuFor, type Offer } from "../../acts/offers";
import { act } from "../../acts/table";
import { useSelecting } from "../../stores/editing/selecting";

const LINE: MenuItem = { separator: true };

export function usePointerMenu(): () => MenuItem[] {
  const c = useActContext();
  const selecting = useSelecting();

  /** What cannot be done now is left out. */
  function entries(offers: readonly Offer[]): MenuItem[] {
    return offers.flatMap((offer): MenuItem[] => {
      if (offer === "—") return [LINE];
      if (typeof offer === "object") {
        const items = entries(offer.acts);
        return items.some((i) => !i.separator) ? [{ label: offer.label, items }] : [];
      }
      const it = act(offer);
      if (it.lacks(c) !== null) return [];
      const keys = hintOf(it);
      return [{ label: labelOf(it, c), keys, command: () => perform(it, c) }];
    });
  }

  /** What lies under the pointer, front to back. */
  function underPointer(): MenuItem[] {
    const all = selecting.pile;
    if (all.length === 0) return [];
    const items = all.map((one): MenuItem => {
      const keys = one.locked ? "unlock" : one.hidden ? "show" : "";
      return { label: one.name, keys, command: () => selecting.take(one) };
    });
    return [{ label: "Under the pointer", keys: "P", items }, LINE];
  }

  return () => [...underPointer(), ...entries(menuFor(c))];
}
