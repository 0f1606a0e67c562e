"""Where two segments cross or touch.

Halving with certain exclusion (a segment lies between two parallels of its chord), until the
directions of two stretches cannot agree, so that they cross once at most; then Newton's method.
Curves that lie on each other for a length are found by their ends.
Sources: fat lines, Sederberg and Nishita, "Curve intersection using Bézier clipping", CAD 22
(1990); tangent cones, Sederberg and Meyers, "Loop detection in surface patch intersections",
CAGD 5 (1988); at most nine crossings, Bézout.
"""

from dataclasses import dataclass

from buildup.geometry.angles import cross, dot, unit
from buildup.geometry.bezier import Cubic, derivative_at, extremes, part_of, point_at, split_at
from buildup.geometry.boxes import Box
from buildup.geometry.nearest import nearest_parameter
from buildup.geometry.tolerances import NO_LENGTH, SAME_PLACE

MOST_STEPS = 900
"""Pairs of stretches tried before asking whether the curves lie on each other; nine crossings take
about 300."""
MOST_STEPS_OF_ALL = 20_000
"""The same once they do not: curves of close contact take some thousands."""
SHORTEST = 1e-4
"""Curve parameter: stretches this short that still may meet are polished as a touch."""

MEETS = SAME_PLACE * 1e-2
"""Sheet units: points of two curves this close are a common point."""

TOUCH_LENGTH = 0.05
"""Curve parameter: what two curves have in common for longer is an overlap, not a touch."""


@dataclass(frozen=True, slots=True)
class Crossing:
    """A common point: the parameters on both segments, and the place."""

    t: float
    u: float
    at: complex


@dataclass(frozen=True, slots=True)
class Stretch:
    """A part of a segment between two parameters."""

    curve: Cubic
    start: float
    end: float

    def halves(self) -> "tuple[Stretch, Stretch]":
        """The two halves."""
        middle = (self.start + self.end) / 2.0
        left, right = split_at(self.curve, 0.5)
        return Stretch(left, self.start, middle), Stretch(right, middle, self.end)

    @property
    def size(self) -> float:
        """The length of its control polygon."""
        a, b, c, d = self.curve
        return abs(b - a) + abs(c - b) + abs(d - c)


def hull_box(segment: Cubic) -> Box:
    """A box that holds the segment, quickly: that of its control points."""
    return Box.around(segment)


def crossings(first: Cubic, second: Cubic, *, inside: Box | None = None) -> tuple[Crossing, ...]:
    """The common points of two segments, each once, in the order of the first one's parameter.

    Where they lie on each other for a length, the ends of that length stand for it.

    Args:
        first: a segment, in sheet units.
        second: another.
        inside: only what lies in this box is looked for.

    >>> crossings((0j, 0j, 2 + 2j, 2 + 2j), (2 + 0j, 2 + 0j, 2j, 2j))[0].at
    (1+1j)
    >>> crossings((0j, 0j, 2 + 0j, 2 + 0j), (1j, 1j, 2 + 1j, 2 + 1j))
    ()
    """
    found = _shared_ends(first, second)
    stack = [(Stretch(first, 0.0, 1.0), Stretch(second, 0.0, 1.0))]
    for step in range(MOST_STEPS_OF_ALL):
        if not stack:
            break
        if step == MOST_STEPS and (ends := _ends_of_overlap(first, second)):
            found = ends
            break
        a, b = stack.pop()
        if _apart(a.curve, b.curve) or (inside is not None and _outside(a, b, inside)):
            continue
        small = max(a.end - a.start, b.end - b.start) < SHORTEST
        if small or _at_most_once(a.curve, b.curve):
            met = _polished(first, a, second, b)
            if met is not None:
                _add(found, met)
            if met is not None or small:
                continue
        if a.size >= b.size:
            stack += [(half, b) for half in a.halves()]
        else:
            stack += [(a, half) for half in b.halves()]
    found = _each_once(first, second, sorted(found, key=lambda c: c.t))
    return tuple(c for c in found if inside is None or Box.around((c.at,)).meets(inside))


def overlap(first: Cubic, second: Cubic) -> tuple[Crossing, Crossing] | None:
    """The ends of the length on which two segments lie on each other; None where they do not.

    The first one comes first on `first`; the second segment may run the other way.
    """
    ends = _ends_of_overlap(first, second)
    return (ends[0], ends[1]) if ends else None


def _apart(a: Cubic, b: Cubic) -> bool:
    """Whether two stretches certainly have nothing in common."""
    for p, q in ((a, b), (b, a)):
        start, end = p[0], p[3]
        chord = end - start
        x, y = chord.real, chord.imag
        sides = [x * (m - start).imag - y * (m - start).real for m in (p[1], p[2])]
        low, high = min(0.0, *sides), max(0.0, *sides)
        slack = SAME_PLACE * 1e-3 * (abs(x) + abs(y))
        others = [x * (m - start).imag - y * (m - start).real for m in q]
        if min(others) > high + slack or max(others) < low - slack:
            return True
    ax, bx = [p.real for p in a], [p.real for p in b]
    if min(ax) > max(bx) + NO_LENGTH or min(bx) > max(ax) + NO_LENGTH:
        return True
    ay, by = [p.imag for p in a], [p.imag for p in b]
    return min(ay) > max(by) + NO_LENGTH or min(by) > max(ay) + NO_LENGTH


def _outside(a: Stretch, b: Stretch, inside: Box) -> bool:
    return not (hull_box(a.curve).meets(inside) and hull_box(b.curve).meets(inside))


def _cone(curve: Cubic) -> tuple[complex, complex] | None:
    """The directions at the two sides of all tangents; None when they span a half turn or more."""
    a, b, c, d = curve
    steps = [s for s in (b - a, c - b, d - c) if s]
    axis = d - a
    if not steps or any(dot(s, axis) <= 0.0 for s in steps):
        return None
    left = right = steps[0]
    for step in steps[1:]:
        if cross(left, step) < 0.0:
            left = step
        if cross(right, step) > 0.0:
            right = step
    return left, right


def _at_most_once(a: Cubic, b: Cubic) -> bool:
    """Whether no tangent of one is parallel to one of the other."""
    first, second = _cone(a), _cone(b)
    if first is None or second is None:
        return False
    signs = [cross(p, q) for p in first for q in second]
    return all(s > 0.0 for s in signs) or all(s < 0.0 for s in signs)


def _polished(first: Cubic, a: Stretch, second: Cubic, b: Stretch) -> Crossing | None:
    """The common point of two stretches; None where Newton's method leaves them.

    Where they touch, the two tangents agree: the step along them goes half the way to both sides.
    """
    t, u = (a.start + a.end) / 2.0, (b.start + b.end) / 2.0
    if a.end - a.start > SHORTEST:
        t, u = _by_chords(a, b)
    for _ in range(40):
        gap = point_at(second, u) - point_at(first, t)
        along, other = derivative_at(first, t), derivative_at(second, u)
        turn = cross(along, other)
        if abs(turn) > 1e-9 * abs(along) * abs(other):
            step_t, step_u = cross(gap, other) / turn, cross(gap, along) / turn
        else:
            step_t = dot(gap, along) / dot(along, along) / 2.0 if along else 0.0
            step_u = -dot(gap, other) / dot(other, other) / 2.0 if other else 0.0
        new_t, new_u = min(1.0, max(0.0, t + step_t)), min(1.0, max(0.0, u + step_u))
        still = abs(new_t - t) + abs(new_u - u) < 1e-15
        t, u = new_t, new_u
        if still:
            break
    slack = 1e-9 + 4.0 * (SHORTEST if max(a.end - a.start, b.end - b.start) < SHORTEST else 0.0)
    near = a.start - slack <= t <= a.end + slack and b.start - slack <= u <= b.end + slack
    at = point_at(first, t)
    if not near or abs(point_at(second, u) - at) > MEETS:
        return None
    return Crossing(t, u, at)


def _by_chords(a: Stretch, b: Stretch) -> tuple[float, float]:
    """The parameters where the chords of two stretches cross, kept within them."""
    p, q = a.curve[3] - a.curve[0], b.curve[3] - b.curve[0]
    gap, turn = b.curve[0] - a.curve[0], cross(p, q)
    if turn == 0.0:
        return (a.start + a.end) / 2.0, (b.start + b.end) / 2.0
    t = min(1.0, max(0.0, cross(gap, q) / turn))
    u = min(1.0, max(0.0, cross(gap, p) / turn))
    return a.start + t * (a.end - a.start), b.start + u * (b.end - b.start)


def _add(found: list[Crossing], new: Crossing) -> None:
    """Add a crossing unless it is known: stretches that share an end both find it."""
    if all(abs(new.at - c.at) > SAME_PLACE or abs(new.t - c.t) > 1e-3 for c in found):
        found.append(new)


def _shared_ends(first: Cubic, second: Cubic) -> list[Crossing]:
    """The ends of two segments that lie on one spot."""
    return [
        Crossing(t, u, p)
        for t, p in ((0.0, first[0]), (1.0, first[3]))
        for u, q in ((0.0, second[0]), (1.0, second[3]))
        if abs(p - q) <= MEETS
    ]


def _each_once(first: Cubic, second: Cubic, found: list[Crossing]) -> list[Crossing]:
    """Crossings in order, those of one touch as one: between them the curves do not part."""
    kept: list[Crossing] = []
    for new in found:
        if kept and _together(first, second, kept[-1], new):
            kept.append(_one_of(first, kept.pop(), new))
        else:
            kept.append(new)
    return kept


def _one_of(first: Cubic, one: Crossing, other: Crossing) -> Crossing:
    """One crossing for two of a touch: an end of a segment where there is one, else the middle."""
    for c in (one, other):
        if c.t in (0.0, 1.0) or c.u in (0.0, 1.0):
            return c
    t = (one.t + other.t) / 2.0
    return Crossing(t, (one.u + other.u) / 2.0, point_at(first, t))


def _together(first: Cubic, second: Cubic, one: Crossing, other: Crossing) -> bool:
    """Whether two curves stay on each other between two crossings of a touch."""
    if abs(one.t - other.t) > TOUCH_LENGTH:
        return False

    def gap(k: float) -> float:
        t, u = one.t + k * (other.t - one.t), one.u + k * (other.u - one.u)
        return abs(point_at(first, t) - point_at(second, u))

    return all(gap(k) < MEETS for k in (0.25, 0.5, 0.75))


def _ends_of_overlap(first: Cubic, second: Cubic) -> list[Crossing]:
    """The two ends of a common length, or nothing."""
    ends: list[Crossing] = []
    for u in (0.0, 1.0, *_turning_points(second)):
        at = point_at(second, u)
        t = nearest_parameter(first, at)
        if abs(point_at(first, t) - at) < SAME_PLACE:
            _add(ends, Crossing(t, u, at))
    for t in (0.0, 1.0, *_turning_points(first)):
        at = point_at(first, t)
        u = nearest_parameter(second, at)
        if abs(point_at(second, u) - at) < SAME_PLACE:
            _add(ends, Crossing(t, u, at))
    ends.sort(key=lambda c: c.t)
    if len(ends) < 2 or ends[-1].t - ends[0].t < NO_LENGTH:
        return []
    low, high = ends[0], ends[-1]
    shared = part_of(first, low.t, high.t)
    for k in (0.25, 0.5, 0.75):
        at = point_at(shared, k)
        if abs(point_at(second, nearest_parameter(second, at)) - at) > SAME_PLACE:
            return []
    return [low, high]


def _turning_points(segment: Cubic) -> tuple[float, ...]:
    """Where a segment whose control points lie on one line turns back on it."""
    a, b, c, d = segment
    ways = (b - a, c - a, d - a)
    way = unit(max(ways, key=abs))
    if any(abs(cross(way, w)) > MEETS for w in ways):
        return ()
    first, second, third = (complex(dot(way, w), 0.0) for w in ways)
    return extremes((0j, first, second, third))
