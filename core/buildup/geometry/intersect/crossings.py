"""Where two segments cross, touch or lie on each other, and where one crosses itself.

Halving with certain exclusion (a segment lies between two parallels of its chord), until the
directions of two stretches cannot agree, so that they cross once at most: then Newton's method; or
until both follow one axis: then `contacts` finds all they have in common, however slight.
Sources: fat lines, Sederberg and Nishita, "Curve intersection using Bézier clipping", CAD 22
(1990); tangent cones, Sederberg and Meyers, "Loop detection in surface patch intersections",
CAGD 5 (1988); at most nine crossings, Bézout.
"""

import itertools
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field
from functools import cached_property

from buildup.geometry.angles import cross, dot, unit
from buildup.geometry.bezier import (
    Cubic,
    derivative_at,
    extremes,
    part_of,
    point_at,
    quadratic_roots,
    split_at,
)
from buildup.geometry.boxes import Box
from buildup.geometry.intersect.cones import Cone, cone, cross_once_at_most
from buildup.geometry.intersect.contacts import MEETS, Crossing, Graph, Span, alongside, common_axis
from buildup.geometry.intersect.exclusion import apart, beside_each_other
from buildup.geometry.intersect.newton import powers, step
from buildup.geometry.intersect.samecurve import Overlap, common_length
from buildup.geometry.intersect.touches import differ, each_once, lies_on, shared_ends
from buildup.geometry.nearest import nearest_parameter
from buildup.geometry.progress import add_work
from buildup.geometry.tolerances import NO_LENGTH, SAME_PLACE
from buildup.messages import refusal

MOST_STEPS = 20_000
"""Pairs of stretches tried; nine crossings take about 300."""
A_PAIR = 300
"""So many of them are told of as one more pair of curves."""
SHORTEST = 1e-6
"""Curve parameter: stretches this short that still may meet are polished as a touch."""
TOUCHING = 1e-9
"""Sine of an angle: where two curves run on so alike, they touch."""
NARROW = 0.45
"""Sine of an angle (27°): a stretch that turns by less is looked at along an axis."""
STILL = 1e-6
"""Part of the control polygon: slower than this a curve stands still, and is cut there."""


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
    met = _met(first, second, inside)
    ends = [c for length in met.lengths for c in (length.start, length.end)]
    found = each_once(first, second, _distinct([*_beside(met), *ends]))
    return tuple(c for c in found if inside is None or Box.around((c.at,)).meets(inside))


@dataclass(frozen=True, slots=True)
class Common:
    """What two segments have in common: points, and lengths, both in the first one's order."""

    points: tuple[Crossing, ...] = ()
    lengths: tuple[Overlap, ...] = ()


def common(first: Cubic, second: Cubic) -> Common:
    """The crossings of two segments, and the lengths on which they lie on each other.

    Curved ones have one length at the most, unless one turns back in a spike thinner than what
    counts as one place; straight ones that turn back may have several. The ends of a length are no
    crossings.

    Raises:
        Refusal: `too_entangled`; no such pair is known.

    >>> both = common((0j, 0j, 9 + 0j, 9 + 0j), (6 + 0j, 6 + 0j, 20 + 0j, 20 + 0j))
    >>> both.points, [o.end.at for o in both.lengths]
    ((), [(9+0j)])
    """
    met = _met(first, second, None)
    points = each_once(first, second, _distinct(_beside(met)))
    return Common(tuple(points), tuple(met.lengths))


def overlaps(first: Cubic, second: Cubic) -> tuple[Overlap, ...]:
    """The lengths on which two segments lie on each other, as `common`."""
    return common(first, second).lengths


def _beside(met: "_Met") -> list[Crossing]:
    """The common points that are on no common length."""
    return [p for p in met.points if not any(lies_on(p, length) for length in met.lengths)]


def _distinct(crossings: Iterable[Crossing]) -> list[Crossing]:
    found: list[Crossing] = []
    for crossing in sorted(crossings, key=lambda c: c.t):
        if all(differ(crossing, c) for c in found):
            found.append(crossing)
    return found


def self_crossings(segment: Cubic) -> tuple[Crossing, ...]:
    """Where a segment crosses itself: once at the most, with `t` before `u`; ends do not count.

    In closed form: with A(t) = a₃t³ + a₂t² + a₁t + a₀ the sum and the product of the two parameters
    follow from (A(t) − A(u)) / (t − u) = 0, crossed with a₃ and with a₂. A straight segment that
    turns back has none.

    >>> [round(c.t, 3) for c in self_crossings((0j, 150 + 100j, -50 + 100j, 100 + 0j))]
    [0.173]
    >>> self_crossings((0j, 1j, 2 + 1j, 2 + 0j))
    ()
    """
    a, b, c, d = segment
    one, two, three = 3.0 * (b - a), 3.0 * (a - 2.0 * b + c), d - a + 3.0 * (b - c)
    turn = cross(two, three)
    if abs(turn) <= 1e-12 * abs(two) * abs(three):
        return ()
    total = -cross(one, three) / turn
    product = total * total - cross(one, two) / turn
    roots = quadratic_roots(1.0, -total, product)
    if len(roots) != 2:
        return ()
    t, u = sorted(roots)
    sound = t >= 0.0 and u <= 1.0 and u - t > NO_LENGTH and (t, u) != (0.0, 1.0)
    return (Crossing(t, u, point_at(segment, t)),) if sound else ()


@dataclass(slots=True)
class _Met:
    points: list[Crossing] = field(default_factory=list)
    lengths: list[Overlap] = field(default_factory=list)


def _met(first: Cubic, second: Cubic, inside: Box | None) -> _Met:
    """All common points and lengths; a point may come several times."""
    if apart(first, second):
        return _Met()
    for segment, other, swapped in ((first, second, False), (second, first, True)):
        a, b, c, d = segment
        if abs(a - d) <= NO_LENGTH and abs(a - b) <= NO_LENGTH and abs(a - c) <= NO_LENGTH:
            return _Met(_spot_on(a, other, swapped=swapped))
    if line := _common_line(first, second):
        return _along_line(_pieces(first), _pieces(second), line)
    same = common_length(first, second)
    if same is None:
        met = _searched(_pieces(first), _pieces(second), inside)
        met.points += shared_ends(first, second)
        return met
    met = _Met(lengths=[same])
    start, end = same.start, same.end
    low, high = sorted((start.u, end.u))
    rest, others = list(_outside_of(first, start.t, end.t)), list(_outside_of(second, low, high))
    met.points += _searched(rest, _pieces(second), inside).points
    met.points += _searched([_span(first, start.t, end.t)], others, inside).points
    for own in self_crossings(first):
        if start.t <= own.t and own.u <= end.t:
            for t, u in ((own.t, own.u), (own.u, own.t)):
                k = (u - start.t) / (end.t - start.t)
                met.points.append(Crossing(t, start.u + k * (end.u - start.u), own.at))
    return met


def _spot_on(position: complex, other: Cubic, *, swapped: bool) -> list[Crossing]:
    """The common point of a segment of no length and another one."""
    u = nearest_parameter(other, position)
    if abs(point_at(other, u) - position) > MEETS:
        return []
    return [Crossing(u, 0.0, position) if swapped else Crossing(0.0, u, position)]


def _searched(firsts: Iterable[Span], seconds: Iterable[Span], inside: Box | None) -> _Met:
    """The common points and lengths of some parts of two segments."""
    met = _Met()
    stack = list(itertools.product(map(_Stretch, firsts), list(map(_Stretch, seconds))))
    steps = 0
    while stack:
        steps += 1
        if steps > MOST_STEPS:
            raise refusal("too_entangled.curves")
        if steps % A_PAIR == 0:
            add_work(1)
        first, second = stack.pop()
        a, b = first.span, second.span
        if apart(a.part, b.part) or (inside is not None and _outside(a, b, inside)):
            continue
        small = max(a.end - a.start, b.end - b.start) < SHORTEST
        small = small or (first.size <= SAME_PLACE and second.size <= SAME_PLACE)
        one, other = cones = first.cone, second.cone
        if small or (one and other and cross_once_at_most(one, other)):
            found = _polished(a, b) or (_of_chords(a, b) if small else None)
            if found is not None:
                met.points.append(found)
            if found is not None or small:
                continue
        elif beside_each_other(a.part, b.part, one, other):
            continue
        elif _narrow(*cones) and (axis := common_axis(a.part, b.part)):
            common = alongside(a, b, axis)
            met.points += common.points
            if common.length is not None:
                ends = sorted(common.length, key=lambda c: c.t)
                met.lengths.append(Overlap(*ends))
            continue
        if first.size >= second.size:
            stack += [(half, second) for half in first.halves]
        else:
            stack += [(first, half) for half in second.halves]
    met.lengths = _joined(met.lengths)
    return met


def _common_line(first: Cubic, second: Cubic) -> complex | None:
    """The direction of the line on which both segments lie, straight ones; None without one."""
    points = (*first, *second)
    direction = unit(max((p - first[0] for p in points), key=abs))
    return direction if all(abs(cross(direction, p - first[0])) <= MEETS for p in points) else None


def _along_line(firsts: list[Span], seconds: list[Span], line: complex) -> _Met:
    """What two segments on one line have in common, each cut where it turns back."""
    met = _Met()
    for a, b in itertools.product(firsts, seconds):
        graphs = Graph(a, line), Graph(b, line)
        low, high = max(w.low for w in graphs), min(w.high for w in graphs)
        if high < low - MEETS:
            continue
        positions = ((low + high) / 2.0,) if high - low <= SAME_PLACE else (low, high)
        met_at = [Crossing(t, u, point_at(a.segment, t)) for t, u in _both(graphs, positions)]
        if len(met_at) == 1:
            met.points += met_at
        else:
            met.lengths.append(Overlap(*sorted(met_at, key=lambda c: c.t)))
    met.lengths = _joined(met.lengths)
    return met


def _both(graphs: tuple[Graph, Graph], positions: Iterable[float]) -> Iterator[tuple[float, float]]:
    return ((graphs[0].parameter(x), graphs[1].parameter(x)) for x in positions)


def _span(segment: Cubic, start: float, end: float) -> Span:
    return Span(segment, part_of(segment, start, end), start, end)


def _pieces(segment: Cubic) -> list[Span]:
    """A segment, cut where it stands still or turns back on itself."""
    if cone(segment) is not None:
        return [Span(segment, segment, 0.0, 1.0)]
    cuts = set(turning_points(segment))
    size = _size(segment)
    for t in extremes(segment):
        if abs(derivative_at(segment, t)) < STILL * size:
            cuts.add(t)
    positions = [0.0, *sorted(cuts), 1.0]
    return [_span(segment, low, high) for low, high in itertools.pairwise(positions)]


def _outside_of(segment: Cubic, low: float, high: float) -> Iterator[Span]:
    """The parts of a segment before and after a stretch."""
    if low > NO_LENGTH:
        yield _span(segment, 0.0, low)
    if high < 1.0 - NO_LENGTH:
        yield _span(segment, high, 1.0)


class _Stretch:
    """A stretch that meets several others: what is asked of it is worked out once."""

    def __init__(self, span: Span) -> None:
        self.span = span
        self.size = _size(span.part)

    @cached_property
    def cone(self) -> Cone | None:
        return cone(self.span.part)

    @cached_property
    def halves(self) -> "tuple[_Stretch, _Stretch]":
        span = self.span
        middle = (span.start + span.end) / 2.0
        left, right = split_at(span.part, 0.5)
        return (
            _Stretch(Span(span.segment, left, span.start, middle)),
            _Stretch(Span(span.segment, right, middle, span.end)),
        )


def _size(part: Cubic) -> float:
    """The length of its control polygon."""
    a, b, c, d = part
    return abs(b - a) + abs(c - b) + abs(d - c)


def _joined(lengths: list[Overlap]) -> list[Overlap]:
    """Lengths in order; those that go on with each other as one."""
    joined: list[Overlap] = []
    for length in sorted(lengths, key=lambda o: o.start.t):
        last = joined[-1] if joined else None
        if last is not None and _goes_on(last, length):
            joined[-1] = Overlap(last.start, length.end)
        else:
            joined.append(length)
    return joined


def _goes_on(one: Overlap, other: Overlap) -> bool:
    """Whether a length begins where another one ends, on both segments and in the same way."""
    same_way = (one.end.u > one.start.u) == (other.end.u > other.start.u)
    near = abs(one.end.u - other.start.u) <= 1e-3
    return same_way and near and not differ(one.end, other.start)


def _outside(a: Span, b: Span, inside: Box) -> bool:
    return not (hull_box(a.part).meets(inside) and hull_box(b.part).meets(inside))


def _narrow(first: Cone | None, second: Cone | None) -> bool:
    """Whether two stretches are so straight that those side by side stay so."""
    if first is None or second is None:
        return False
    return all(abs(cross(p, q)) <= NARROW for p, q in (first, second))


def _polished(a: Span, b: Span) -> Crossing | None:
    """The common point of two stretches; None where Newton's method leaves them.

    Where they touch, the two tangents agree: the step along them goes half the way to both sides.
    """
    first, second = a.segment, b.segment
    t, u = _by_chords(a, b)
    one, two = powers(first), powers(second)
    for _ in range(40):
        more_t, more_u, _ = step(one, two, t, u, slightest=TOUCHING)
        new_t, new_u = t + more_t, u + more_u
        new_t = 0.0 if new_t < 0.0 else 1.0 if new_t > 1.0 else new_t
        new_u = 0.0 if new_u < 0.0 else 1.0 if new_u > 1.0 else new_u
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


def _of_chords(a: Span, b: Span) -> Crossing | None:
    """The common point of two stretches that are no larger than a place; None where none is."""
    t, u = _by_chords(a, b)
    at = point_at(a.segment, t)
    return Crossing(t, u, at) if abs(point_at(b.segment, u) - at) <= MEETS else None


def _by_chords(a: Span, b: Span) -> tuple[float, float]:
    """The parameters where the chords of two stretches cross, kept within them."""
    p, q = a.part[3] - a.part[0], b.part[3] - b.part[0]
    gap, turn = b.part[0] - a.part[0], cross(p, q)
    if turn == 0.0:
        return (a.start + a.end) / 2.0, (b.start + b.end) / 2.0
    t = min(1.0, max(0.0, cross(gap, q) / turn))
    u = min(1.0, max(0.0, cross(gap, p) / turn))
    return a.start + t * (a.end - a.start), b.start + u * (b.end - b.start)


def turning_points(segment: Cubic) -> tuple[float, ...]:
    """Where a segment whose control points lie on one line turns back on it; () for all others.

    >>> turning_points((0j, 4 + 0j, -2 + 0j, 2 + 0j))[0] < 0.5
    True
    """
    a, b, c, d = segment
    vectors = (b - a, c - a, d - a)
    direction = unit(max(vectors, key=abs))
    if any(abs(cross(direction, w)) > MEETS for w in vectors):
        return ()
    first, second, third = (complex(dot(direction, w), 0.0) for w in vectors)
    return extremes((0j, first, second, third))
