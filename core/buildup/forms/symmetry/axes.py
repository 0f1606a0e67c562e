"""Axes: the lines about which things are mirrored, and the centres about which they are turned.

An axis may leave open where it lies; `settled` finds that out of what is to be mirrored, so that it
can be seen, dragged and typed before anything is done.
"""

import itertools
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from buildup.contours.paths import TOUCH
from buildup.drawing.itemtypes import Pattern, Symmetry
from buildup.drawing.model import Drawing
from buildup.forms.contours import contours_of, item_box
from buildup.forms.draftpegs import STEP, CopyPeg, copy_peg
from buildup.geometry.angles import cross, degrees_of, direction, dot, line_degrees, stepped
from buildup.geometry.boxes import Box
from buildup.geometry.tolerances import SMALLEST
from buildup.messages import refusal

Point = tuple[float, float]
Through = Literal["best", "ends", "middle", "sheet", "guide", "place"]
ROOM = 1.15
"""Extents of what is mirrored that its line is long, so that both grips are free of it (common
practice)."""
ROOM_ON_SHEET = 0.92
"""The same of a sheet, so that both grips are on it."""
LEAST_SPAN = 24.0
"""Sheet units that a line shows to either side at first: room for its marks."""
LEAST_COUNT, MOST_COUNT = 2, 100


@dataclass(frozen=True, slots=True, kw_only=True)
class Axis:
    """A line through a place, and how often what lies beside it is shown around that place."""

    __pydantic_config__: ClassVar[dict[str, object]] = {
        "extra": "forbid",
        "allow_inf_nan": False,
        "use_attribute_docstrings": True,
    }

    centre: Point | None = None
    """A place on the line, or the centre. None: as `through` says."""
    angle: float = 90.0
    """Degrees, of the line."""
    to: Point | None = None
    """Another place on the line, which gives its angle."""
    stepped: bool = False
    """That angle only at multiples of 15°."""
    count: int = 6
    """How many times around; a mirror does not ask."""
    span: float | None = None
    """Sheet units for which the line shows to either side; None: as far as what it mirrors."""
    through: Through = "best"
    """Where it lies without a centre: through the open ends, the middle of what it mirrors, the
    middle of the sheet, along a guide; or through the ends where there are any, else through the
    middle of the sheet. A place says that the centre is one of its own."""
    guide: str | None = None
    """The guide's id."""

    @property
    def place(self) -> complex:
        """Its centre, of a settled axis."""
        return complex(*(self.centre or (0.0, 0.0)))

    @property
    def along(self) -> complex:
        """The direction of its line."""
        return direction(self.angle)


def axis_of(symmetry: Symmetry) -> Axis:
    """The axis of a symmetry."""
    centre = (symmetry.centre.real, symmetry.centre.imag)
    return Axis(centre=centre, angle=symmetry.angle, count=symmetry.count, span=symmetry.span)


def with_axis(symmetry: Symmetry, axis: Axis) -> Symmetry:
    """A symmetry with a settled axis."""
    return replace(
        symmetry,
        centre=axis.place,
        angle=axis.angle,
        count=axis.count,
        span=axis.span or LEAST_SPAN,
    )


def settled(drawing: Drawing, items: Sequence[str], axis: Axis, pattern: Pattern) -> Axis:
    """An axis with its centre, its angle and the length of its line.

    Args:
        drawing: which drawing.
        items: what it is to mirror; none: the sheet is what it lies on.
        axis: what is known of it.
        pattern: what it is for.

    Raises:
        Refusal: `no_length`, `no_ends`, `unknown_guide`, `bad_count`.

    """
    check_count(axis.count)
    box = _ground(drawing, items)
    placed = axis if axis.centre is not None else _through(drawing, items, axis, box)
    if placed.to is not None:
        placed = replace(placed, angle=_angle_to(placed), to=None)
    angle = line_degrees(placed.angle)
    span = placed.span
    if span is None:
        far = [c - placed.place for c in box.corners]
        along = [dot(f, direction(angle)) for f in far] if pattern == "mirror" else far
        span = max(LEAST_SPAN, *(abs(a) for a in along)) * (ROOM if items else ROOM_ON_SHEET)
    return replace(placed, angle=angle, span=span)


def check_count(count: int) -> None:
    """Refuses a number of images that shows nothing, or nothing that can be told apart."""
    if not LEAST_COUNT <= count <= MOST_COUNT:
        raise refusal("bad_count.symmetry", least=LEAST_COUNT, most=MOST_COUNT)


def _angle_to(axis: Axis) -> float:
    heading = complex(*(axis.to or (0.0, 0.0))) - axis.place
    if abs(heading) < SMALLEST:
        raise refusal("no_length")
    return degrees_of(stepped(heading, step=STEP) if axis.stepped else heading)


def _ground(drawing: Drawing, items: Iterable[str]) -> Box:
    """The box around what is mirrored, or else that of the sheet."""
    boxes = [b for i in items if i in drawing.items and (b := item_box(drawing, i)) is not None]
    sheet = Box(0.0, 0.0, drawing.sheet.width, drawing.sheet.height)
    return Box.union(boxes) if boxes else sheet


def _through(drawing: Drawing, items: Sequence[str], axis: Axis, box: Box) -> Axis:
    sheet = complex(drawing.sheet.width / 2.0, drawing.sheet.height / 2.0)
    match axis.through:
        case "best":
            line = _through_ends(drawing, items, axis)
            return line or replace(axis, centre=_pair(complex(sheet.real, box.centre.imag)))
        case "ends":
            line = _through_ends(drawing, items, axis)
            if line is None:
                raise refusal("no_ends")
            return line
        case "sheet":
            return replace(axis, centre=_pair(sheet))
        case "middle" | "place":
            return replace(axis, centre=_pair(box.centre))
        case "guide":
            guide = next((g for g in drawing.sheet.guides if g.id == axis.guide), None)
            if guide is None:
                raise refusal("unknown_guide.axis")
            along = direction(guide.angle)
            through = complex(guide.x, guide.y)
            near = through + along * dot(box.centre - through, along)
            return replace(axis, centre=_pair(near), angle=guide.angle)


def _pair(position: complex) -> Point:
    return (position.real, position.imag)


def _through_ends(drawing: Drawing, items: Iterable[str], axis: Axis) -> Axis | None:
    """The line through the open ends of some items; None where they lie on none."""
    ends = list(_ends(drawing, items))
    if len(ends) < 2:
        return None
    first, last = max(itertools.combinations(ends, 2), key=lambda pair: abs(pair[1] - pair[0]))
    heading = last - first
    if abs(heading) < SMALLEST or any(
        abs(cross(e - first, heading)) > abs(heading) * TOUCH for e in ends
    ):
        return None
    middle = (first + last) / 2.0
    return replace(axis, centre=_pair(middle), angle=_square(heading))


def _square(heading: complex) -> float:
    """The angle of a line: level or upright where its two ends all but say so."""
    if abs(heading.real) <= TOUCH:
        return 90.0
    return 0.0 if abs(heading.imag) <= TOUCH else degrees_of(heading)


MOST_ENDS = 200


def _ends(drawing: Drawing, items: Iterable[str]) -> Iterator[complex]:
    drawn = (d for i in items if i in drawing.items for d in drawing.tree.leaves_of(i))
    paths = (c for d in drawn for c in contours_of(drawing, d) if not c.closed)
    for path in itertools.islice(paths, MOST_ENDS):
        yield from (path.anchors[0].at, path.anchors[-1].at)


def pegs(axis: Axis, pattern: Pattern) -> tuple[CopyPeg, ...]:
    """The pegs of a settled axis: its middle, the grips of its line, the number around."""
    span, along = axis.span or LEAST_SPAN, axis.along
    found = [copy_peg("middle", "Centre", axis.place, 0j, value=0.0)]
    if pattern != "wheel":
        grips = [("start", -along), ("end", along)] if pattern == "mirror" else [("end", along)]
        for name, heading in grips:
            at = axis.place + heading * span
            found.append(copy_peg(name, "Angle", at, heading * 1j, value=axis.angle, unit="angle"))
    if pattern != "mirror":
        heading = direction(axis.angle + _part(pattern, axis.count))
        at, count = axis.place + heading * span, float(axis.count)
        found.append(copy_peg("count", "Count", at, heading * -1j, value=count, unit="count"))
    return tuple(found)


def _part(pattern: Pattern, count: int) -> float:
    """Degrees from the line to the peg of the number."""
    return 360.0 / count if pattern == "wheel" else 180.0 / count


def dragged(axis: Axis, pattern: Pattern, peg: str, to: complex, *, held: bool) -> Axis:
    """A settled axis after one of its pegs was dragged to a place.

    Args:
        axis: as it was.
        pattern: what it is for.
        peg: which one, as `pegs` names them.
        to: where the pointer has it.
        held: angles by 15° only; the middle square to the line only.

    """
    if peg == "middle":
        across = axis.along * 1j
        by = to - axis.place
        centre = axis.place + across * dot(by, across) if held else to
        return replace(axis, centre=_pair(centre), through="place")
    heading = to - axis.place
    if peg == "count":
        away = (degrees_of(heading) - axis.angle) % 360.0
        near = max(min(away, 360.0 - away), _part(pattern, MOST_COUNT))
        whole = 360.0 if pattern == "wheel" else 180.0
        return replace(axis, count=min(max(round(whole / near), LEAST_COUNT), MOST_COUNT))
    heading = stepped(heading, step=STEP) if held else felt_line(heading)
    if abs(heading) < SMALLEST:
        return axis
    angle = line_degrees(degrees_of(-heading if peg == "start" else heading))
    return replace(axis, angle=angle, span=max(abs(heading), LEAST_SPAN))


FELT = 0.035
"""Sine of an angle, about 2°, from a multiple of 45° within which a dragged line is meant to stand
at it (as items are felt to that are turned)."""


def felt_line(heading: complex) -> complex:
    """A direction turned to level, upright or 45° where it all but stands so."""
    near = stepped(heading, step=45.0)
    return near if abs(cross(heading, near)) <= abs(heading) * abs(near) * FELT else heading
