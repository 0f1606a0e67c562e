// The container that new items go into and that clicks look into.
import { defineDrawingStore } from "../perdrawing";
import { useDrawingParts } from "./drawingparts";

export const useActiveContainer = defineDrawingStore("active-container", () => {
  const { container } = useDrawingParts().parts;
  return {
    /** Its id. */
    active: container.here,
    breadcrumb: container.path,
    layer: container.layer,
    inGroup: container.inGroup,
    enter: (id: string): void => container.enter(id),
    leave: (): string | null => container.leave(),
    leaveGroups: (): void => container.leaveAll(),
    goTo: (item: string): void => container.goTo(item),
    goInto: (item: string): void => container.goInto(item),
    pickOf: (item: string): string => container.pickOf(item),
    pickable: (): string[] => container.pickable(),
    anyPickable: (): boolean => container.anyPickable(),
  };
});
