// An edit on its way to the server, as it is stored and sent.
import type { Command, ViewRequest } from "../api/types";

export type PendingEdit = {
  id: string;
  selection: string[];
  /** What the tool showed of it; edits of an earlier form of the program do not say. */
  view?: ViewRequest;
} & (
  | { path: "commands"; command: Command; follows: { edit: string; pause: number } | null }
  | { path: "go"; to: "undo" | "redo" | number; edit: string | null }
);
