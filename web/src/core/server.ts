// The core on the server.
import { post } from "../api/client";
import type { Picture, Selection } from "../api/types";
import type { Core } from "./door";

export const serverCore: Core = {
  preview: (drawing, command, selection) =>
    post<Picture>(`/drawings/${drawing}/preview`, { command, selection }),
  select: (drawing, selection) => post<Selection>(`/drawings/${drawing}/selection`, { selection }),
  within: (drawing, start, end) => post<string[]>(`/drawings/${drawing}/within`, { start, end }),
  read: async (text, unit) => (await post<{ value: number }>("/read", { text, unit })).value,
};
