// What holds items and in which order they lie: groups, locks, front and back.
import { newId } from "../api/ids";
import type { Command, Drawable, OrderStep } from "../api/types";
import { apartName, apartOf, group, groupsOf, takeApart } from "../tools/itemcommands";
import { acts } from "./act";
import type { ActContext } from "./context";
import { all, anItem, oneItem, type Need } from "./needs";

type MaskKind = NonNullable<Drawable["mask"]>["kind"];
const separable: Need = (c) =>
  apartOf(c).length > 0 ? null : "Select a group, an assembly or a compound outline";
/** A masked group is selected, masked in that way. */
const masked =
  (kind?: MaskKind): Need =>
  (c) =>
    c.selection.selectedItems.some((i) => i.mask && (!kind || i.mask.kind === kind))
      ? null
      : "Select a masked group";
export const GROUP = acts("Arrange › Group", {
  group: {
    label: "Group",
    words: "together bundle",
    keys: "Ctrl+G",
    icon: "M2 4.5V2H4.5M11.5 2H14V4.5M14 11.5V14H11.5M4.5 14H2V11.5M5 5H9V9H5ZM8 10.5H11V7.5",
    lacks: anItem,
    run: (c) => group(c, c.edits.commit),
  },
  ungroup: {
    label: (c) => apartName(c),
    words: "ungroup break apart separate parts release split compound",
    keys: "Ctrl+Shift+G",
    icon: "M2 2H7V7H2ZM9 9H14V14H9ZM10 3L13 6M6 13L3 10",
    lacks: all(anItem, separable),
    run: (c) => takeApart(c, c.edits.commit),
  },
  mask: {
    label: "Mask with front item",
    words: "opacity luminance fade clip hide",
    hint: "Light parts of the front item show the others, dark parts hide them",
    icon: "M2.5 2.5H13.5V13.5H2.5ZM8 4.5A3.5 3.5 0 0 1 8 11.5ZM8 4.5A3.5 3.5 0 0 0 8 11.5",
    lacks: (c) => (c.selection.selected.length > 1 ? null : "Select two items or more"),
    run: (c) => {
      const made = newId();
      const items = c.selection.selected;
      c.edits.commit({ kind: "mask_items", items, group: made });
      c.selection.select([made]);
    },
  },
  mask_by_opacity: {
    label: "Mask by opacity",
    words: "alpha mask",
    hint: "Opaque parts of the mask show the others, whatever their colour",
    lacks: masked("luminance"),
    command: (c) => ({ kind: "set_mask", items: c.selection.selected, mask: "alpha" }),
  },
  mask_by_light: {
    label: "Mask by luminance",
    words: "light mask",
    hint: "Light parts of the mask show the others",
    lacks: masked("alpha"),
    command: (c) => ({ kind: "set_mask", items: c.selection.selected, mask: "luminance" }),
  },
  remove_mask: {
    label: "Remove mask",
    words: "release opacity luminance",
    hint: "The mask is an item again",
    lacks: masked(),
    command: (c) => ({ kind: "set_mask", items: c.selection.selected, mask: null }),
  },
  edit_contents: {
    label: "Edit contents",
    words: "isolate enter group inside open",
    icon: "M2.5 2.5H13.5V13.5H2.5ZM5 8H10M8 5.5L10.5 8L8 10.5",
    lacks: all(oneItem, (c) => (groupsOf(c).length > 0 ? null : "Select a group")),
    run: (c) => c.container.enter(groupsOf(c)[0] ?? ""),
  },
  leave_contents: {
    label: "Done with contents",
    words: "leave exit group isolation out",
    keys: "Escape",
    icon: "M3 8.5L6.5 12L13 4.5",
    lacks: (c) => (c.container.inGroup ? null : "Edit the contents of a group"),
    run: (c) => {
      const left = c.container.leave();
      if (left !== null) c.selection.select(c.tools.name === "select" ? [left] : []);
    },
  },
  lock: {
    label: "Lock",
    words: "protect fix freeze",
    keys: "Shift+L",
    icon: "M3.5 7.5H12.5V13.5H3.5ZM5.5 7.5V5A2.5 2.5 0 0 1 10.5 5V7.5",
    hint: "Unlock it in Layers",
    lacks: anItem,
    command: (c) => ({ kind: "lock_items", items: c.selection.selected, locked: true }),
  },
  hide: {
    label: "Hide",
    words: "invisible off",
    keys: "Shift+K",
    icon: "M2 8C4.5 4 11.5 4 14 8C11.5 12 4.5 12 2 8ZM3 13L13 3",
    hint: "Show it again in Layers",
    lacks: anItem,
    command: (c) => ({ kind: "hide_items", items: c.selection.selected, hidden: true }),
  },
});

const step = (to: OrderStep) => ({
  lacks: anItem,
  command: (c: ActContext): Command => ({
    kind: "step_items",
    items: c.selection.selected,
    to,
  }),
});

export const ORDER = acts("Arrange › Order", {
  to_front: {
    label: "Bring to front",
    words: "top above stacking",
    keys: "Alt+Shift+ArrowUp",
    icon: "M6 2.5H13.5V10H6ZM2.5 6V13.5H10V12M9.7 4.5V8M8 6L9.7 4.3L11.4 6",
    ...step("front"),
  },
  forward: {
    label: "Bring forward",
    words: "up above stacking raise",
    keys: "Alt+ArrowUp",
    ...step("forward"),
  },
  backward: {
    label: "Send backward",
    words: "down below stacking lower",
    keys: "Alt+ArrowDown",
    ...step("backward"),
  },
  to_back: {
    label: "Send to back",
    words: "bottom behind below stacking",
    keys: "Alt+Shift+ArrowDown",
    icon: "M2.5 6H10V13.5H2.5ZM6 4V2.5H13.5V10H12M6.3 7.8V11.3M4.6 9.8L6.3 11.5L8 9.8",
    ...step("back"),
  },
  in_front_of: {
    label: "Place in front of…",
    words: "above stacking next item clicked",
    hint: "Then click the item to place it in front of",
    lacks: anItem,
    run: (c) => c.tools.layNext("front"),
  },
  behind: {
    label: "Place behind…",
    words: "below stacking next item clicked",
    hint: "Then click the item to place it behind",
    lacks: anItem,
    run: (c) => c.tools.layNext("behind"),
  },
});
