"""The sheet of a drawing as a value: its size, its guides, its grid, the pictures to trace."""

from dataclasses import dataclass

from buildup.contours.follows import Follows
from buildup.drawing.measures import Measure, MeasureSet
from buildup.drawing.paint import Style


@dataclass(frozen=True, slots=True, kw_only=True)
class Guide:
    """A straight line to work by: through a place, at an angle in degrees (0 level, 90 upright)."""

    id: str
    x: float
    y: float
    angle: float = 0.0
    locked: bool = False
    follows: Follows = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Grid:
    """Lines at every `step` sheet units from the sheet's corner, each cell in `parts` parts."""

    step: float = 37.79527559055118
    parts: int = 5
    shown: bool = False


@dataclass(frozen=True, slots=True)
class TracedArea:
    """A form in a picture.

    Args:
        paths: closed; of each the control points, an anchor and the two handles of its segment
            over and over, in parts of the picture's width and height.
        pixel: the width of a pixel, in parts of the picture's width: nothing finer is told.

    """

    paths: tuple[tuple[tuple[float, float], ...], ...]
    pixel: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Reference:
    """A picture to trace: never picked, never sent out.

    Args:
        picture: the number under which the server keeps its bytes.
        x: the middle's place on the sheet, as `y`.
        width: its extent on the sheet, as `height`.
        angle: degrees, clockwise.
        strength: from 0 (gone) to 1 (as bright as it is).
        grey: shown without its colours.
        traced_area: a form in it that outlines are compared with.
    """

    id: str
    picture: int
    name: str
    x: float
    y: float
    width: float
    height: float
    angle: float = 0.0
    strength: float = 0.35
    grey: bool = False
    hidden: bool = False
    traced_area: TracedArea | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Swatch:
    """A colour under a name: what is painted with it changes with it.

    `spot`: it is printed with an ink of its own, which is called as it is.
    """

    id: str
    name: str
    colour: str
    spot: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class NamedColour:
    """A colour and what it is called."""

    name: str
    colour: str
    """`#RRGGBB`."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SavedStyle:
    """A style under a name; its gradients fit the box of any form."""

    id: str
    name: str
    style: Style


@dataclass(frozen=True, slots=True)
class Sheet:
    """The area that is sent out, and what helps to draw on it.

    Size in sheet units, the unit it is measured in, its colour; guides, grid, references; colours
    and styles that are saved; measures, their sets, and the id of the set that is shown.

    `parametric` says that something in the drawing follows a formula, or did: what follows is
    looked for only then.
    """

    width: float = 793.7007874015748
    height: float = 1122.5196850393702
    unit: str = "mm"
    colour: str | None = "#FFFFFF"
    guides: tuple[Guide, ...] = ()
    guides_hidden: bool = False
    grid: Grid = Grid()
    references: tuple[Reference, ...] = ()
    swatches: tuple[Swatch, ...] = ()
    styles: tuple[SavedStyle, ...] = ()
    measures: tuple[Measure, ...] = ()
    measure_sets: tuple[MeasureSet, ...] = ()
    measure_set: str | None = None
    parametric: bool = False
    follows: Follows = ()
