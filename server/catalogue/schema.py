"""Forms of what the registries of the core hold."""

from buildup.drawing.paint import Blend, Style
from buildup.forms.troubles import Limits
from buildup.shapes.kinds import DialUnit, Group
from ninja import Schema
from pydantic import Field


class ColourIn(Schema):
    """A colour that was typed."""

    text: str
    against: str = "#FFFFFF"
    """The colour with which it is compared."""


class ColourOnly(Schema):
    """A colour."""

    colour: str


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


class LimitFacts(Schema):
    """The bounds of what may be asked for, and what is proposed, where no dial says it."""

    blend_steps: int
    offset_steps: int
    added_anchors: int
    gap: float
    """Sheet units, up to which a gap between ends counts as closed."""
    gap_at_first: float
    font_size: tuple[float, float]
    """Sheet units."""
    stroke_width: float
    """Sheet units."""
    clip_characters: int
    traced_points: int
    troubles: Limits
    """From where on a place is a trouble spot, at first."""


class Vocabulary(Schema):
    """What the front end shows of the core's registries."""

    sizes: list[SizeFacts]
    style: Style
    """How new items are painted that say nothing else."""
    blends: list[Blend]
    """How items can be mixed with what lies below."""
    units: list[UnitFacts]
    shapes: list[ShapeFacts]
    limits: LimitFacts
