// Short names for what the API's schema defines.
import type { components } from "./schema";

type Schemas = components["schemas"];

export type Point = [number, number];
export type AnchorRef = [item: string, contour: number, index: number];
export type Command = Schemas["CommandIn"]["command"];
export type Answer = Schemas["Answer"];
export type Board = Schemas["Board"];
export type Card = Schemas["Card"];
export type Drawable = Schemas["Drawable"];
export type Picture = Schemas["Picture"];
export type Selection = Schemas["Selection"];
export type AnchorMark = Schemas["AnchorMark"];
export type PegMark = Schemas["PegMark"];
export type Frame = Schemas["Box"];
export type Guide = Required<Schemas["Guide"]>;
export type Grid = Required<Schemas["Grid"]>;
export type Underlay = Required<Schemas["Underlay"]>;
export type Sheet = Required<Omit<Schemas["Sheet"], "guides" | "grid" | "underlays">> & {
  guides: Guide[];
  grid: Grid;
  underlays: Underlay[];
};
export type Style = Schemas["Style"];
export type Since = Schemas["Since"];
export type StepName = Schemas["StepName"];
export type Delta = Answer["delta"];
export type DeskDrawing = Schemas["DeskDrawing"];
export type History = Schemas["History"];
export type Me = Schemas["Me"];
export type Vocabulary = Schemas["Vocabulary"];
export type ShapeFacts = Schemas["ShapeFacts"];
export type ShelfEntry = Required<Schemas["Entry"]>;
export type CornerStyle = NonNullable<AnchorMark["corner"]>["style"];
export type DialFacts = Schemas["DialFacts"];
export type SizeFacts = Schemas["SizeFacts"];
export type UnitFacts = Schemas["UnitFacts"];
export type Aim = Schemas["Aim"];
export type Cue = Schemas["Cue"];
export type CueKind = Cue["kind"];
export type Meeting = Schemas["Meeting"];
export type AnchorKind = AnchorMark["kind"];
export type Grip = Schemas["ResizeItems"]["grip"];
