// The last transform, to be done once more: what it was, and the frame in which the items stood.
import type { Command, Frame } from "../../api/types";

const TRANSFORMS = new Set<Command["kind"]>([
  "move_items",
  "move_along",
  "resize_items",
  "drag_shear",
  "drag_rotation",
  "place_items",
  "scale_items",
  "rotate_items",
  "flip_items",
  "mirror_items",
  "shear_items",
]);

export interface Last {
  command: Command;
  frame: Frame;
  /** It was done to copies. */
  copied: boolean;
}

/** What an edit leaves to be done once more; null where it is no transform. */
export function lastOf(command: Command, frame: Frame | null): Last | null {
  if (!frame) return null;
  if (command.kind === "duplicate_items" && command.by) {
    const { items, by } = command;
    return { command: { kind: "move_items", items, by }, frame, copied: true };
  }
  if (!TRANSFORMS.has(command.kind)) return null;
  return { command, frame, copied: makesCopies(command) };
}

const makesCopies = (command: Command): boolean =>
  "copies" in command && typeof command.copies === "string";
