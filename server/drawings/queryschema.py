"""Forms of questions about a drawing, which change nothing."""

from typing import Any

from buildup.drawing.sheet import TracedArea
from buildup.formats.palettes import PaletteKind
from buildup.forms.matching.tracedarea import MOST_POINTS
from buildup.forms.sweepable import LARGEST_GAP
from buildup.forms.symmetry.axes import Axis
from buildup.forms.troubles import Limits
from buildup.host import FieldKind, PegDrag
from buildup.snapping.cues import Aim
from buildup.view.finding import Likeness
from buildup.view.selection import FrameBox, ViewRequest
from ninja import Schema
from pydantic import Field

from drawings.schema import AnyCommand


class AimIn(Schema):
    """What is drawn or dragged, what it may meet, and the edit it would be."""

    aim: Aim | None = None
    """None: nothing is met."""
    command: AnyCommand | None = None
    """As it would be if nothing were met; none to know what is met only."""
    selection: list[str] = []
    view: ViewRequest = ViewRequest()
    keeps: bool = False
    """To keep the edit then: answers with the command instead of the repaint."""


class SelectionIn(Schema):
    """What is selected, and what the tool in the hand shows of it."""

    selection: list[str]
    view: ViewRequest = ViewRequest()


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
    view: ViewRequest = ViewRequest()


class BalanceIn(Schema):
    """An outline, and the line about which it is compared with its image."""

    item: str
    axis: Axis | None = None
    """None: the line about which it is nearest to symmetric."""


class RegionsIn(ItemsIn):
    """Items that make regions where they lie over each other."""

    gap: float = Field(0.0, ge=0.0, le=LARGEST_GAP)
    """Sheet units up to which a gap counts as closed."""


class RegionsAtIn(RegionsIn):
    """The same, and places of the sheet."""

    places: list[tuple[float, float]] = Field(max_length=20_000)


class TracedAreaIn(Schema):
    """Places of a picture around which a form of their colour is looked for."""

    reference: str
    places: list[tuple[float, float]] = Field(min_length=1, max_length=MOST_POINTS)
    """On the sheet."""
    tolerance: float = Field(20.0, gt=0.0, le=200.0)
    """How far colours may be from that of a place (CIE 1976 ΔE)."""
    holes: bool = True
    """What the form surrounds stays out of it."""


class FoundForm(Schema):
    """A form in a picture, and the colour of the place that was clicked last."""

    traced_area: TracedArea
    colour: str


class MatchIn(ItemsIn):
    """Items that are compared with the form in a picture."""

    reference: str
    command: AnyCommand | None = None
    """An edit that is being made, after which they are compared."""


class TroublesIn(ItemsIn):
    """Items whose trouble spots are looked for."""

    limits: Limits = Limits()
    """From where on a place is trouble."""


class FormulaIn(Schema):
    """A formula that is typed into a field of which nothing stays bound."""

    text: str
    unit: str
    """In which lengths without a unit are typed."""
    field: FieldKind
    """What the field is of."""


class FormulaValue(Schema):
    """What a formula comes to, in the field's own unit; a length in sheet units."""

    value: float


class Copied(Schema):
    """What is copied, as an SVG that holds the items as well."""

    text: str


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
