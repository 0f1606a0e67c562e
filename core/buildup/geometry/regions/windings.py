"""How often contours run around the places on the two sides of each edge of an arrangement.

Along a contour that changes only where another one is met: where two strands clearly cross it
changes by how they cross, and elsewhere a ray is sent from the middle of the edge, which counts
what it passes. Rays meet the contours as they were given, so that what lies at an edge's ends, or
was too short to be one, never counts wrong.
"""

import math
from collections import defaultdict
from collections.abc import Iterable, Iterator, Sequence

from buildup.geometry.angles import unit
from buildup.geometry.bezier import Cubic, derivative_at, point_at
from buildup.geometry.intersect.cones import CLEAR
from buildup.geometry.intersect.prepared import PreparedSegment
from buildup.geometry.monotone import monotone_parts, passes, values
from buildup.geometry.progress import WINDING, with_progress
from buildup.geometry.regions.arrangement import Arrangement, Edge, Step, Stretch, added
from buildup.geometry.tolerances import SAME_PLACE, STANDS_STILL

PLACES = (0.5, 0.39, 0.63, 0.27, 0.77)
"""Parts of an edge from where rays are sent, until one starts clear of all else."""
BESIDE = 10.0
"""Tolerances: where a ray starts, the stretches of its edge lie nearer than this to each other."""
MANY = 100
"""Strands from which on it is worth while to look for a ray that passes few of them."""
TRIED = 8
"""Steps of a contour that are looked at for that."""
SHARE = 8.0
"""Bands that a strand lies in, on the average, at the most."""
NEAR = 1.0
"""Sheet units: what is farther off than this is not measured."""
SLACK = 1e-7
"""Curve parameter: what a ray meets so near to the stretch it starts from is that stretch."""


def find_windings(arrangement: Arrangement) -> None:
    """Set `left` of every edge."""
    rays = _Rays(_strands(arrangement), arrangement.tolerance)
    contours = [rays.from_cheapest(c) for _, c in arrangement.contours]
    steps = [(c[k - 1], step) for c in contours for k, step in enumerate(c)]
    for before, step in with_progress(steps, WINDING):
        edge, _ = step
        if edge.left is not None:
            continue
        known = None
        if before[0].left is not None and before[0] is not edge:
            known = _beyond_node(arrangement, before, step)
        edge.left = rays.left_of(edge) if known is None else known


def _strands(arrangement: Arrangement) -> Iterable[PreparedSegment]:
    """All strands that bound something, each once."""
    found: dict[int, PreparedSegment] = {}
    for edge in arrangement.edges:
        for stretch in edge.stretches:
            if not stretch.strand.path:
                found[id(stretch.strand)] = stretch.strand
    return found.values()


def _beyond_node(arrangement: Arrangement, before: Step, step: Step) -> dict[int, int] | None:
    """The windings left of an edge from those of the one before it; None where rays have to say."""
    edge, forwards = step
    last, along = before
    node = edge.start if forwards else edge.end
    if node != (last.end if along else last.start):
        return None
    around = arrangement.around[node]
    if any(len(e.stretches) > 1 for e, _ in around):
        return None
    left = (last.left or {}) if along else last.right
    if len(around) == 4:
        crossed = _crossed(around, before, step)
        if crossed is None:
            return None
        left = added(left, crossed)
    elif len(around) != 2:
        return None
    return left if forwards else added(left, edge.counts_along(forwards=False))


def _crossed(around: list[Step], before: Step, step: Step) -> dict[int, int] | None:
    """What changes where a strand clearly crosses another one; None where it may not."""
    one = before[0].stretches[0].strand
    others = [s for s in around if s[0] is not before[0] and s[0] is not step[0]]
    if step[0].stretches[0].strand is not one or len(others) != 2:
        return None
    first, second = (e.stretches[0] for e, _ in others)
    if first.strand is not second.strand or first.strand is one:
        return None
    if not _joined(first, second):
        return None
    mine = _leaving(step)
    there = max(first.start, second.start)
    theirs = unit(derivative_at(first.strand.cubic, there))
    sine = (theirs.conjugate() * mine).imag
    if abs(sine) <= CLEAR:
        return None
    strand = first.strand
    return {} if strand.path else {strand.operand: 1 if sine > 0.0 else -1}


def _joined(first: Stretch, second: Stretch) -> bool:
    """Whether two stretches of one strand, both along it, go on from each other."""
    return first.end == second.start or second.end == first.start


def _leaving(step: Step) -> complex:
    """The direction in which a step leaves its node."""
    edge, forwards = step
    stretch = edge.stretches[0]
    direction = unit(
        derivative_at(stretch.strand.cubic, stretch.start if forwards else stretch.end)
    )
    return direction if (stretch.start < stretch.end) == forwards else -direction


class _Monotone:
    """A stretch of a strand that only rises or only sinks, seen across the rays."""

    __slots__ = ("end", "farthest", "high", "low", "nearest", "sense", "start", "strand")

    def __init__(self, strand: PreparedSegment, start: float, end: float, *, level: bool) -> None:
        self.strand, self.start, self.end = strand, start, end
        cubic = strand.cubic
        first = point_at(cubic, start) if start else cubic[0]
        last = point_at(cubic, end) if end < 1.0 else cubic[3]
        low, high = (first.imag, last.imag) if level else (first.real, last.real)
        self.sense = 1 if high > low else -1
        self.low, self.high = min(low, high), max(low, high)
        if level:
            self.nearest, self.farthest = strand.left, strand.right
        else:
            self.nearest, self.farthest = strand.top, strand.bottom


class _Rays:
    """What rays meet that are level, or upright; sorted into bands when they are first asked."""

    def __init__(self, strands: Iterable[PreparedSegment], tolerance: float) -> None:
        self._strands = tuple(strands)
        self._beside = BESIDE * tolerance
        self._bands: dict[bool, _Bands] = {}

    def from_cheapest(self, contour: Sequence[Step]) -> Sequence[Step]:
        """A contour from the step on whose ray passes the fewest strands, among a few of them."""
        if len(self._strands) < MANY:
            return contour
        tried = range(0, len(contour), max(1, len(contour) // TRIED))
        first = min(tried, key=lambda k: self._passed(contour[k][0]), default=0)
        return [*contour[first:], *contour[:first]]

    def _passed(self, edge: Edge) -> int:
        """About how many strands a ray from an edge passes."""
        stretch = edge.stretches[0]
        cubic, t = stretch.strand.cubic, (stretch.start + stretch.end) / 2.0
        position, direction = point_at(cubic, t), derivative_at(cubic, t)
        level = abs(direction.imag) >= abs(direction.real)
        return len(self._banded(level=level).at(position.imag if level else position.real))

    def _banded(self, *, level: bool) -> "_Bands":
        bands = self._bands.get(level)
        if bands is None:
            bands = self._bands[level] = _Bands(self._strands, level=level)
        return bands

    def left_of(self, edge: Edge) -> dict[int, int]:
        """The windings to the left of an edge."""
        stretch = edge.stretches[0]
        best: tuple[float, dict[int, int]] | None = None
        for part in PLACES:
            clear, left = self._left_at(edge, stretch, part)
            if best is None or clear > best[0]:
                best = clear, left
            if clear > self._beside:
                break
        assert best is not None  # noqa: S101
        return best[1]

    def _left_at(self, edge: Edge, stretch: Stretch, part: float) -> tuple[float, dict[int, int]]:
        """How clear of everything else a place of an edge is, and the windings to its left."""
        cubic = stretch.strand.cubic
        t = stretch.start + part * (stretch.end - stretch.start)
        position, direction = point_at(cubic, t), derivative_at(cubic, t)
        if stretch.start > stretch.end:
            direction = -direction
        if abs(direction) <= STANDS_STILL:
            return -1.0, {}
        level = abs(direction.imag) >= abs(direction.real)
        clear, beyond = self._beyond(edge, position, level=level)
        leftwards = direction.imag > 0.0 if level else direction.real < 0.0
        return clear, beyond if leftwards else added(beyond, edge.counts_along(forwards=False))

    def _beyond(
        self, edge: Edge, position: complex, *, level: bool
    ) -> tuple[float, dict[int, int]]:
        """The windings just beyond a place: right of it on a level ray, below it on an upright."""
        bands = self._banded(level=level)
        height, from_here = (
            (position.imag, position.real) if level else (position.real, position.imag)
        )
        own = _Own(edge.stretches, self._beside)
        met: list[tuple[float, _Monotone]] = []
        for m in bands.met(height):
            if m.farthest < from_here - NEAR:
                continue
            if m.nearest > from_here + NEAR:
                met.append((NEAR, m))
                continue
            t = _passing(m.strand.cubic, m, height, level=level)
            at = point_at(m.strand.cubic, t)
            away = (at.real if level else at.imag) - from_here
            if not own.takes(m, t, away):
                met.append((away, m))
        met += own.left_over()
        found: dict[int, int] = {}
        for away, m in met:
            if away > 0.0:
                found[m.strand.operand] = found.get(m.strand.operand, 0) + m.sense
        clear = min((abs(away) for away, _ in met), default=NEAR)
        sign = 1 if level else -1
        return clear, {operand: sign * count for operand, count in found.items() if count}


class _Own:
    """What a ray meets of the edge it starts from: of each stretch what is nearest is the start."""

    def __init__(self, stretches: Sequence[Stretch], beside: float) -> None:
        self._beside = beside
        self._met: list[tuple[Stretch, list[tuple[float, _Monotone]]]] = [
            (s, []) for s in stretches
        ]

    def takes(self, m: _Monotone, t: float, away: float) -> bool:
        """Whether this is met on a stretch of the edge, where the ray starts."""
        if abs(away) > self._beside:
            return False
        for s, met in self._met:
            low, high = min(s.start, s.end) - SLACK, max(s.start, s.end) + SLACK
            if s.strand is m.strand and low <= t <= high:
                met.append((away, m))
                return True
        return False

    def left_over(self) -> Iterator[tuple[float, _Monotone]]:
        """What was taken besides the start: the edge comes back to it as closely as that."""
        for _, met in self._met:
            yield from sorted(met, key=lambda found: abs(found[0]))[1:]


class _Bands:
    """Strands by the heights that their boxes reach; their monotone stretches once asked for."""

    def __init__(self, strands: Iterable[PreparedSegment], *, level: bool) -> None:
        self._level = level
        spans = ((s, s.top, s.bottom) if level else (s, s.left, s.right) for s in strands)
        found = [(s, low, high) for s, low, high in spans if low < high]
        self._low = min((low for _, low, _ in found), default=0.0)
        highest = max((high for _, _, high in found), default=1.0)
        reach = math.fsum(high - low for _, low, high in found)
        span = max(highest - self._low, SAME_PLACE)
        most = SHARE * max(1, len(found)) * span / max(reach, SAME_PLACE)
        count = max(1, min(len(found), round(most)))
        self._size = max(span / count, SAME_PLACE)
        self._bands: defaultdict[int, list[PreparedSegment]] = defaultdict(list)
        self._parts: dict[int, list[_Monotone]] = {}
        for strand, low, high in found:
            for band in range(self._band(low), self._band(high) + 1):
                self._bands[band].append(strand)

    def _band(self, height: float) -> int:
        return int((height - self._low) / self._size)

    def at(self, height: float) -> Sequence[PreparedSegment]:
        """The strands that may lie at a height."""
        return self._bands.get(self._band(height), ())

    def met(self, height: float) -> Iterator[_Monotone]:
        """The monotone stretches that pass a height."""
        for strand in self.at(height):
            low, high = (strand.top, strand.bottom) if self._level else (strand.left, strand.right)
            if low <= height <= high:
                if (parts := self._parts.get(id(strand))) is None:
                    parts = self._parts[id(strand)] = list(_monotone(strand, level=self._level))
                yield from (m for m in parts if m.low <= height < m.high)


def _monotone(strand: PreparedSegment, *, level: bool) -> Iterable[_Monotone]:
    for start, end in monotone_parts(values(strand.cubic, level=level)):
        made = _Monotone(strand, start, end, level=level)
        if made.low < made.high:
            yield made


def _passing(cubic: Cubic, m: _Monotone, height: float, *, level: bool) -> float:
    """The parameter at which a monotone stretch passes a height."""
    return passes(values(cubic, level=level), m.start, m.end, height, rising=m.sense > 0)
