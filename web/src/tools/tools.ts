// Which tool is in the hand, and what it may do to the drawing.
import { defineDrawingStore } from "../stores/perdrawing";
import { computed, ref, shallowRef, watch } from "vue";
import type { Point, Style } from "../api/types";
import { AnchorsTool } from "./editing/anchors";
import { bubbleFor } from "./bubble";
import { FreehandTool } from "./drawing/freehand";
import { BrushTool } from "./editing/brush";
import { CutTool } from "./editing/cut";
import { CornersTool } from "./editing/corners";
import { EraserTool } from "./editing/eraser";
import { GuideTool } from "./sheet/guide";
import { PlaceTool } from "./drawing/placetool";
import { LineTool } from "./drawing/line";
import { ROWS } from "./list";
import { PenTool } from "./drawing/pen";
import { SampleTool } from "./editing/sample";
import { SelectTool } from "./editing/select";
import { ShapeTool } from "./drawing/shape";
import { SweepTool } from "./editing/sweep";
import { SymmetryTool } from "./editing/symmetry";
import type { ToolContext, Hit, Tool } from "./tool";
import { ReferenceTool } from "./sheet/reference";
import { TextTool } from "./drawing/texttool";
import { useArranging } from "../stores/editing/arranging";
import { useDocument } from "../stores/board/document";
import { openDrawing } from "../stores/board/opendrawing";
import { useEdits } from "../stores/board/edits";
import { usePreview } from "../stores/board/preview";
import { useSelection } from "../stores/board/selection";
import { useBrushing } from "../stores/editing/brushing";
import { useDrafting } from "../stores/editing/drafting";
import { useSnapping } from "../stores/display/snapping";
import { usePlacement } from "../stores/library/placement";
import { useText } from "../stores/editing/text";
import { useMatching } from "../stores/measuring/matching";
import { useMirroring } from "../stores/editing/mirroring";
import { useSampling } from "../stores/painting/sampling";
import { useNewItems } from "../stores/painting/newitems";
import { remember, remembered } from "../lib/settings";
import { useView } from "../stores/display/view";
import { useSweeping } from "../stores/editing/sweeping";
import { useCatalogue } from "../stores/display/catalogue";

/** The tools that draw freely; with Ctrl held they lend their place to the Anchors tool. */
const DRAWING = new Set(["pen", "flow", "freehand"]);
/** Pixels: how near a press is to an anchor that it takes hold of. */
const REACH = 8;

export const useTools = defineDrawingStore("tools", () => {
  const doc = useDocument();
  const edits = useEdits();
  const preview = usePreview();
  const selectionStore = useSelection();
  const open = openDrawing();
  const view = useView();
  const catalogue = useCatalogue();
  const newItems = useNewItems();
  const arranging = useArranging();
  const drafting = useDrafting();
  const snapping = useSnapping();
  const sampling = useSampling();
  const sweeping = useSweeping();
  const brushing = useBrushing();
  const matching = useMatching();
  const mirroring = useMirroring();
  const keeping = usePlacement();
  const lettering = useText();
  const name = ref("select");
  const box = shallowRef<[Point, Point] | null>(null);
  const hit = shallowRef<Hit | null>(null);
  const dragged = shallowRef<Hit | null>(null);
  /** Whether a button is down on the canvas. */
  const pressing = ref(false);
  const pointer = shallowRef<Point | null>(null);
  const tick = ref(0);
  const alt = ref(false);
  /** Ctrl is held with a drawing tool in the hand: the Anchors tool for as long. */
  const borrowed = ref(false);
  /** The raw stroke of the hand, on the sheet. */
  const ink = shallowRef<Point[] | null>(null);
  /** How far a freehand outline may stay from the hand, in screen pixels. */
  const handTolerance = ref(Number(remembered("hand-tolerance") ?? 2) || 2);
  watch(handTolerance, (now) => remember("hand-tolerance", String(now)));

  const bench: ToolContext = {
    preview: (command, selection) => {
      if (command) preview.show(command, selection);
    },
    endPreview: () => preview.end(),
    commit: (command, merge) => edits.commit(command, merge),
    aim: (aiming, command, selection, met) => preview.aim(aiming, command, selection, met),
    commitAimed: (aiming, command) => edits.commitAimed(aiming, command),
    arrange: () => ({
      about: arranging.about,
      grow: arranging.grow,
      felt: !snapping.letGo,
      items: selectionStore.selected,
    }),
    setPivot: (at) => {
      arranging.pivot = at;
      if (!at) arranging.letGo();
    },
    dragCopies: (peg, to, held) => drafting.drag(peg, to, held),
  };
  const showBox = (corners: [Point, Point] | null): void => {
    box.value = corners;
  };
  const showInk = (points: Point[] | null): void => {
    ink.value = points && [...points];
  };
  const nudgeStep = (): number => Math.max(1 / view.scale, 0.1);
  const startStyle = (): { style?: Style } =>
    newItems.remembered.style ? { style: newItems.remembered.style } : {};
  const typeWords = (): void => {
    lettering.askForFocus();
  };
  /** A double click goes into what is clicked: words are typed, outlines edited by their anchors. */
  const goInto = (): void => {
    if (lettering.words.length > 0) typeWords();
    else use("anchors");
  };
  const select = new SelectTool(open, bench, nudgeStep, showBox, goInto);
  const made: Record<string, Tool> = {
    select,
    anchors: new AnchorsTool(open, bench, nudgeStep, () => REACH / view.scale, showBox),
    pen: new PenTool(open, bench, startStyle),
    flow: new PenTool(open, bench, startStyle, true),
    freehand: new FreehandTool(open, bench, {
      tolerance: () => handTolerance.value / view.scale,
      reach: () => (snapping.kinds.includes("seam") ? REACH / view.scale : 0),
      toScreen: view.toScreen,
      style: startStyle,
      ink: showInk,
    }),
    corners: new CornersTool(open, bench, () => REACH / view.scale),
    cut: new CutTool(open, bench, {
      tolerance: () => handTolerance.value / view.scale,
      ink: showInk,
    }),
    sample: new SampleTool({
      look: (screen, under) => sampling.look(screen, under),
      give: (screen, under, what) => void sampling.give(screen, under, what),
      words: () => sampling.words,
      gives: () => selectionStore.selected.length > 0,
      leave: () => sampling.leave(),
    }),
    sweep: new SweepTool(bench, {
      enter: () => sweeping.enter(),
      leave: () => sweeping.leave(),
      light: (place) => sweeping.light(place),
      across: (places) => sweeping.across(places),
      pixels: (count) => count / view.scale,
      removes: (on) => {
        sweeping.removing = on;
      },
      drop: () => sweeping.drop(),
      sweep: (make) =>
        void edits.expect(
          sweeping.swept().then((command) => {
            if (command) make(command);
          }),
        ),
      count: () => sweeping.marks?.regions.length ?? 0,
    }),
    brush: new BrushTool(open, bench, {
      reach: () => brushing.reach,
      widen: (times) => brushing.setPixels(brushing.pixels * times),
      effect: () => brushing.effect,
      amount: () => brushing.amount / 100,
    }),
    symmetry: new SymmetryTool(open, bench, {
      enter: () => mirroring.enter(),
      leave: () => mirroring.leave(),
      drafts: () => mirroring.draft !== null,
      layAt: (at) => mirroring.layAt(at),
    }),
    guide: new GuideTool(open, bench),
    reference: new ReferenceTool(open, bench, (reference, at, besides) =>
      matching.find(reference, at, besides),
    ),
  };
  /** The panel for exact values: at which place, for which kind, and whether that is asked as well. */
  const exact = shallowRef<{ at: Point; screen: Point; shape: string; asks?: boolean } | null>(
    null,
  );
  const gallery = ref(false);
  made["placement"] = new PlaceTool(open, bench, {
    source: () => keeping.hand,
    linked: () => keeping.linked,
    size: () => {
      const [width, height] = keeping.size;
      return { width, ...(keeping.own ? {} : { height }) };
    },
  });
  made["text"] = new TextTool(open, bench, {
    write: (at, line) => void lettering.write(at, line),
    type: typeWords,
  });
  made["eraser"] = new EraserTool(open, bench, () => active.value === "anchors");
  made["line"] = new LineTool(open, bench, { style: startStyle });

  /** A tool by its name; that of a kind of shape is made when it is first taken up. */
  function toolOf(wanted: string): Tool {
    made[wanted] ??= new ShapeTool(open, bench, wanted, catalogue.shapeLabel(wanted), {
      dials: (kind) => ({ dials: newItems.dialsOf(kind) }),
      style: startStyle,
      exact: (at, screen) => {
        exact.value = at && { at, screen, shape: wanted };
      },
    });
    return made[wanted];
  }

  const holding = ref("select");
  /** The tool of the drag under way. */
  const held = computed<Tool>(() => toolOf(holding.value));
  /** The tool that acts now. */
  const active = computed(() => (borrowed.value && drawing.value ? "anchors" : name.value));
  const drawing = computed(() => DRAWING.has(name.value));
  /** Whether the tool makes new items. */
  const draws = computed(
    () => drawing.value || name.value === "line" || catalogue.shape(name.value) !== undefined,
  );
  const label = computed(
    () =>
      (name.value === "placement" ? keeping.hand?.name : null) ??
      ROWS.find((r) => r.name === name.value)?.label ??
      catalogue.shapeLabel(name.value),
  );
  const tool = computed<Tool>(() => toolOf(active.value));
  watch(tool, (now) => selectionStore.setMarks(now.marks ?? "frame"), { immediate: true });
  /** The status bar's words; `touch` after each event lets tools with inner state speak anew. */
  const about = computed(
    () => (tick.value, tool.value.about(dragged.value ?? hit.value, alt.value)),
  );
  const word = computed(() => (tick.value, tool.value.word?.(hit.value, alt.value) ?? null));
  const bubble = computed(() => {
    const unit = catalogue.unit(doc.sheet.unit);
    if (held.value.bubble) return (tick.value, pressing.value ? held.value.bubble(unit) : null);
    return bubbleFor(dragged.value, open, unit, active.value === "corners", arranging.pivot);
  });

  /** The tool that a press on something goes to; a ruler always gives a guide. */
  function pressed(under: Hit | null): Tool {
    holding.value = under?.what === "ruler" ? "guide" : active.value;
    return held.value;
  }

  /** The tool that a press of a pen's eraser goes to; Sweep removes regions by itself. */
  function erasing(): Tool {
    holding.value = active.value === "sweep" ? "sweep" : "eraser";
    return held.value;
  }

  function use(next: string): void {
    if (next === name.value) return;
    borrow(false);
    tool.value.leave?.();
    doc.aid = null;
    exact.value = null;
    name.value = next;
    tool.value.enter?.();
  }

  /** Ask for a shape by numbers, in the middle of what is in sight. */
  function insert(): void {
    const screen: Point = [view.size[0] / 2, view.size[1] / 2];
    const shape = catalogue.shape(name.value) ? name.value : "rectangle";
    const { size } = catalogue.unit(doc.sheet.unit);
    const at = view.toSheet(screen).map((v) => Math.round(v / size) * size) as Point;
    exact.value = { at, screen, shape, asks: true };
  }

  function borrow(on: boolean): void {
    if (on === borrowed.value || dragged.value) return;
    if (on && drawing.value) preview.end();
    if (!on && active.value !== name.value) selectionStore.anchors = [];
    borrowed.value = on;
    touch();
  }

  /** The item that is clicked next is the one in front of which, or behind which, these come. */
  function layNext(side: "front" | "behind"): void {
    use("select");
    select.layNext(side);
    touch();
  }

  const touch = (): void => {
    tick.value += 1;
  };

  return {
    name,
    tool,
    box,
    hit,
    dragged,
    pressing,
    exact,
    gallery,
    pointer,
    about,
    bubble,
    word,
    alt,
    active,
    drawing,
    draws,
    label,
    borrow,
    ink,
    handTolerance,
    held,
    pressed,
    erasing,
    use,
    insert,
    layNext,
    touch,
  };
});
