"""Curves as circular arcs and straight lines that stay within a tolerance."""

import cmath
import math
from collections.abc import Iterator
from dataclasses import dataclass

from buildup.geometry.angles import cross, dot
from buildup.geometry.bezier import Cubic, points_at, split_at
from buildup.geometry.stations import tangent_at
from buildup.geometry.tolerances import NO_LENGTH
from buildup.messages import refusal

CHECKED = 17
"""Places of a curve whose distances from its arcs are looked at."""
FINEST = 16
"""Halvings of a curve; what is left then is a chord."""
TURNED = 1.0
"""The largest bulge: half a circle. A curve that turns further is halved."""


@dataclass(frozen=True, slots=True)
class Arc:
    """A circular arc, or a straight line.

    Args:
        start: where from.
        end: where to.
        bulge: the tangent of a quarter of the angle it turns by, clockwise on the screen above 0;
            0: it is straight.

    """

    start: complex
    end: complex
    bulge: float

    @property
    def centre(self) -> complex:
        """The middle of its circle; it must not be straight."""
        half = (self.end - self.start) / 2.0
        return self.start + half + half * 1j * (1.0 - self.bulge**2) / (2.0 * self.bulge)

    def distance(self, position: complex) -> float:
        """How far a place, which lies beside it, is from it."""
        if abs(self.bulge) < NO_LENGTH:
            along = self.end - self.start
            if abs(along) <= NO_LENGTH:
                return abs(position - self.start)
            part = min(max(dot(position - self.start, along) / abs(along) ** 2, 0.0), 1.0)
            return abs(position - self.start - part * along)
        centre = self.centre
        return abs(abs(position - centre) - abs(self.start - centre))


def arcs_of(segment: Cubic, tolerance: float) -> tuple[Arc, ...]:
    """Arcs and lines that follow a segment within a tolerance, smoothly wherever it is smooth.

    Args:
        segment: the curve.
        tolerance: sheet units, above 0; looked at in `CHECKED` places of each pair of arcs.

    Returns:
        In order, from its start to its end; empty for a segment of no length.

    Raises:
        Refusal: `bad_number` for a tolerance that is not above 0.

    Source: Bolton, "Biarc curves", Computer-Aided Design 7 (1975): two arcs that meet smoothly
    between two places with two tangents; of all those the one with tangents of equal length.

    >>> arcs_of((0j, 0j, 9 + 0j, 9 + 0j), 0.1)
    (Arc(start=0j, end=(9+0j), bulge=0.0),)
    >>> arcs_of((1j, 1j, 1j, 1j), 0.1)
    ()

    """
    if not (math.isfinite(tolerance) and tolerance > 0.0):
        raise refusal("bad_tolerance")
    return tuple(_arcs(segment, tolerance, FINEST))


def _arcs(segment: Cubic, tolerance: float, left: int) -> Iterator[Arc]:
    start, end = segment[0], segment[3]
    chord = Arc(start, end, 0.0)
    positions = list(points_at(segment, (k / (CHECKED - 1) for k in range(CHECKED))))
    if max(abs(p - start) for p in positions) <= NO_LENGTH:
        return
    if _is_line(segment):
        yield chord
        return
    found = _biarc(segment)
    if found is not None and _near(found, positions) <= tolerance:
        yield from found
    elif left == 0:
        yield chord
    else:
        for half in split_at(segment, 0.5):
            yield from _arcs(half, tolerance, left - 1)


def _is_line(segment: Cubic) -> bool:
    """Whether a segment runs straight from its start to its end, and not beyond."""
    start, first, second, end = segment
    along = end - start
    if abs(along) <= NO_LENGTH:
        return False
    parts = [dot(p - start, along) / abs(along) ** 2 for p in (first, second)]
    aside = max(abs(cross(p - start, along)) / abs(along) for p in (first, second))
    return aside <= NO_LENGTH and 0.0 <= parts[0] <= parts[1] <= 1.0


def _biarc(segment: Cubic) -> tuple[Arc, Arc] | None:
    """Two arcs with the tangents of a segment at its ends; None where they would turn too far."""
    start, end = segment[0], segment[3]
    leaves, arrives = tangent_at(segment, 0.0), tangent_at(segment, 1.0)
    across = end - start
    both = leaves + arrives
    apart = 2.0 * (1.0 - dot(leaves, arrives))
    level = dot(across, both)
    if apart > NO_LENGTH:
        root = math.sqrt(max(0.0, level**2 + apart * abs(across) ** 2))
        reach = (root - level) / apart
    elif level > NO_LENGTH:
        reach = abs(across) ** 2 / (2.0 * level)
    else:
        return None
    joint = (start + end + reach * (leaves - arrives)) / 2.0
    if min(abs(joint - start), abs(end - joint)) <= NO_LENGTH:
        return None
    first = Arc(start, joint, math.tan(_turn(leaves, joint - start) / 2.0))
    second = Arc(joint, end, math.tan(_turn(end - joint, arrives) / 2.0))
    if max(abs(first.bulge), abs(second.bulge)) > TURNED:
        return None
    return first, second


def _turn(before: complex, after: complex) -> float:
    """By how much one direction turns to another; radians, clockwise on the screen above 0."""
    return cmath.phase(after / before)


def _near(arcs: tuple[Arc, Arc], positions: list[complex]) -> float:
    """How far places, one after the other, are from the nearer of two arcs at the most."""
    return max(min(a.distance(p) for a in arcs) for p in positions)
