// Short names for what the API's schema defines.
import type { components } from "./schema";

type Schemas = components["schemas"];

export type Point = [number, number];
/** An item, the container it comes to lie in, and what it lies just in front of there. */
export type Move = [item: string, container: string, behind: string | null];
export type AnchorRef = [item: string, contour: number, index: number];
export type Command = Schemas["AnyCommand"];
/** A repaint whose fields are all there: what has a default is always told. */
export type Repaint = Omit<
  Required<Schemas["Repaint"]>,
  "items" | "sheet" | "moves" | "selection" | "moved"
> & {
  items: Drawable[];
  sheet: Sheet | null;
  moves: Move[];
  selection: Selection;
  moved: Moved | null;
};
export type Answer = Omit<Schemas["Answer"], "repaint"> & { repaint: Repaint };
export type Board = Omit<Schemas["Board"], "repaint"> & { repaint: Repaint };
export type Card = Schemas["Card"];
export type CardPage = Required<Schemas["CardPage"]>;
export type Storage = Required<Schemas["Storage"]>;
export type Drawable = Required<
  Omit<
    Schemas["Drawable"],
    "splice" | "symmetry" | "assembly" | "style" | "finish" | "filter" | "link" | "words"
  >
> &
  Pick<Schemas["Drawable"], "splice"> & {
    style: Style;
    finish: Finish;
    filter: FilterMark | null;
    symmetry: SymmetryMark | null;
    assembly: AssemblyMark | null;
    link: LinkMark | null;
    words: TextMark | null;
  };
/** What words say, and how. */
export type TextMark = Required<Schemas["TextMark"]>;
export type FontFacts = Required<Schemas["FontFacts"]>;
export type FontAxis = Schemas["FontAxis"];
export type FontFeature = Schemas["FontFeature"];
export type AxisValue = Schemas["AxisValue"];
export type FeatureValue = Schemas["FeatureValue"];
export type Shaped = Schemas["Shaped"];
export type TextContent = Required<Schemas["TextContent"]>;
export type SetTextSetting = Schemas["SetTextSetting"];
/** What a linked copy follows. */
export type LinkMark = Schemas["LinkMark"];
/** How far an edit is that takes long. */
export type Work = Schemas["Work"];
export type Target = [item: string, path: string];
export type Measure = Required<Schemas["Measure"]>;
export type MeasureSet = Required<Schemas["MeasureSet"]>;
export type MeasureRow = Schemas["MeasureRow"];
export type MeasureTable = Schemas["MeasureTable"];
export type FieldKind = Schemas["FormulaIn"]["field"];
export type FormulaWord = Schemas["FormulaWord"];
export type Selection = Omit<Required<Schemas["Selection"]>, "style"> & { style: Style | null };
export type PathFacts = Schemas["PathFacts"];
/** What the tool in the hand shows of what is selected. */
export type ViewRequest = Required<Schemas["ViewRequest"]>;
export type Moved = Required<Schemas["Moved"]>;
/** A map of the plane as SVG's `matrix()` has it. */
export type Matrix = [number, number, number, number, number, number];
/** What is drafted, before anything is made of it. */
export type CopiesPreview = Omit<Required<Schemas["CopiesPreview"]>, "repaint" | "command"> & {
  repaint: Repaint;
  command: Draft;
};
export type Mirroring = Schemas["MirrorItems"] | Schemas["MakeSymmetry"];
export type Draft = Copying | Mirroring;
export type Axis = Schemas["Axis"];
export type SymmetryMark = Omit<Schemas["SymmetryMark"], "images" | "second"> & {
  images: Matrix[];
  second: Style | null;
};
export type Pattern = SymmetryMark["pattern"];
export type AssemblyMark = Omit<Schemas["AssemblyMark"], "below" | "above"> & {
  below: PaintMark[];
  above: PaintMark[];
};
/** Something that is painted beside the form of an assembly. */
export type PaintMark = Omit<Required<Schemas["PaintMark"]>, "style" | "finish" | "filter"> & {
  style: Style;
  finish: Finish;
  filter: FilterMark | null;
};
/** What is asked of the core; checked where it is asked, as the server passes over what it does not know. */
export type AimIn = Schemas["AimIn"];
export type SelectionIn = Schemas["SelectionIn"];
/** What becomes of the form of an assembly. */
export type OffsetEffect = Required<Schemas["OffsetEffect"]>;
export type BlendEffect = Required<Schemas["BlendEffect"]>;
/** What a part of an assembly does to those below it. */
export type Role = AssemblyMark["operation"];
export type Seam = NonNullable<AnchorMark["seam"]>;
/** How symmetric an outline is. */
export type BalanceMark = Schemas["BalanceMark"];
/** The regions that a sweep can take. */
export type SweepMarks = Schemas["SweepMarks"];
/** The curvature along a contour of what is selected. */
export type CurveReading = Schemas["CurveReading"];
export type Continuity = Schemas["JointMark"]["continuity"];
/** A form in a picture that outlines are compared with. */
export type TracedArea = Schemas["TracedArea"];
export type FoundForm = Schemas["FoundForm"];
export type MatchMark = Schemas["MatchMark"];
export type TroubleSpot = Omit<Schemas["TroubleSpot"], "command"> & { command: Command };
export type TroubleSpots = Omit<Required<Schemas["TroubleSpots"]>, "spots"> & {
  spots: TroubleSpot[];
};
export type TroubleLimits = Required<Schemas["Limits"]>;
export type Copying = Schemas["RowOfCopies"] | Schemas["RingOfCopies"] | Schemas["GridOfCopies"];
export type CopyPeg = Schemas["CopyPeg"];
export type PegDrag = Schemas["PegDrag"];
/** Something that lies under a place. */
export type ItemAtPoint = Schemas["ItemAtPoint"];
export type Likeness = Schemas["AlikeIn"]["by"];
/** What was on the clipboard, as it can be pasted. */
export type Reading = Schemas["Reading"];
/** A place of the frame around items, or any place of the sheet. */
export type About = NonNullable<Schemas["RotateItems"]["about"]>;
export type Spot = Exclude<About, Point>;
export type OrderStep = Schemas["StepItems"]["to"];
export type Edge = Schemas["AlignItems"]["edge"];
/** What is met by what is drawn or dragged, and what comes of it. */
export type Aimed = Required<Omit<Schemas["Aimed"], "repaint" | "command">> & {
  repaint: Repaint | null;
  command: Command | null;
};
export type AnchorMark = Schemas["AnchorMark"];
export type PegMark = Schemas["PegMark"];
export type Frame = Schemas["FrameBox"];
export type Guide = Required<Schemas["Guide"]>;
export type Grid = Required<Schemas["Grid"]>;
export type Reference = Required<Schemas["Reference"]>;
export type Sheet = Required<
  Omit<Schemas["Sheet"], "guides" | "grid" | "references" | "styles" | "measures" | "measure_sets">
> & {
  guides: Guide[];
  grid: Grid;
  references: Reference[];
  styles: SavedStyle[];
  measures: Measure[];
  measure_sets: MeasureSet[];
};
/** How something is painted, with all that has a default. */
export type Style = Omit<Required<Schemas["Style"]>, "fill" | "strokes" | "finish"> & {
  fill: Paint | null;
  strokes: Stroke[];
  finish: Finish;
};
export type Stroke = Omit<Required<Schemas["Stroke"]>, "paint"> & { paint: Paint | null };
export type Swatched = Schemas["Swatched"];
export type Colour = string | Swatched;
export type Stop = Omit<Required<Schemas["Stop"]>, "colour"> & { colour: Colour };
export type Gradient = Omit<Required<Schemas["Gradient"]>, "stops" | "place"> & {
  stops: Stop[];
  place: { across: Point; down: Point; origin: Point };
};
export type PictureFill = Omit<Required<Schemas["PictureFill"]>, "place"> & {
  place: { across: Point; down: Point; origin: Point };
};
export type Paint = Colour | Gradient | PictureFill;
export type Finish = Omit<Required<Schemas["Finish"]>, "effects"> & { effects: Effect[] };
export type Effect =
  | Required<Schemas["Blur"]>
  | Required<Schemas["Feather"]>
  | Required<Schemas["Shadow"]>
  | Required<Schemas["Glow"]>;
export type FilterMark = Schemas["FilterMark"];
export type GradientMark = Schemas["GradientMark"];
export type Swatch = Schemas["Swatch"];
export type SavedStyle = Omit<Schemas["SavedStyle"], "style"> & { style: Style };
export type Sample = Omit<Schemas["Sample"], "style"> & { style: Style };
export type Harmony = Schemas["Harmony"];
export type Palette = Schemas["Palette"];
export type NamedColour = Schemas["NamedColour"];
export type PaletteKind = Schemas["PaletteIn"]["kind"];
export type ColourFacts = Schemas["ColourFacts"];
export interface Since {
  answer: Answer | null;
}
export type StepName = Schemas["StepName"];
export type ListedStep = Schemas["ListedStep"];
export type Delta = Answer["delta"];
export type DeskDrawing = Schemas["DeskDrawing"];
export type History = Schemas["History"];
export type Me = Schemas["Me"];
export type Vocabulary = Schemas["Vocabulary"];
export type ShapeFacts = Schemas["ShapeFacts"];
export type ShelfEntry = Required<Schemas["Entry"]>;
export type ShelfPage = Required<Schemas["EntryPage"]> & { entries: ShelfEntry[] };
export type ExportSettings = Required<Schemas["ExportSettings"]>;
/** How something is sent out, all of it told. */
export type FormatSettings =
  | Required<Schemas["SvgOut"]>
  | Required<Schemas["PdfOut"]>
  | Required<Schemas["PictureOut"]>
  | Required<Schemas["DxfOut"]>
  | Required<Schemas["HpglOut"]>
  | Required<Schemas["IconsOut"]>;
/** How a drawing is cut; lengths in millimetres. */
export type CutPlan = Required<Schemas["CutPlan"]>;
export type CutTable = Omit<Schemas["CutTable"], "plan"> & { plan: CutPlan };
export type CutLook = Required<Schemas["CutLook"]>;
export type CutDone = Schemas["CutDone"];
export type Cut = Schemas["Cut"];
export type FreeForm = Schemas["FreeForm"];
/** Something that will not be cut well. */
export type Fault = Schemas["Fault"];
export type ExportKind = FormatSettings["kind"];
export type ExportPreview = Schemas["ExportPreview"];
export type AnchorCounts = Schemas["AnchorCounts"];
export type ImportedDrawings = Schemas["ImportedDrawings"];
export type ShelfClip = Schemas["ShelfClip"];
export type Variation = Schemas["Variation"];
export type ChangedEntry = Schemas["ChangedEntry"];
export type CornerStyle = NonNullable<AnchorMark["corner"]>["style"];
export type DialFacts = Schemas["DialFacts"];
export type SizeFacts = Schemas["SizeFacts"];
export type UnitFacts = Schemas["UnitFacts"];
export type Aim = Schemas["Aim"];
export type Cue = Schemas["Cue"];
export type CueKind = Cue["kind"];
export type SnapResult = Schemas["SnapResult"];
export type AnchorKind = AnchorMark["kind"];
export type Grip = Schemas["ResizeItems"]["grip"];

/** What is asked of the cues; how the drawing is looked at, and where one draws, is added. */
export type Aiming = Omit<Aim, "scale" | "kinds" | "image" | "place">;
