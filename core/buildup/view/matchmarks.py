"""How well what is selected covers the traced area of a reference, as it is shown."""

from collections.abc import Sequence
from dataclasses import dataclass

from buildup.drawing.model import Drawing
from buildup.forms.matching.match import match
from buildup.geometry.regions.setoperations import Loop
from buildup.view.drawables import Point, as_point


@dataclass(frozen=True, slots=True, kw_only=True)
class MatchMark:
    """The match of some items with a traced area."""

    overlap: float
    """The area that both have in parts of that which either has, from 0 to 1."""
    mean: float
    """The mean distance of the edges, in sheet units."""
    largest: float
    """The largest gap that was seen, in sheet units."""
    edge: Point
    """Where it is on the outline."""
    traced_area: Point
    """Where it is on the traced area."""
    beyond: str
    """What lies outside the traced area, as path data."""
    missing: str
    """What of the traced area is not covered, as path data."""
    pixel: float
    """The size of a pixel of the picture, in sheet units: nothing finer is known."""


def match_mark(drawing: Drawing, items: Sequence[str], reference: str) -> MatchMark:
    """The match of some items, taken together, with the traced area of a reference.

    Raises:
        Refusal: as `matching.match`.

    """
    found = match(drawing, items, reference)
    return MatchMark(
        overlap=found.overlap,
        mean=found.mean,
        largest=found.largest.size,
        edge=as_point(found.largest.edge),
        traced_area=as_point(found.largest.traced_area),
        beyond=_path(found.beyond),
        missing=_path(found.missing),
        pixel=found.pixel,
    )


def _path(loops: Sequence[Loop]) -> str:
    return "".join(
        f"M{_written(loop[0].curve[0])}"
        + "".join("C" + " ".join(_written(p) for p in part.curve[1:]) for part in loop)
        + "Z"
        for loop in loops
    )


def _written(position: complex) -> str:
    return f"{position.real:.3f} {position.imag:.3f}"
