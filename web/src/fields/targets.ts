// The numbers of the drawing that a field is, by their path in what is selected.
import type { Target } from "../api/types";
import { useSelection } from "../stores/board/selection";

export function useTargets() {
  const selection = useSelection();
  return (...paths: string[]): Target[] => targetsOf(selection.selected, ...paths);
}

export const targetsOf = (items: readonly string[], ...paths: string[]): Target[] =>
  items.flatMap((item) => paths.map((path): Target => [item, path]));

/** A number of the sheet. */
export const ofSheet = (path: string): Target[] => [["", path]];
