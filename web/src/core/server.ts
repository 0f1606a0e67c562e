// The core on the server.
import { post } from "../api/client";
import type { Aimed, AnchorMark, AnchorRef, Selection } from "../api/types";
import type { Core } from "./door";

export const serverCore = (drawing: () => number): Core => ({
  aim: (aim, command, looked, keeps) =>
    post<Aimed>(`/drawings/${drawing()}/aim`, { aim, command, ...looked, keeps }),
  select: (looked) => post<Selection>(`/drawings/${drawing()}/selection`, looked),
  anchor: (item, at, reach) =>
    post<AnchorMark | null>(`/drawings/${drawing()}/anchor`, { item, at, reach }),
  anchors: (start, end) => post<AnchorRef[]>(`/drawings/${drawing()}/anchors`, { start, end }),
  within: (start, end, place) =>
    post<string[]>(`/drawings/${drawing()}/within`, { start, end, place }),
  near: (item, at) => post<[AnchorRef, AnchorRef]>(`/drawings/${drawing()}/near`, { item, at }),
  read: async (text, unit, present) =>
    (await post<{ value: number }>("/read", { text, unit, present })).value,
});
