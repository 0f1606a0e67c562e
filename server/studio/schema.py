"""The forms of requests and answers; what comes from the core is taken from its dataclasses."""

from collections.abc import Callable
from datetime import datetime
from functools import cached_property, reduce
from operator import or_
from typing import Annotated, Any, Literal

from buildup.cues.cuekinds import Aim
from buildup.drawing.paint import Blend, Style
from buildup.drawing.sheet import Sheet, Silhouette
from buildup.edits.apply import COMMANDS, read_command
from buildup.edits.command import Command
from buildup.formats.palettes import PaletteKind
from buildup.forms.symmetry.axes import Axis
from buildup.forms.troubles import Limits
from buildup.host import PegDrag, Repaint
from buildup.shapes.kinds import DialUnit, Group
from buildup.view.finding import Likeness
from buildup.view.selection import FrameBox, Shows
from common.messages import Code
from ninja import Schema
from pydantic import Field, GetCoreSchemaHandler, GetJsonSchemaHandler, RootModel, create_model
from pydantic_core import core_schema


class ReadByCore:
    """Values of several kinds that the core's own reader reads; the schema lists them all.

    Nothing but the schema needs the list, and to go through hundreds of dataclasses takes seconds:
    it is made once, when the schema is asked for.
    """

    def __init__(self, reader: Callable[[object], Any], *, name: str, kinds: Any) -> None:
        self._reader = reader
        self._name = name
        self._kinds = kinds

    @cached_property
    def _listed(self) -> type[RootModel[Any]]:
        kinds = (self._kinds, Field(discriminator="kind"))
        return create_model(self._name, __base__=RootModel, root=kinds)

    def __get_pydantic_core_schema__(
        self, source: Any, handler: GetCoreSchemaHandler
    ) -> core_schema.CoreSchema:
        return core_schema.no_info_plain_validator_function(self._reader)

    def __get_pydantic_json_schema__(
        self, schema: core_schema.CoreSchema, handler: GetJsonSchemaHandler
    ) -> dict[str, Any]:
        return handler(self._listed.__pydantic_core_schema__)


AnyCommand = Annotated[
    Command, ReadByCore(read_command, name="AnyCommand", kinds=reduce(or_, COMMANDS))
]
CommandId = Annotated[str, Field(pattern=r"^[A-Za-z0-9_-]{8,40}$")]


class Problem(Schema):
    """Problem details (RFC 9457)."""

    type: str = "about:blank"
    title: str
    """The status in words."""
    status: int
    detail: str
    """What happened, what is safe and what to do, for the designer."""
    code: Code
    """Why, for programs."""
    place: str = ""
    """The id of the item or the name of the field it is about."""
    final: bool = False
    """The same request would be refused again, for a reason of the job."""
    request: str
    """The request's number, by which it is found in the server's log."""


class Me(Schema):
    """Who is signed in, if anybody, and whether the demo's door is open."""

    id: int | None
    name: str | None
    sign_in: str
    """The name by which whoever is signed in signs in; empty for nobody."""
    demo: bool
    by_demo: bool
    """Whoever is signed in is the one whom that door lets in."""


class SignIn(Schema):
    """Name and password."""

    name: str
    password: str


class NewSheet(Schema):
    """The size of a new sheet, in sheet units."""

    width: float
    height: float
    unit: str
    colour: str | None = "#FFFFFF"


class SheetIn(Schema):
    """A new drawing."""

    name: str
    sheet: NewSheet


class NameIn(Schema):
    """A new name."""

    name: str


class Card(Schema):
    """A drawing on the home page."""

    id: int
    name: str
    sheet: Sheet
    version: int
    tip: str
    """What tells that version from another one of the same number."""
    changed: datetime
    deleted: datetime | None
    """When it was put into the bin."""


class CardPage(Schema):
    """Some drawings, and whether there are more after the last of them."""

    cards: list[Card]
    more: bool


class TakenInDrawings(Schema):
    """The drawings that were made of a file, one of each page."""

    cards: list[Card]
    said: str
    """How many there are, and what was left out; empty for nothing."""


class StepName(Schema):
    """A step of the history."""

    number: int
    name: str
    edit: str
    """The id of the edit that made it."""


class ListedStep(StepName):
    """A step as the history lists it."""

    drew: str | None
    """The outline that it drew on at; such steps of one outline can be shown as one."""


class DeltaForm(Schema):
    """What changed, as the core stores it; for hosts of the core that keep the drawing."""

    form: int
    put: list[dict[str, Any]]
    patches: list[dict[str, Any]]
    moves: list[tuple[str, str, str | None]]
    removed: list[str]
    sheet: dict[str, Any] | None


class DeskDrawing(Schema):
    """A drawing for a host of the core.

    Of each item its id, its container and its JSON text; those of a container back to front.
    """

    version: int
    tip: str
    """What tells that version from another one of the same number."""
    sheet: dict[str, Any]
    items: list[tuple[str, str, str]]
    undo: StepName | None
    redo: StepName | None


class Answer(Schema):
    """A change that was kept, and what it changed since the version the client knew."""

    version: int
    tip: str
    """What tells that version from another one of the same number."""
    since: int
    """The version that the changes start from."""
    delta: DeltaForm
    repaint: Repaint
    undo: StepName | None
    redo: StepName | None
    kept: datetime


class Board(Schema):
    """A whole drawing, opened."""

    id: int
    name: str
    version: int
    tip: str
    """What tells that version from another one of the same number."""
    repaint: Repaint
    places: list[tuple[str, str]]
    """Each item with its container; those of a container back to front."""
    undo: StepName | None
    redo: StepName | None
    kept: datetime


class Since(Schema):
    """What changed since a version; nothing when nothing did."""

    answer: Answer | None


class Work(Schema):
    """How far an edit is that takes long."""

    part: float | None
    """From 0 to 1; None where nothing is known of it."""


class StaleAnswer(Problem):
    """The drawing has moved on: what changed since."""

    answer: Answer


class Following(Schema):
    """The edit just before that one may go on with."""

    edit: CommandId
    pause: float = Field(ge=0)
    """Seconds between the two."""


class CommandIn(Schema):
    """An edit. The id is made by the client; sending it twice applies it once."""

    id: CommandId
    version: int | None = Field(None, ge=0)
    """The version the client knows; none where it only sends and shows nothing."""
    tip: str | None = Field(None, max_length=40)
    """What came with that version."""
    command: AnyCommand
    selection: list[str] = []
    shows: Shows = Shows()
    """What the tool in the hand shows of the selection."""
    follows: Following | None = None
    """Makes one step with that edit, where the core says that the two are one."""


class GoIn(Schema):
    """A step along the history."""

    id: CommandId
    version: int | None = Field(None, ge=0)
    tip: str | None = Field(None, max_length=40)
    """What came with that version."""
    to: Literal["undo", "redo"] | Annotated[int, Field(ge=0, le=2**31 - 1)]
    edit: CommandId | None = None
    """The edit that undo is to take back or redo to bring back; none for whichever is next."""
    selection: list[str] = []
    shows: Shows = Shows()


class AimIn(Schema):
    """What is drawn or dragged, what it may meet, and the edit it would be."""

    aim: Aim | None = None
    """None: nothing is met."""
    command: AnyCommand | None = None
    """As it would be if nothing were met; none to know what is met only."""
    selection: list[str] = []
    shows: Shows = Shows()
    keeps: bool = False
    """To keep the edit then: answers with the command instead of the repaint."""


class SelectionIn(Schema):
    """What is selected, and what the tool in the hand shows of it."""

    selection: list[str]
    shows: Shows = Shows()


AnchorPlace = tuple[str, int, int]
"""An anchor: the id of its item, the index of its contour, its index in the contour."""


class PlaceIn(Schema):
    """A place on an outline or beside it."""

    item: str
    at: tuple[float, float]


class ReachIn(PlaceIn):
    """The same, and how far from it is looked."""

    reach: float = Field(ge=0, le=1e6)


class BoxIn(Schema):
    """A dragged box, by two opposite corners."""

    start: tuple[float, float]
    end: tuple[float, float]


class AreaIn(BoxIn):
    """The same, and where one works."""

    place: str | None = None
    """The container one works in; none to find what is drawn, also inside groups."""
    whole: bool = False
    """Only what the box holds whole."""


class PileIn(Schema):
    """A place, and how far from it an edge is met."""

    at: tuple[float, float]
    reach: float = Field(ge=0, le=1e6)


class ItemsIn(Schema):
    """Some items."""

    items: list[str] = Field(max_length=20_000)


class AlikeIn(ItemsIn):
    """The same, and in what others are to be like them."""

    by: Likeness


class AgainIn(Schema):
    """A transform, and the frame in which the items stood before it."""

    command: AnyCommand
    frame: FrameBox


class Again(Schema):
    """A transform that can be done to any items."""

    command: dict[str, Any]


class SpreadIn(Schema):
    """Copies in a row, a ring or a grid, and the peg that is dragged."""

    command: AnyCommand
    aim: Aim | None = None
    drag: PegDrag | None = None
    selection: list[str] = []
    shows: Shows = Shows()


class BalanceIn(Schema):
    """An outline, and the line about which it is compared with its image."""

    item: str
    axis: Axis | None = None
    """None: the line about which it is nearest to symmetric."""


class RegionsIn(ItemsIn):
    """Items that make regions where they lie over each other."""

    gap: float = Field(0.0, ge=0.0, le=1000.0)
    """Sheet units up to which a gap counts as closed."""


class SilhouetteIn(Schema):
    """Places of a picture around which a form of their colour is looked for."""

    underlay: str
    places: list[tuple[float, float]] = Field(min_length=1, max_length=24)
    """On the sheet."""
    tolerance: float = Field(20.0, gt=0.0, le=200.0)
    """How far colours may be from that of a place (CIE 1976 ΔE)."""
    holes: bool = True
    """What the form surrounds stays out of it."""


class FoundForm(Schema):
    """A form in a picture, and the colour of the place that was clicked last."""

    silhouette: Silhouette
    colour: str


class MatchIn(ItemsIn):
    """Items that are compared with the form in a picture."""

    underlay: str
    command: AnyCommand | None = None
    """An edit that is being made, after which they are compared."""


class TroublesIn(ItemsIn):
    """Items whose trouble spots are looked for."""

    limits: Limits = Limits()
    """From where on a place is trouble."""


class Copied(Schema):
    """What is copied, as an SVG that holds the items as well."""

    text: str


class CopiedIn(Schema):
    """What was on the clipboard."""

    text: str


class ColourIn(Schema):
    """A colour that was typed."""

    text: str
    against: str = "#FFFFFF"
    """The colour with which it is compared."""


class ColourOnly(Schema):
    """A colour."""

    colour: str


class PaletteIn(Schema):
    """What kind of file swatches are written as."""

    kind: PaletteKind


class MainColours(Schema):
    """The colours that a picture has most of, from the commonest on."""

    colours: list[str]


class PictureFacts(Schema):
    """A picture that was taken in."""

    id: int
    width: int
    height: int


class History(Schema):
    """Some steps of the line of history, oldest first, and where the drawing stands."""

    steps: list[ListedStep]
    at: int
    earlier: bool
    """There are more before these."""
    later: bool
    """There are more after these."""


class TypedIn(Schema):
    """A typed value: `unit` for a length, none for a plain number; `present` is what % are of."""

    text: str = Field(max_length=200)
    unit: str | None = None
    present: float | None = None


class Typed(Schema):
    """What was typed, in sheet units or as a plain number."""

    value: float


class UnitFacts(Schema):
    """A unit: sheet units in one of it, and the decimals worth showing."""

    name: str
    size: float
    decimals: int


class DialFacts(Schema):
    """A dial as declared in the registry of shapes."""

    name: str
    label: str
    unit: DialUnit
    default: float
    least: float
    most: float
    step: float
    help: str
    choices: list[str]


class ShapeFacts(Schema):
    """A kind of shape."""

    name: str
    label: str
    group: Group
    words: str
    """Other words by which it is found."""
    picture: str
    """SVG path data in a square of 40."""
    dials: list[DialFacts]


class SizeFacts(Schema):
    """A sheet size in common use, in its own unit."""

    label: str
    width: float
    height: float
    unit: str


class Vocabulary(Schema):
    """What the front end shows of the core's registries."""

    sizes: list[SizeFacts]
    style: Style
    """How new items are painted that say nothing else."""
    blends: list[Blend]
    """How items can be mixed with what lies below."""
    units: list[UnitFacts]
    shapes: list[ShapeFacts]
