// The core on the server.
import { post } from "../api/client";
import type {
  Aimed,
  AnchorMark,
  AnchorRef,
  BalanceMark,
  ColourFacts,
  Command,
  Harmony,
  Lies,
  Palette,
  Reading,
  Sample,
  Selection,
  Spread,
  SweepMarks,
  TroubleSpots,
} from "../api/types";
import type { Core } from "./door";

export const serverCore = (drawing: () => number): Core => ({
  aim: (aim, command, looked, keeps) =>
    post<Aimed>(`/drawings/${drawing()}/aim`, { aim, command, ...looked, keeps }),
  select: (looked) => post<Selection>(`/drawings/${drawing()}/selection`, looked),
  anchor: (item, at, reach) =>
    post<AnchorMark | null>(`/drawings/${drawing()}/anchor`, { item, at, reach }),
  anchors: (start, end) => post<AnchorRef[]>(`/drawings/${drawing()}/anchors`, { start, end }),
  within: (start, end, place, whole) =>
    post<string[]>(`/drawings/${drawing()}/within`, { start, end, place, whole }),
  pile: (at, reach) => post<Lies[]>(`/drawings/${drawing()}/pile`, { at, reach }),
  alike: (items, by) => post<string[]>(`/drawings/${drawing()}/alike`, { items, by }),
  again: async (command, frame) =>
    (await post<{ command: Command }>(`/drawings/${drawing()}/again`, { command, frame })).command,
  spread: (command, aim, drag, looked) =>
    post<Spread>(`/drawings/${drawing()}/spread`, { command, aim, drag, ...looked }),
  balance: (item, axis) => post<BalanceMark>(`/drawings/${drawing()}/balance`, { item, axis }),
  regions: (items, gap) => post<SweepMarks>(`/drawings/${drawing()}/regions`, { items, gap }),
  troubles: (items, limits) =>
    post<TroubleSpots>(`/drawings/${drawing()}/troubles`, { items, limits }),
  copy: async (items) =>
    (await post<{ text: string }>(`/drawings/${drawing()}/copy`, { items })).text,
  copied: (text) => post<Reading>("/copied", { text }),
  near: (item, at) => post<[AnchorRef, AnchorRef]>(`/drawings/${drawing()}/near`, { item, at }),
  colour: (text, against) => post<ColourFacts>("/colour", { text, against }),
  sample: (at, reach) => post<Sample | null>(`/drawings/${drawing()}/sample`, { at, reach }),
  harmonies: (colour) => post<Harmony[]>("/harmonies", { colour }),
  palette: (text) => post<Palette>("/palette", { text }),
  written: async (kind) =>
    (await post<{ text: string }>(`/drawings/${drawing()}/written`, { kind })).text,
  read: async (text, unit, present) =>
    (await post<{ value: number }>("/read", { text, unit, present })).value,
});
