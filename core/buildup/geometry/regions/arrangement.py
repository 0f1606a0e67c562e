"""Outlines cut wherever they meet: the edges between the nodes, each once, whoever runs along it.

All pairs of strands whose boxes meet are asked what they have in common, in one sweep, whatever
the number of outlines. Places nearer than the tolerance are one node; stretches between the same
two nodes that are nowhere farther apart than that are one edge.
"""

import itertools
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, field, replace

from buildup.geometry.bezier import Cubic, is_plain, line, part_of, point_at
from buildup.geometry.intersect.contacts import Crossing
from buildup.geometry.intersect.crossings import self_crossings
from buildup.geometry.intersect.meeting import met_by
from buildup.geometry.intersect.nodes import Nodes
from buildup.geometry.intersect.prepared import Operand, PreparedSegment, near_pairs, strands_of
from buildup.geometry.nearest import nearest_parameter
from buildup.geometry.progress import MEETING, with_progress
from buildup.messages import refusal

MOST_PAIRS = 120_000
"""Pairs of segments that are looked at for one result: so many take some seconds."""
FAR_OUT = 4096.0
"""Sheet units, some 1.1 m: nearer to 0 nothing is gained by taking off anything."""
MOST_MET = 40_000
"""Places at which they meet, likewise."""


@dataclass(frozen=True, slots=True)
class Stretch:
    """A strand between two parameters; the later one first where it is run through backwards."""

    strand: PreparedSegment
    start: float
    end: float

    @property
    def back(self) -> "Stretch":
        """The same, the other way."""
        return Stretch(self.strand, self.end, self.start)

    @property
    def curve(self) -> Cubic:
        """Its control points; those of the segment itself where it is all of it."""
        cubic = self.strand.cubic
        low, high = min(self.start, self.end), max(self.start, self.end)
        if (low, high) == (0.0, 1.0):
            found = cubic
        elif is_plain(cubic):
            found = line(point_at(cubic, low), point_at(cubic, high))
        else:
            found = part_of(cubic, low, high)
        return found if self.start < self.end else found[::-1]


@dataclass(slots=True, eq=False)
class Edge:
    """What runs between two nodes without meeting anything.

    Args:
        start: the node where it begins.
        end: the node where it ends.
        stretches: the strands that run along it, as they do from `start` to `end`.
        counts: by operand, how often its contours run along it from `start` to `end`, those that
            run the other way taken off.
        left: by operand, how often its contours run around the places to the left of it; operands
            that do not are left out. `windings` finds it.

    """

    start: int
    end: int
    stretches: list[Stretch]
    counts: dict[int, int] = field(default_factory=dict)
    left: dict[int, int] | None = None

    @property
    def right(self) -> dict[int, int]:
        """How often contours run around the places to the right of it."""
        return added(self.left or {}, self.counts)

    def counts_along(self, *, forwards: bool) -> dict[int, int]:
        """The counts as seen by who runs through it that way."""
        return self.counts if forwards else {k: -c for k, c in self.counts.items()}


Step = tuple[Edge, bool]
"""An edge, and whether it is run through forwards."""


@dataclass(frozen=True, slots=True)
class Arrangement:
    """Operands cut at their nodes.

    Args:
        operands: as they were given.
        places: the places of the nodes, by number.
        contours: each contour's operand, and the steps that it takes, in its order.
        edges: every edge once.
        around: by node, the steps that lead away from it.
        tolerance: sheet units; what was nearer is one.
        origin: what was taken off all places, so that they are met near 0.

    """

    operands: tuple[Operand, ...]
    places: Sequence[complex]
    contours: tuple[tuple[int, tuple[Step, ...]], ...]
    edges: tuple[Edge, ...]
    around: dict[int, list[Step]]
    tolerance: float
    origin: complex = 0j


def added(windings: dict[int, int], counts: dict[int, int]) -> dict[int, int]:
    """Two counts together; what comes to 0 is left out."""
    total = dict(windings)
    for operand, count in counts.items():
        new = total.get(operand, 0) + count
        if new:
            total[operand] = new
        else:
            total.pop(operand, None)
    return total


def origin_of(operands: Sequence[Operand]) -> complex:
    """What may be taken off all places without a loss, so that they lie near 0; 0 near the sheet.

    A difference of doubles that are within a factor of two is exact (Sterbenz 1974), and so is the
    way back; so outlines far from 0 meet as they would near it.
    """
    positions = [p for o in operands for contour in o.contours for cubic in contour for p in cubic]
    if not positions:
        return 0j

    def middle(values: Sequence[float]) -> float:
        low, high = min(values), max(values)
        at = (low + high) / 2.0
        near, far = sorted((abs(low), abs(high)))
        sound = low * high > 0.0 and 2.0 * near >= abs(at) and far <= 2.0 * abs(at)
        return at if sound and abs(at) > FAR_OUT else 0.0

    return complex(middle([p.real for p in positions]), middle([p.imag for p in positions]))


def _laid_at(operand: Operand, origin: complex) -> Operand:
    contours = tuple(
        tuple((a - origin, b - origin, c - origin, d - origin) for a, b, c, d in contour)
        for contour in operand.contours
    )
    return replace(operand, contours=contours)


def arranged(operands: Sequence[Operand], tolerance: float) -> Arrangement:
    """Operands cut wherever they meet.

    Args:
        operands: their segments in sheet units.
        tolerance: sheet units, above 0; what is nearer is one.

    Raises:
        Refusal: `too_entangled`.

    """
    if origin := origin_of(operands):
        operands = [_laid_at(o, origin) for o in operands]
    contours = strands_of(operands)
    strands = [s for contour in contours for s in contour]
    nodes = Nodes(tolerance)
    cuts = _cuts(strands, nodes, tolerance)
    edges = _Edges(nodes, tolerance)
    runs = []
    number = 0
    for contour in contours:
        steps: list[Step] = []
        for strand in contour:
            steps += edges.along(strand, cuts[number])
            number += 1
        runs.append((contour[0].operand, tuple(steps)))
    around: defaultdict[int, list[Step]] = defaultdict(list)
    for edge in edges.all:
        around[edge.start].append((edge, True))
        around[edge.end].append((edge, False))
    return Arrangement(
        operands=tuple(operands),
        places=nodes.places,
        contours=tuple(runs),
        edges=tuple(edges.all),
        around=dict(around),
        tolerance=tolerance,
        origin=origin,
    )


def _cuts(
    strands: Sequence[PreparedSegment], nodes: Nodes, tolerance: float
) -> list[list[tuple[float, int]]]:
    """Where each strand is to be cut, and at which place; its ends among them."""
    cuts = [[(0.0, nodes.at(s.cubic[0])), (1.0, nodes.at(s.cubic[3]))] for s in strands]
    pairs = list(itertools.islice(near_pairs(strands), MOST_PAIRS + 1))
    met: list[tuple[int, int, Crossing]] = []
    for i, j in with_progress(pairs, MEETING):
        if len(met) > MOST_MET or len(pairs) > MOST_PAIRS:
            raise refusal("too_entangled")
        met += [(i, j, c) for c in met_by(strands[i], strands[j], tolerance)]
    bent = ((i, s) for i, s in enumerate(strands) if s.cone is None)  # the others go on one way
    met += [(i, i, c) for i, s in bent for c in self_crossings(s.cubic)]
    for i, j, crossing in met:
        position = _place(strands[i].cubic, strands[j].cubic, crossing.t, crossing.u)
        number = nodes.at(crossing.at if position is None else position)
        cuts[i].append((crossing.t, number))
        cuts[j].append((crossing.u, number))
    return cuts


def _place(first: Cubic, second: Cubic, t: float, u: float) -> complex | None:
    """The end of a strand that meets another one there; None where neither ends."""
    for cubic, at in ((first, t), (second, u)):
        if at in (0.0, 1.0):
            return cubic[0] if at == 0.0 else cubic[3]
    return None


class _Edges:
    """The edges so far, by the nodes between which they run."""

    def __init__(self, nodes: Nodes, tolerance: float) -> None:
        self.nodes, self.tolerance = nodes, tolerance
        self.all: list[Edge] = []
        self._between: defaultdict[tuple[int, int], list[Edge]] = defaultdict(list)

    def along(self, strand: PreparedSegment, cuts: list[tuple[float, int]]) -> list[Step]:
        """The steps along a strand, cut at some parameters."""
        (_, first), (_, last), *between = cuts
        here, final = self.nodes.node(first), self.nodes.node(last)
        if not between and here != final:
            return [self._step(Stretch(strand, 0.0, 1.0), here, final)]
        steps = []
        start = 0.0
        for end, number in sorted(between):
            there = self.nodes.node(number)
            if there == here and self._is_short(strand, start, end, here):
                continue
            if there == final and self._is_short(strand, end, 1.0, final):
                break
            steps.append(self._step(Stretch(strand, start, end), here, there))
            start, here = end, there
        if here != final or not self._is_short(strand, start, 1.0, here):
            steps.append(self._step(Stretch(strand, start, 1.0), here, final))
        return steps

    def _is_short(self, strand: PreparedSegment, start: float, end: float, node: int) -> bool:
        """Whether a stretch that returns to its node never leaves it."""
        position = self.nodes.places[node]
        middle = point_at(strand.cubic, (start + end) / 2.0)
        return abs(middle - position) <= 4.0 * self.tolerance

    def _step(self, stretch: Stretch, start: int, end: int) -> Step:
        between = self._between[min(start, end), max(start, end)]
        for edge in between:
            forwards = edge.start == start
            if self._same(edge.stretches[0], stretch if forwards else stretch.back):
                return self._counted(edge, stretch, forwards=forwards)
            if start == end and self._same(edge.stretches[0], stretch.back):
                return self._counted(edge, stretch, forwards=False)
        edge = Edge(start, end, [])
        between.append(edge)
        self.all.append(edge)
        return self._counted(edge, stretch, forwards=True)

    def _counted(self, edge: Edge, stretch: Stretch, *, forwards: bool) -> Step:
        edge.stretches.append(stretch if forwards else stretch.back)
        if not stretch.strand.path:
            edge.counts = added(edge.counts, {stretch.strand.operand: 1 if forwards else -1})
        return edge, forwards

    def _same(self, one: Stretch, other: Stretch) -> bool:
        """Whether two stretches between the same nodes are nowhere farther apart than allowed."""
        first, second = one.curve, other.curve
        reach = 2.0 * self.tolerance
        if all(abs(p - q) <= reach for p, q in zip(first, second, strict=True)):
            return True
        if is_plain(first) and is_plain(second):
            return True
        for t in (0.5, 0.25, 0.75):
            position = point_at(first, t)
            if abs(point_at(second, nearest_parameter(second, position)) - position) > reach:
                return False
        return True
