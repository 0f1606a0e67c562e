"""Clothoids: curves whose curvature grows evenly with the length (Euler spirals).

One clothoid joins two given ends only by chance, three always nearly: given are both places,
directions and curvatures, sought the length and the curvatures where the arcs meet, at thirds of
it (the problem of Bertolazzi and Frego, "On the G2 Hermite interpolation problem with clothoids",
J. Comput. Appl. Math. 341, 2018, with arcs of one length). Places are integrals of the direction,
by Gauss's rule; the two equations that are left are solved by Newton's method.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from buildup.geometry.angles import cross
from buildup.geometry.bezier import Cubic
from buildup.geometry.stations import GAUSS

ARCS = 3
PANEL = 0.2
"""Radians of turn over which Gauss's rule of three nodes is exact to 1e-9 of the length."""
MOST_PANELS = 200
TRIES = 40
MOST_LONGER = 2.0
"""Times as long or as short as was expected: what is beyond has loops that nobody drew."""
SOLVED = 1e-10
"""Share of the length by which the end may be missed."""
STEP = 1e-6
"""Share of an unknown by which it is changed to learn what that does."""
PIECE = math.radians(25.0)
"""Turn that one Bézier curve stands for at the most."""
REFINED = 30


class NoClothoid(ArithmeticError):
    """No three arcs were found that join the ends."""


@dataclass(frozen=True, slots=True)
class End:
    """An end of a curve.

    Args:
        at: where.
        angle: of its direction, radians.
        curvature: 1 / sheet unit, clockwise positive.
    """

    at: complex
    angle: float
    curvature: float


@dataclass(frozen=True, slots=True)
class Clothoid:
    """An arc.

    Args:
        start: where it begins.
        length: sheet units, above 0.
        bend: its curvature at its end.
    """

    start: End
    length: float
    bend: float

    def end(self, part: float = 1.0) -> End:
        """The arc after a part of its length.

        >>> round(Clothoid(End(0j, 0.0, 0.0), 1.0, math.pi).end().at.real, 6)  # C(1) of Fresnel
        0.779893
        """
        grown = (self.bend - self.start.curvature) / self.length
        along = part * self.length
        turn = along * (abs(self.start.curvature) + abs(grown) * along)
        panels = min(max(1, math.ceil(turn / PANEL)), MOST_PANELS)
        step = along / panels
        reals, imaginaries = [], []
        for k in range(panels):
            for x, weight in GAUSS:
                angle = self._angle((k + x) * step)
                reals.append(weight * math.cos(angle))
                imaginaries.append(weight * math.sin(angle))
        moved = complex(math.fsum(reals), math.fsum(imaginaries)) * step
        curvature = self.start.curvature + grown * along
        return End(self.start.at + moved, self._angle(along), curvature)

    def _angle(self, along: float) -> float:
        grown = (self.bend - self.start.curvature) / self.length
        return self.start.angle + along * (self.start.curvature + grown * along / 2.0)

    @property
    def curves(self) -> list[Cubic]:
        """Bézier curves with its places, directions and curvatures where they meet."""
        first, last = self.start, self.end()
        sharpest = max(abs(first.curvature), abs(last.curvature)) * self.length
        count = max(1, math.ceil(sharpest / PIECE))
        ends = [first, *(self.end(k / count) for k in range(1, count)), last]
        return [_curve(ends[k], ends[k + 1], self.length / count) for k in range(count)]


def joining(start: End, end: End, *, length: float) -> tuple[Clothoid, ...]:
    """Three arcs of one length from an end to another one, with their directions and curvatures.

    Args:
        start: where they begin.
        end: where they end; its angle counts on from that of the start, however far it has turned.
        length: about how long they are, sheet units, above 0.

    Raises:
        NoClothoid: none were found.

    >>> arcs = joining(End(0j, 0.0, 0.0), End(2 + 0j, 0.0, 0.0), length=2.1)
    >>> round(sum(a.length for a in arcs), 9)
    2.0
    """
    turn = end.angle - start.angle

    def arcs(whole: float, bend: float) -> tuple[Clothoid, ...]:
        other = ARCS * turn / whole - (start.curvature + end.curvature) / 2.0 - bend
        found: list[Clothoid] = []
        here = start
        for curvature in (bend, other, end.curvature):
            found.append(Clothoid(here, whole / ARCS, curvature))
            here = found[-1].end()
        return tuple(found)

    def missed(whole: float, bend: float) -> complex:
        return arcs(whole, bend)[-1].end().at - end.at

    whole, bend = length, (ARCS * turn / length - (start.curvature + end.curvature) / 2.0) / 2.0
    off = missed(whole, bend)
    for _ in range(TRIES):
        if abs(off) <= SOLVED * length:
            if not 1.0 / MOST_LONGER <= whole / length <= MOST_LONGER:
                break
            return arcs(whole, bend)
        longer, bent = STEP * length, STEP / length
        by_length = (missed(whole + longer, bend) - off) / longer
        by_bend = (missed(whole, bend + bent) - off) / bent
        det = cross(by_length, by_bend)
        if not det:
            break
        steps = cross(by_bend, off) / det, -cross(by_length, off) / det
        share = min(1.0, 0.5 * whole / abs(steps[0])) if steps[0] else 1.0
        while share > STEP:
            tried = whole + share * steps[0], bend + share * steps[1]
            nearer = missed(*tried)
            if abs(nearer) < abs(off):
                break
            share /= 2.0
        else:
            break
        (whole, bend), off = tried, nearer
    raise NoClothoid


def curves_of(arcs: Sequence[Clothoid], *, last: complex) -> tuple[Cubic, ...]:
    """Arcs in a row as Bézier curves, the last of which ends at a place."""
    found = [curve for arc in arcs for curve in arc.curves]
    a, b, c, d = found[-1]
    return (*found[:-1], (a, b, c + (last - d), last))


def _curve(start: End, end: End, length: float) -> Cubic:
    """A curve with the directions and, where it can be, the curvatures of both ends.

    By Newton's method from handles of a third (de Boor, Höllig and Sabin, "High accuracy geometric
    Hermite interpolation", CAGD 4, 1987).
    """
    out = complex(math.cos(start.angle), math.sin(start.angle))
    into = complex(math.cos(end.angle), math.sin(end.angle))
    chord = end.at - start.at
    both, first, last = cross(out, into), cross(out, chord), cross(chord, into)
    a = b = length / 3.0
    for _ in range(REFINED):
        off = (
            first - b * both - 1.5 * start.curvature * a * a,
            last - a * both - 1.5 * end.curvature * b * b,
        )
        by_a, by_b = 3.0 * start.curvature * a, 3.0 * end.curvature * b
        det = by_a * by_b - both * both
        if abs(det) < 1e-12:
            break
        a, b = (
            a + (off[0] * by_b - off[1] * both) / det,
            b + (off[1] * by_a - off[0] * both) / det,
        )
        if not (0.1 * length < a < length and 0.1 * length < b < length):
            a = b = length / 3.0
            break
    return (start.at, start.at + a * out, end.at - b * into, end.at)
