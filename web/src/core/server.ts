// The core on the server.
import { post } from "../api/client";
import type { AnchorRef, Meeting, Picture, Selection } from "../api/types";
import type { Core } from "./door";

export const serverCore = (drawing: () => number): Core => ({
  preview: (command, selection) =>
    post<Picture>(`/drawings/${drawing()}/preview`, { command, selection }),
  select: (selection) => post<Selection>(`/drawings/${drawing()}/selection`, { selection }),
  within: (start, end, place) =>
    post<string[]>(`/drawings/${drawing()}/within`, { start, end, place }),
  near: (item, at) => post<[AnchorRef, AnchorRef]>(`/drawings/${drawing()}/near`, { item, at }),
  meet: (aim) => post<Meeting>(`/drawings/${drawing()}/meet`, { aim }),
  read: async (text, unit, present) =>
    (await post<{ value: number }>("/read", { text, unit, present })).value,
});
