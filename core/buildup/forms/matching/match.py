"""How well forms cover the traced area of a reference: overlap, distances, gaps."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache

from buildup.drawing.model import Drawing
from buildup.forms.contours import form_of
from buildup.forms.matching.tracedarea import traced_area_on
from buildup.geometry.bezier import Cubic
from buildup.geometry.intersect.prepared import Operand
from buildup.geometry.lengths import length
from buildup.geometry.nearest import nearest
from buildup.geometry.regions.setoperations import Loop, area_of_loops, combined, combined_each
from buildup.geometry.stations import stations
from buildup.messages import refusal

PLACES = 80
"""Places of each of the two edges that are compared."""
REMEMBERED, SEGMENTS = 8, 2_000
"""Traced areas whose area is remembered, and segments whose nearest places are."""


@dataclass(frozen=True, slots=True)
class Gap:
    """Where two edges are far from each other.

    Args:
        edge: the place on the outline.
        traced_area: the place on the traced area.

    """

    edge: complex
    traced_area: complex

    @property
    def size(self) -> float:
        """How far they are apart, in sheet units."""
        return abs(self.edge - self.traced_area)


@dataclass(frozen=True, slots=True)
class Match:
    """How well forms cover a traced area.

    Args:
        overlap: the area that both have in parts of that which either has, from 0 to 1.
        mean: the mean distance of the edges, taken evenly along both; sheet units.
        largest: the largest gap that was seen.
        beyond: what lies outside the traced area.
        missing: what of the traced area is not covered.
        pixel: the size of a pixel of the picture; sheet units. Nothing finer is known.

    """

    overlap: float
    mean: float
    largest: Gap
    beyond: tuple[Loop, ...]
    missing: tuple[Loop, ...]
    pixel: float


def match(drawing: Drawing, items: Sequence[str], reference: str) -> Match:
    """How well some items, taken together, cover the traced area of a reference.

    Raises:
        Refusal: as `traced_area_on` and `combined`; `nothing_to_match` where no item has a form.

    """
    traced_area, pixel = traced_area_on(drawing, reference)
    painted = dict.fromkeys(p for i in items if i in drawing.items for p in drawing.painted_in(i))
    forms = []
    for item_id in painted:
        form = form_of(drawing, item_id)
        closed = tuple(c.segments for c in form.contours if c.closed)
        if closed:
            forms.append(Operand(closed, form.rule))
    if not forms:
        raise refusal("nothing_to_match")
    known = len(forms)
    operands = [*forms, traced_area]
    beyond, missing = combined_each(
        operands,
        (lambda inside: bool(inside) and known not in inside, lambda inside: inside == {known}),
    )
    whole = _area(traced_area)
    covered = whole - area_of_loops(missing)
    either = whole + area_of_loops(beyond)
    edge = [s for form in forms for path in form.contours for s in path]
    shape = [s for path in traced_area.contours for s in path]
    gaps = [
        *_nearest_places(edge, shape),
        *(Gap(g.traced_area, g.edge) for g in _nearest_places(shape, edge)),
    ]
    return Match(
        overlap=max(0.0, covered) / either if either else 0.0,
        mean=math.fsum(g.size for g in gaps) / len(gaps),
        largest=max(gaps, key=lambda g: g.size),
        beyond=beyond,
        missing=missing,
        pixel=pixel,
    )


@lru_cache(maxsize=REMEMBERED)
def _area(traced_area: Operand) -> float:
    """The area of a traced area, which stays the same while outlines are dragged."""
    return area_of_loops(combined([traced_area], bool))


def _nearest_places(of: Sequence[Cubic], to: Sequence[Cubic]) -> Iterator[Gap]:
    """Places evenly along a row of segments, each with the nearest place of another row."""
    lengths = [_length(s) for s in of]
    step = math.fsum(lengths) / PLACES or 1.0
    row = tuple(to)
    for segment, far in zip(of, lengths, strict=True):
        yield from _gaps(segment, max(1, round(far / step)), row)


@lru_cache(maxsize=SEGMENTS)
def _length(segment: Cubic) -> float:
    return length(segment, tolerance=1e-2)


@lru_cache(maxsize=SEGMENTS)
def _gaps(segment: Cubic, count: int, to: tuple[Cubic, ...]) -> tuple[Gap, ...]:
    """Places evenly along a segment and the nearest ones of a row, which may stay the same."""
    found = []
    for station in stations(segment, count)[:-1]:
        near = nearest(to, station.at)
        if near is not None:
            found.append(Gap(station.at, near.at))
    return tuple(found)
