"""The kinds of cues, in their order of precedence: an earlier one wins over a later one."""

from dataclasses import dataclass
from typing import Literal, get_args

from buildup.drawing.checks import check_numbers
from buildup.messages import refusal

CueKind = Literal[
    "anchor",
    "handle",
    "crossing",
    "extreme",
    "middle",
    "centre",
    "frame",
    "seam",
    "guide",
    "tangent",
    "straight",
    "sheet",
    "spacing",
    "grid",
]
KINDS: tuple[CueKind, ...] = get_args(CueKind)
RANK = {kind: rank for rank, kind in enumerate(KINDS)}

LEAST_SCALE, MOST_SCALE = 1e-3, 1e4
"""Screen pixels in a sheet unit: the range in which a drawing can be looked at, and more."""
MOST_PROBES = 64
"""Places of what is dragged that are asked about at once."""
REACH = 8.0
"""Screen pixels within which something is met."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Cue:
    """What was met, and the line or mark that says so."""

    kind: CueKind
    at: tuple[float, float]
    """Where."""
    start: tuple[float, float] | None = None
    """Where the line that is shown begins; None: only a mark at the place."""
    distance: float | None = None
    """Sheet units, along that line."""
    angle: float | None = None
    """Degrees of that line, where the angle is what was met."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SnapResult:
    """How far what is dragged moves to meet something, and the cues to show."""

    shift: tuple[float, float] = (0.0, 0.0)
    cues: tuple[Cue, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Aim:
    """What is asked while something is drawn or dragged."""

    probes: tuple[tuple[float, float], ...]
    """Places of what is dragged, as the pointer has them; the best meeting of any counts."""
    scale: float
    """Screen pixels in a sheet unit."""
    start: tuple[float, float] | None = None
    """Where the segment or the drag began."""
    after: tuple[str, int, int] | None = None
    """The anchor whose outgoing tangent is continued."""
    items: tuple[str, ...] = ()
    """Items that are dragged, which meet nothing of their own."""
    anchors: tuple[tuple[str, int, int], ...] = ()
    """Anchors that are dragged, likewise."""
    frame: tuple[str, ...] = ()
    """Items around which a frame stands whose corners, sides and middle are met."""
    place: str | None = None
    """The container that is drawn in, whose seams are met besides those around what is dragged."""
    by: tuple[float, float] | None = None
    """How far the items are moved: then the corners and the middle of the box around them are
    places, too, and its gaps to others are made equal. None: no spacing."""
    image: tuple[float, float, float, float, float, float] | None = None
    """The image under the hand, as SVG's `matrix()` has it: all places above are told as they are
    in the original, and meet what lies where the image has them. None: the original."""
    kinds: tuple[CueKind, ...] = KINDS
    """The kinds that are switched on."""

    def __post_init__(self) -> None:
        if not LEAST_SCALE <= self.scale <= MOST_SCALE:
            raise refusal("bad_scale")
        if len(self.probes) > MOST_PROBES:
            raise refusal("too_many.snapping")
        for numbers in (*self.probes, self.start or (), self.by or (), self.image or ()):
            check_numbers(*numbers)
