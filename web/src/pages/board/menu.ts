// What the menu at the pointer offers: what can be done with what lies there, each with its key.
import type { MenuItem } from "primevue/menuitem";
import type { Command, Likeness, OrderStep } from "../../api/types";
import { useArranging } from "../../stores/editing/arranging";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { openDrawing } from "../../stores/board/opendrawing";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useSelecting } from "../../stores/editing/selecting";
import { useClipboard } from "../../tools/clipboard";
import { useTools } from "../../tools/tools";
import { useBringing } from "./keys/importing";
import {
  apartName,
  apartOf,
  duplicate,
  group,
  groupsOf,
  remove,
  takeApart,
} from "../../tools/itemcommands";

/** An entry: what it is called, its key (empty: none), what it does. */
const entry = (label: string, keys: string, command: () => unknown): MenuItem => ({
  label,
  keys,
  command: () => void command(),
});
const line: MenuItem = { separator: true };

export function usePointerMenu(): () => MenuItem[] {
  const arranging = useArranging();
  const open = openDrawing();
  const container = useActiveContainer();
  const editsStore = useEdits();
  const selection = useSelection();
  const selecting = useSelecting();
  const clipboard = useClipboard();
  const tools = useTools();
  const bringing = useBringing();

  const onItems = (label: string, keys: string, command: (items: string[]) => Command): MenuItem =>
    entry(label, keys, () => editsStore.commit(command(selection.selected)));

  function edits(): MenuItem[] {
    return [
      entry("Cut", "Ctrl X", () => clipboard.cut()),
      entry("Copy", "Ctrl C", () => clipboard.copy()),
      ...pastes(),
      entry("Duplicate", "Ctrl D", () => duplicate(open, editsStore.commit)),
      entry("Repeat transform", "J", () => editsStore.repeat()),
      entry("Delete", "Del", () => remove(open, editsStore.commit)),
    ];
  }

  const pastes = (): MenuItem[] => [
    entry("Paste here", "Ctrl V", () => clipboard.pasteAsked(false)),
    entry("Paste in place", "Ctrl Shift V", () => clipboard.pasteAsked(true)),
  ];

  function order(): MenuItem {
    const step = (label: string, keys: string, to: OrderStep): MenuItem =>
      onItems(label, keys, (items) => ({ kind: "step_items", items, to }));
    return {
      label: "Order",
      items: [
        step("Bring to front", "Alt Shift ↑", "front"),
        step("Bring forward", "Alt ↑", "forward"),
        step("Send backward", "Alt ↓", "backward"),
        step("Send to back", "Alt Shift ↓", "back"),
        line,
        entry("Place in front of the next item clicked", "", () => tools.layNext("front")),
        entry("Place behind the next item clicked", "", () => tools.layNext("behind")),
      ],
    };
  }

  function turns(): MenuItem {
    const { about } = arranging;
    return {
      label: "Rotate and flip",
      items: [
        onItems("Flip horizontal", "", (items) => ({
          kind: "flip_items",
          items,
          way_over: "level",
          about,
        })),
        onItems("Flip vertical", "", (items) => ({
          kind: "flip_items",
          items,
          way_over: "upright",
          about,
        })),
        onItems("Rotate 90° left", "", (items) => ({
          kind: "rotate_items",
          items,
          angle: -90,
          about,
        })),
        onItems("Rotate 90° right", "", (items) => ({
          kind: "rotate_items",
          items,
          angle: 90,
          about,
        })),
      ],
    };
  }

  function groups(): MenuItem[] {
    const items = selection.selected;
    const apart = apartOf(open);
    const found = [entry("Group", "Ctrl G", () => group(open, editsStore.commit))];
    if (apart.length > 0) {
      found.push(entry(apartName(open), "Ctrl Shift G", () => takeApart(open, editsStore.commit)));
    }
    const [one] = groupsOf(open);
    if (one && items.length === 1) {
      found.push(entry("Select contents", "double click", () => selecting.allIn(one)));
    }
    return found;
  }

  const flags = (): MenuItem[] => [
    onItems("Lock", "in Layers", (items) => ({ kind: "lock_items", items, locked: true })),
    onItems("Hide", "in Layers", (items) => ({ kind: "hide_items", items, hidden: true })),
  ];

  function alike(): MenuItem {
    const by = (label: string, likeness: Likeness): MenuItem =>
      entry(label, "", () => selecting.same(likeness));
    return {
      label: "Select same",
      items: [
        by("Fill", "fill"),
        by("Stroke", "stroke"),
        by("Stroke width", "width"),
        by("Type", "kind"),
        by("Layer", "layer"),
      ],
    };
  }

  /** What lies under the pointer, front to back. */
  function lies(): MenuItem[] {
    const all = selecting.pile;
    if (all.length === 0) return [];
    const items = all.map((one) => {
      const flag = one.locked ? "unlock" : one.hidden ? "show" : "";
      return entry(one.name, flag, () => selecting.take(one));
    });
    return [{ label: `Under the pointer`, keys: "P", items }, line];
  }

  return () => {
    if (selection.selected.length === 0) {
      return [
        ...lies(),
        ...pastes(),
        entry("Import…", "or drop a file", () => bringing.ask()),
        entry("Select all", "Ctrl A", () => selection.select(container.pickable())),
      ];
    }
    return [
      ...lies(),
      ...edits(),
      line,
      order(),
      turns(),
      ...groups(),
      ...flags(),
      line,
      alike(),
      entry("Invert selection", "Ctrl I", () => selecting.invert()),
    ];
  };
}
