// The core on the server.
import { post } from "../api/client";
import type {
  AimIn,
  Aimed,
  AnchorMark,
  AnchorRef,
  BalanceMark,
  ColourFacts,
  Command,
  Harmony,
  ItemAtPoint,
  Palette,
  Reading,
  Sample,
  Selection,
  SelectionIn,
  CopiesPreview,
  SweepMarks,
  TroubleSpots,
  FormulaWord,
  MeasureTable,
} from "../api/types";
import type { Core } from "./coreapi";

export const serverCore = (drawing: () => number): Core => ({
  aim: (aim, command, query, keeps) =>
    post<Aimed>(`/drawings/${drawing()}/queries/preview`, {
      aim,
      command,
      ...query,
      keeps,
    } satisfies AimIn),
  select: (query) =>
    post<Selection>(`/drawings/${drawing()}/queries/selection`, query satisfies SelectionIn),
  anchor: (item, at, reach) =>
    post<AnchorMark | null>(`/drawings/${drawing()}/queries/nearest-anchor`, { item, at, reach }),
  anchors: (start, end) =>
    post<AnchorRef[]>(`/drawings/${drawing()}/queries/anchors-in-box`, { start, end }),
  within: (start, end, place, whole) =>
    post<string[]>(`/drawings/${drawing()}/queries/items-in-box`, { start, end, place, whole }),
  pile: (at, reach) =>
    post<ItemAtPoint[]>(`/drawings/${drawing()}/queries/items-at-point`, { at, reach }),
  alike: (items, by) =>
    post<string[]>(`/drawings/${drawing()}/queries/similar-items`, { items, by }),
  again: async (command, frame) =>
    (await post<{ command: Command }>(`/drawings/${drawing()}/queries/repeat`, { command, frame }))
      .command,
  spread: (command, aim, drag, query) =>
    post<CopiesPreview>(`/drawings/${drawing()}/queries/copies`, { command, aim, drag, ...query }),
  balance: (item, axis) =>
    post<BalanceMark>(`/drawings/${drawing()}/queries/symmetry`, { item, axis }),
  regionsAt: (items, gap, places) =>
    post<(number | null)[]>(`/drawings/${drawing()}/queries/regions-at`, { items, gap, places }),
  regions: (items, gap) =>
    post<SweepMarks>(`/drawings/${drawing()}/queries/regions`, { items, gap }),
  troubles: (items, limits) =>
    post<TroubleSpots>(`/drawings/${drawing()}/queries/trouble-spots`, { items, limits }),
  measures: () => post<MeasureTable>(`/drawings/${drawing()}/queries/measures`, {}),
  formulaWords: () => post<FormulaWord[]>(`/drawings/${drawing()}/queries/formula-words`, {}),
  formula: async (text, unit, field) =>
    (
      await post<{ value: number }>(`/drawings/${drawing()}/queries/formula-value`, {
        text,
        unit,
        field,
      })
    ).value,
  copy: async (items) =>
    (await post<{ text: string }>(`/drawings/${drawing()}/queries/clipboard`, { items })).text,
  css: async (items) =>
    (await post<{ text: string }>(`/drawings/${drawing()}/queries/css`, { items })).text,
  copied: (text) => post<Reading>("/queries/clipboard", { text }),
  near: (item, at) =>
    post<[AnchorRef, AnchorRef]>(`/drawings/${drawing()}/queries/nearest-segment`, { item, at }),
  colour: (text, against) => post<ColourFacts>("/queries/colour", { text, against }),
  sample: (at, reach) =>
    post<Sample | null>(`/drawings/${drawing()}/queries/colour-at-point`, { at, reach }),
  harmonies: (colour) => post<Harmony[]>("/queries/harmonies", { colour }),
  palette: (text) => post<Palette>("/queries/palette", { text }),
  written: async (kind) =>
    (await post<{ text: string }>(`/drawings/${drawing()}/queries/palette-file`, { kind })).text,
  read: async (text, unit, present) =>
    (await post<{ value: number }>("/queries/typed-value", { text, unit, present })).value,
});
