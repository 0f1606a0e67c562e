"""Corners worked as in joinery: round, chamfer, cove, notch, ogee, soft.

A corner is cut where the circle of its radius touches both sides; the style says what leads from
one cut to the other. On straight sides the cuts are given in closed form; on curved ones the circle
is found by Newton's method on the two offset curves.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property

from buildup.contours.anchors import Contour, Corner, cubic
from buildup.contours.corneranchors import BLUNT, Cut, with_corners
from buildup.contours.handles import tangents
from buildup.geometry.angles import cross, dot, turn_between, unit
from buildup.geometry.bezier import Cubic, curvature_at, derivative_at, point_at
from buildup.geometry.lengths import length
from buildup.geometry.nearest import nearest_parameter
from buildup.geometry.tolerances import NO_LENGTH

SOFT = 1.6
"""How much further than an arc's a soft corner's cuts lie, so that both look as round."""
MOVING = 1.0 - 1e-4
"""Curve parameter: beside an end with a withdrawn handle, where a side stands still."""
STEPS = 4
"""Steps by which a dragged radius comes near on curved sides."""
INWARD = frozenset({"cove", "notch", "ogee"})
"""Styles that cut into the form."""
APART = 0.98
"""Of the room there is: so that what is cut in does not come to lie on what is beside it."""
SAME_FORM = 9
"""Decimals of a sheet unit to which two corners are of one form."""
HALVINGS = 16
"""Times the radius is halved towards the largest one that finds room."""
INSIDE = 1.0 - 1e-5
"""Radii: a side nearer to the circle's centre than this is poked through."""


@dataclass(frozen=True, slots=True)
class Worked:
    """A contour with its corners worked; by index the radius that found room, and the second cut.

    A cut is the place where the corner ends, and the path's direction there.
    """

    contour: Contour
    radii: dict[int, float]
    cuts: dict[int, tuple[complex, complex]]


def worked(contour: Contour, *, together: bool = False) -> Worked:
    """A contour with its corners worked; a corner's radius stops where its sides run out.

    Args:
        contour: anchors of any kind; only those with a corner and a turn are worked.
        together: all corners shrink by one factor, as those of CSS boxes do (W3C CSS Backgrounds
            and Borders 3, §5.5), for shapes; else each by what its own sides need.

    >>> from buildup.contours.anchors import Anchor, Corner
    >>> square = tuple(Anchor(p, corner=Corner(9.0)) for p in (0j, 9 + 0j, 9 + 9j, 9j))
    >>> len(worked(Contour(square, closed=True)).contour.anchors)
    4
    >>> worked(Contour((Anchor(0j, corner=Corner(9.0)), Anchor(9j)))).radii
    {}

    """
    count = len(contour.anchors)
    if all(a.corner is None for a in contour.anchors):
        return Worked(contour, {}, {})
    cuts = _straight_cuts(contour, together=together)
    alike: _Alike = {}
    for i in range(count):
        if i not in cuts and (cut := _curved_cut(contour, i, alike)):
            cuts[i] = cut
    if not cuts:
        return Worked(contour, {}, {})
    return Worked(
        with_corners(contour, cuts),
        {i: c.radius for i, c in cuts.items()},
        {i: (c.end, c.after) for i, c in cuts.items()},
    )


def radius_reaching(contour: Contour, index: int, position: complex) -> float:
    """The radius with which a corner's second cut lies beside a place.

    Exact on straight sides; on curved ones as near as a few steps come.

    Args:
        contour: with a corner at the index, which the path turns at.
        index: the anchor.
        position: sheet units; what counts is how far along the leaving direction it is.

    """
    directions, anchor = corner_directions(contour, index), contour.anchors[index]
    if directions is None:
        return 0.0
    reach = max(0.0, dot(position - anchor.at, directions[1]))
    old = anchor.corner or Corner(0.0)
    radius = reach / max(half_tangent(*directions), BLUNT)
    if _straight(contour, index - 1) and _straight(contour, index):
        return radius / (SOFT if old.style == "soft" else 1.0)
    for _ in range(STEPS):
        made = replace(anchor, corner=replace(old, radius=max(radius, NO_LENGTH)))
        anchors = (*contour.anchors[:index], made, *contour.anchors[index + 1 :])
        cut = worked(replace(contour, anchors=anchors)).cuts.get(index)
        got = 0.0 if cut is None else dot(cut[0] - anchor.at, directions[1])
        if got <= NO_LENGTH:
            break
        radius *= min(2.0, max(0.5, reach / got))
    return radius


def _factors(sides: Sequence[float], takes: Sequence[float]) -> list[float]:
    """For each side, by how much the corners at its two ends have to shrink."""
    both = (takes[i] + takes[(i + 1) % len(takes)] for i in range(len(sides)))
    return [side / b if b > side else 1.0 for side, b in zip(sides, both, strict=True)]


def half_tangent(before: complex, after: complex) -> float:
    """tan(φ/2) of the turn φ between two directions; exactly 1 at a right angle."""
    across = abs(cross(before, after))
    return (1.0 - dot(before, after)) / across if across > BLUNT else 0.0


def corner_directions(contour: Contour, index: int) -> tuple[complex, complex] | None:
    """The directions before and after an anchor that can be worked; None at an end or no corner."""
    if not contour.closed and index in (0, len(contour.anchors) - 1):
        return None
    back, on = tangents(contour, index)
    before, after = unit(-back), unit(on)
    if not before or not after or abs(cross(before, after)) < BLUNT:
        return None
    return before, after


def _straight_cuts(contour: Contour, *, together: bool) -> dict[int, Cut]:
    """The cuts of all corners between straight sides."""
    anchors, count = contour.anchors, len(contour.anchors)
    following = (*anchors[1:], anchors[0])
    straight = [a.out is None and b.into is None for a, b in zip(anchors, following, strict=True)]
    curved = [
        a.corner is not None and not (straight[i - 1] and straight[i])
        for i, a in enumerate(anchors)
    ]
    directions: dict[int, tuple[complex, complex]] = {}
    takes = [0.0] * count
    limits: dict[int, float] = {}
    for i, anchor in enumerate(anchors):
        if anchor.corner is None or curved[i]:
            continue
        if found := corner_directions(contour, i):
            directions[i] = found
            soft = SOFT if anchor.corner.style == "soft" else 1.0
            takes[i] = anchor.corner.radius * half_tangent(*found) * soft
            if anchor.corner.style in INWARD:
                limits[i] = _inward_limit(contour, i, found)
    lengths = [abs(b.at - a.at) for a, b in contour.pairs] + [0.0] * (not contour.closed)
    sides = list(lengths)
    notched = [a.corner is not None and a.corner.style == "notch" for a in anchors]
    for i, side in enumerate(sides):
        if notched[i] and notched[(i + 1) % count]:
            sides[i] = side * APART
    # Beside a corner with a curved side a straight one may take half of their side.
    shares = [0.5 if curved[i] or curved[(i + 1) % count] else 1.0 for i in range(count)]
    factors = _factors([s * k for s, k in zip(sides, shares, strict=True)], takes)
    own = [min(1.0, limits[i] / take) if i in limits else 1.0 for i, take in enumerate(takes)]
    one = min((*factors, *own), default=1.0)
    cuts = {}
    for i, (before, after) in directions.items():
        fit = one if together else min(factors[i - 1], factors[i], own[i])
        corner, take, at = anchors[i].corner, takes[i] * fit, anchors[i].at
        if corner is None or take < NO_LENGTH:
            continue
        tangent = half_tangent(before, after)
        radius = corner.radius * fit
        handle = radius * 4.0 / 3.0 * tangent / (1.0 + math.sqrt(1.0 + tangent * tangent))
        start, end = at - before * take, at + after * take
        t, u = 1.0 - take / lengths[i - 1], take / lengths[i]
        cuts[i] = Cut(radius, t, u, start, end, before, after, handle)
    return cuts


def _inward_limit(contour: Contour, index: int, directions: tuple[complex, complex]) -> float:
    """How far along its sides a corner that is cut inward may be cut.

    What is cut in reaches 2·cut·cos(α/2) along the middle of a corner of the angle α. From a square
    to an equilateral triangle and sharper, that is kept to half the way to the other side.
    """
    count = len(contour.anchors)
    at = contour.anchors[index].at
    shorter = min(abs(contour.anchors[(index + k) % count].at - at) for k in (-1, 1))
    sharp = min(0.5, max(0.0, -dot(*directions)))
    corner = contour.anchors[index].corner
    if sharp < BLUNT:
        return shorter * (APART if corner is not None and corner.style == "notch" else 1.0)
    return shorter * 0.5 * (1.0 - sharp) * APART


def _straight(contour: Contour, segment: int) -> bool:
    count = len(contour.anchors)
    start, end = contour.anchors[segment % count], contour.anchors[(segment + 1) % count]
    return start.out is None and end.into is None


_Alike = dict[tuple[complex | float | str, ...], tuple[float, float, float] | None]
"""By the form of a corner, seen along its arriving side: its radius and both parameters."""


def _curved_cut(contour: Contour, index: int, alike: _Alike) -> Cut | None:
    """The cut of a corner with a curved side: the largest radius up to its own that finds room.

    Corners of one form, as those of a star, are computed once.
    """
    anchor = contour.anchors[index]
    corner = anchor.corner
    if (
        corner is None
        or corner.radius < NO_LENGTH
        or not (directions := corner_directions(contour, index))
    ):
        return None
    past, coming = contour.anchors[index - 1], contour.anchors[(index + 1) % len(contour.anchors)]
    room = (0.5 if past.corner is not None else 0.0, 0.5 if coming.corner is not None else 1.0)
    sides = _Sides(
        _with_speed(cubic(past, anchor)), _with_speed(cubic(anchor, coming)), directions, room
    )
    seen = ((p - anchor.at) / directions[0] for p in (*sides.first[:3], *sides.second[1:]))
    positions = (complex(round(p.real, SAME_FORM), round(p.imag, SAME_FORM)) for p in seen)
    form = (*positions, *room, corner.radius, corner.style)
    if form in alike:
        known = alike[form]
        return None if known is None else sides.cut(*known)
    best = _largest(contour, index, sides)
    alike[form] = None if best is None else (best.radius, best.t, best.u)
    return best


def _largest(contour: Contour, index: int, sides: "_Sides") -> Cut | None:
    corner, directions = contour.anchors[index].corner, sides.directions
    if corner is None:
        return None
    large = corner.radius
    if corner.style in INWARD:
        large = min(
            large, _inward_limit(contour, index, directions) / max(half_tangent(*directions), BLUNT)
        )
    at, others = contour.anchors[index].at, contour.anchors
    room = math.inf
    if len(others) == 2 and corner.style in INWARD:  # the ends of a lens are cut at each other
        room = APART * abs(others[1 - index].at - at) / 2.0

    def fitting(radius: float, near: Cut | None = None) -> Cut | None:
        found = sides.touching(radius, near=near)
        return found if found and abs(found.start + found.end - 2.0 * at) <= room else None

    best = fitting(large)
    if best is not None:
        return best
    small = 0.0
    for _ in range(HALVINGS):
        middle = (small + large) / 2.0
        found = fitting(middle)
        if found is None and best is not None:
            found = fitting(middle, near=best)
        if found is None:
            large = middle
        else:
            small, best = middle, found
    return best


class _Sides:
    """The two sides of a corner, and the circles that touch both."""

    def __init__(
        self,
        first: Cubic,
        second: Cubic,
        directions: tuple[complex, complex],
        room: tuple[float, float],
    ) -> None:
        self.first, self.second = first, second
        self.directions, self.room = directions, room
        self.turn = math.copysign(1.0, cross(*directions))

    @cached_property
    def lengths(self) -> list[float]:
        """How long the two sides are, nearly."""
        sides = (self.first, self.second)
        return [max(length(s, tolerance=1e-3), NO_LENGTH) for s in sides]

    def touching(self, radius: float, *, near: Cut | None = None) -> Cut | None:
        """The cut by the circle of a radius that touches both sides within the room on them.

        None where there is none, or where it would poke through a side.
        """
        found = self._offsets_meet(radius, near)
        if found is None:
            return None
        t, u = found
        direction = unit(derivative_at(self.first, t))
        centre = point_at(self.first, t) + self.turn * radius * 1j * direction
        for side in (self.first, self.second):
            if abs(point_at(side, nearest_parameter(side, centre)) - centre) < radius * INSIDE:
                return None
        return self.cut(radius, t, u)

    def cut(self, radius: float, t: float, u: float) -> Cut:
        """The cut at two parameters, with the arc of a radius."""
        p, q = unit(derivative_at(self.first, t)), unit(derivative_at(self.second, u))
        handle = radius * 4.0 / 3.0 * math.tan(abs(turn_between(p, q)) / 4.0)
        return Cut(radius, t, u, point_at(self.first, t), point_at(self.second, u), p, q, handle)

    def _offsets_meet(self, radius: float, near: Cut | None) -> tuple[float, float] | None:
        """Where the two curves at a distance from the sides meet, by Newton's method."""
        first, second, reach = self.first, self.second, self.turn * radius
        take = radius * half_tangent(*self.directions)
        t = max(self.room[0], MOVING - take / self.lengths[0]) if near is None else near.t
        u = min(self.room[1], 1.0 - MOVING + take / self.lengths[1]) if near is None else near.u
        for _ in range(24):
            p, q = derivative_at(first, t), derivative_at(second, u)
            gap = point_at(first, t) + reach * 1j * unit(p)
            gap -= point_at(second, u) + reach * 1j * unit(q)
            if abs(gap) < 1e-9 * max(1.0, radius):
                break
            along = p * (1.0 - reach * _finite(curvature_at(first, t)))
            other = q * (1.0 - reach * _finite(curvature_at(second, u)))
            det = cross(along, other)
            if abs(det) < 1e-12:
                return None
            t -= max(-0.2, min(0.2, cross(gap, other) / det))
            u -= max(-0.2, min(0.2, cross(gap, along) / det))
            if not (-0.5 < t < 1.5 and -0.5 < u < 1.5):
                return None
        else:
            return None
        return (t, u) if self.room[0] <= t <= 1.0 and 0.0 <= u <= self.room[1] else None


def _with_speed(side: Cubic) -> Cubic:
    """A straight side with handles of a third, so that it has a direction everywhere."""
    a, b, c, d = side
    return (a, a + (d - a) / 3.0, d - (d - a) / 3.0, d) if a == b and c == d else side


def _finite(value: float) -> float:
    return value if math.isfinite(value) else 0.0
