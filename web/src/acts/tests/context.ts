// A context for tests of acts: plain values for what acts read, and a log of what they did.
import { vi } from "vitest";
import type { Command } from "../../api/types";
import type { ActContext } from "../context";

export interface TestContext {
  c: ActContext;
  /** What was done, in words. */
  log: string[];
  commits: [Command, boolean | undefined][];
  /** What can be set before an act is done. */
  board: {
    selected: string[];
    anchors: unknown[];
    dials: { shape: string; dial: string; value: number | null }[];
    frame: { corners: [number, number][] } | null;
    inGroup: boolean;
    tool: string;
    references: { id: string; hidden: boolean }[];
  };
}

export function testContext(): TestContext {
  const log: string[] = [];
  const commits: [Command, boolean | undefined][] = [];
  const board: TestContext["board"] = {
    selected: ["a"],
    anchors: [],
    dials: [],
    frame: null,
    inGroup: false,
    tool: "select",
    references: [],
  };
  const note =
    (what: string, answer?: unknown) =>
    (...given: unknown[]) => {
      log.push([what, ...given].join(" "));
      return answer;
    };
  const made = {
    notices: { tell: note("tell") },
    edits: {
      commit: (command: Command, merge?: boolean) => commits.push([command, merge]),
      repeat: note("again"),
    },
    selection: {
      get selected() {
        return board.selected;
      },
      get marks() {
        return { dials: board.dials, frame: board.frame, paths: [] };
      },
      savedMarks: { style: null },
      selectedItems: [],
      anchors: [] as unknown[],
      allAnchors: () => [],
      select: note("select"),
    },
    anchors: {
      get refs() {
        return board.anchors;
      },
      marks: [],
      segments: [],
      stretch: [],
      contours: [],
      one: undefined,
      contourOf: () => undefined,
    },
    history: { undo: { name: "Move" }, redo: { name: "Move" }, go: note("go") },
    container: {
      get inGroup() {
        return board.inGroup;
      },
      pickable: () => ["a", "b"],
      leave: () => "g",
    },
    doc: {
      tree: { holds: () => false, drawnIn: () => [] },
      drawable: () => undefined,
      get sheet() {
        return { references: board.references, guides: [], width: 100, height: 50 };
      },
    },
    tools: {
      get name() {
        return board.tool;
      },
      get active() {
        return board.tool;
      },
      get drawing() {
        return board.tool === "pen";
      },
      gallery: false,
      use: note("use"),
      layNext: note("lay"),
      touch: () => undefined,
      tool: { key: () => false },
    },
    view: {
      size: [800, 600],
      fitSheet: note("fit sheet"),
      zoomTo: note("zoom"),
      zoomAt: note("zoom at"),
      fit: note("fit"),
    },
    display: { comb: false, sizes: false, help: false, finder: false, next: note("next view") },
    crosshair: { key: () => false, anyMark: () => true, stepMark: note("mark"), ask: note("type") },
    comparing: { possible: true, next: note("compare") },
    selecting: { invert: note("invert"), same: note("same") },
    exporting: { again: note("export again"), begin: note("export") },
    drafting: {
      draft: null as object | null,
      begin: note("draft"),
      change: note("change"),
      make: note("make"),
      cancel: note("leave draft"),
    },
    mirroring: { draft: null as object | null, choose: note("mirror") },
    troubleSpots: { go: note("trouble"), mend: vi.fn(() => false) },
    arranging: { about: "middle", grow: false },
    combining: { assemble: (operation: string) => ({ kind: "assemble", operation }) },
    leaf: { current: "Form" },
    simplifying: { items: [] },
    text: { words: [] },
    catalogue: {
      shape: () => undefined,
      facts: { shapes: [] },
      dial: (_: string, name: string) =>
        name === "sides"
          ? { name, label: "Sides", unit: "count", least: 3, most: 100 }
          : { name, label: "Radius", unit: "length" },
    },
    snapping: { off: new Set() },
    shelf: { entries: [] },
    clipboard: { pasteAsked: note("paste") },
    importing: { ask: note("import") },
    offsetting: { paths: false },
  };
  return { c: made as unknown as ActContext, log, commits, board };
}
