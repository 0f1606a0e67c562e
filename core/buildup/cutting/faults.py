"""What is wrong with a drawing that is to be cut: each fault with its place.

Open paths, lines that lie on each other, pieces that are smaller than the blade can hold, forms
nearer to each other than the blade is wide, lines that lie off the sheet.
"""

import itertools
import math
from collections import defaultdict
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

from buildup.cutting.plan import MM, CutPlan
from buildup.drawing.model import Drawing
from buildup.formats.scene import Node, Piece, scene
from buildup.geometry.angles import cross, dot, unit
from buildup.geometry.boxes import Box
from buildup.geometry.flattening import polyline
from buildup.geometry.polygons import area
from buildup.geometry.progress import Stage, with_progress

FaultKind = Literal["open", "doubled", "tiny", "close", "outside"]
Point = tuple[float, float]
SAME_LINE = 0.02 * MM
"""Sheet units, 0.02 mm: lines that are this near to each other all along are one to a blade."""
IN_LINE = 0.02
"""Sine: about 1°."""
TINY = 8.0
"""Squares of the blade's width: the area of a piece that nothing holds any more."""
MOST_SPOTS = 60_000
"""Places along all lines that are looked at."""
MOST_FAULTS = 200
"""Of one kind."""
LOOKED_AT: Stage = (0.2, 1.0)
"""Of the work, comparing spots."""
APART = 6
"""Spots along a path between two places of it that are not neighbours."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Fault:
    """Something that will not be cut well."""

    kind: FaultKind
    at: Point
    """On the drawing's sheet."""
    item: str | None
    """The item that it is in."""
    name: str
    """What that is called."""
    distance: float | None = None
    """Millimetres between two forms, or square millimetres of a tiny piece."""


@dataclass(frozen=True, slots=True)
class _Line:
    """A path as it is cut."""

    number: int
    places: tuple[complex, ...]
    closed: bool
    item: str | None
    name: str


@dataclass(frozen=True, slots=True)
class _Spot:
    """A place along a path, and how it runs there."""

    at: complex
    direction: complex
    line: _Line
    index: int


def faults_of(drawing: Drawing, items: Iterable[str] | None, plan: CutPlan) -> tuple[Fault, ...]:
    """What is wrong with a drawing, or with some of its items."""
    lines = list(_lines(scene(drawing, items), plan))
    sheet = Box(0.0, 0.0, drawing.sheet.width, drawing.sheet.height)
    blade = plan.blade * MM
    found = [*_open(lines), *_tiny(lines, blade), *_outside(lines, sheet)]
    found += _near(lines, blade)
    counts: dict[FaultKind, int] = defaultdict(int)
    kept = []
    for fault in found:
        counts[fault.kind] += 1
        if counts[fault.kind] <= MOST_FAULTS:
            kept.append(fault)
    return tuple(kept)


def _lines(
    nodes: Iterable[Node], plan: CutPlan, item: tuple[str | None, str] = (None, "")
) -> Iterator[_Line]:
    """All paths that are cut, each with the item that it is in."""
    numbers = itertools.count()

    def walk(some: Iterable[Node], of: tuple[str | None, str]) -> Iterator[_Line]:
        for node in some:
            if isinstance(node, Piece):
                for contour in node.form.contours:
                    positions = polyline(contour.segments, plan.tolerance * MM)
                    if len(positions) > 1:
                        yield _Line(next(numbers), positions, contour.closed, *of)
                continue
            own = of if node.item is None else (node.item.id, node.item.name)
            yield from walk(node.held, own)

    return walk(nodes, item)


def _fault(kind: FaultKind, at: complex, line: _Line, distance: float | None = None) -> Fault:
    position = (at.real, at.imag)
    return Fault(kind=kind, at=position, item=line.item, name=line.name, distance=distance)


def _open(lines: Sequence[_Line]) -> Iterator[Fault]:
    for line in lines:
        if not line.closed:
            yield _fault("open", line.places[0], line)


def _tiny(lines: Sequence[_Line], blade: float) -> Iterator[Fault]:
    for line in lines:
        size = area(line.places) if line.closed else math.inf
        if size < TINY * blade * blade:
            yield _fault("tiny", Box.around(line.places).centre, line, size / MM**2)


def _outside(lines: Sequence[_Line], sheet: Box) -> Iterator[Fault]:
    for line in lines:
        off = next((p for p in line.places if not _on(sheet, p)), None)
        if off is not None:
            yield _fault("outside", off, line)


def _on(sheet: Box, position: complex) -> bool:
    """Whether a place lies on the sheet; on its very edge it does."""
    slack = 1e-6
    return (
        sheet.left - slack <= position.real <= sheet.right + slack
        and sheet.top - slack <= position.imag <= sheet.bottom + slack
    )


def _near(lines: Sequence[_Line], blade: float) -> Iterator[Fault]:
    """Lines on each other, and forms nearer to each other than the blade is wide.

    Spots along all lines lie in a grid of cells; each is compared with those around it only.
    """
    whole = math.fsum(abs(b - a) for line in lines for a, b in itertools.pairwise(line.places))
    step = max(blade, whole / MOST_SPOTS)
    spots = [s for line in lines for s in _spots(line, step)]
    reach = max(blade, SAME_LINE)
    cell = reach + step
    grid: dict[tuple[int, int], list[_Spot]] = defaultdict(list)
    for spot in spots:
        grid[_cell(spot.at, cell)].append(spot)
    nearest: dict[tuple[int, int], tuple[float, _Spot]] = {}
    on_each_other: dict[tuple[int, int], list[_Spot]] = defaultdict(list)
    counts = {line.number: 0 for line in lines}
    for spot in spots:
        counts[spot.line.number] = max(counts[spot.line.number], spot.index + 1)
    for spot in with_progress(spots, LOOKED_AT):
        x, y = _cell(spot.at, cell)
        for column, row in itertools.product((x - 1, x, x + 1), (y - 1, y, y + 1)):
            for other in grid.get((column, row), ()):
                pair = (spot.line.number, other.line.number)
                if pair[0] > pair[1] or not _apart(spot, other, counts[spot.line.number]):
                    continue
                away = _away(spot, other, step)
                if away < SAME_LINE and abs(cross(spot.direction, other.direction)) < IN_LINE:
                    on_each_other[pair].append(spot)
                if away < blade and away < nearest.get(pair, (math.inf, spot))[0]:
                    nearest[pair] = (away, spot)
    for pair, several in on_each_other.items():
        distinct = {s.index for s in several}
        if len(distinct) >= 3:  # else they only touch or cross
            nearest.pop(pair, None)
            yield _fault("doubled", several[len(several) // 2].at, several[0].line)
    for away, spot in nearest.values():
        yield _fault("close", spot.at, spot.line, away / MM)


def _spots(line: _Line, step: float) -> Iterator[_Spot]:
    """Places along a path, no further apart than a step."""
    numbers = itertools.count()
    for a, b in itertools.pairwise(line.places):
        far = abs(b - a)
        if far == 0.0:
            continue
        direction = unit(b - a)
        for n in range(max(1, math.ceil(far / step))):
            yield _Spot(a + direction * min(n * step, far), direction, line, next(numbers))


def _apart(spot: _Spot, other: _Spot, count: int) -> bool:
    """Whether two spots are no neighbours along one path; pairs on one path count once."""
    if spot.line.number != other.line.number:
        return True
    between = other.index - spot.index
    around = count - between if spot.line.closed else between
    return (
        between > 0 and min(between, around) > APART and dot(spot.direction, other.direction) < 0.5
    )


def _away(spot: _Spot, other: _Spot, step: float) -> float:
    """How far a spot is from the stretch of line that begins at another one."""
    to = spot.at - other.at
    along = min(max(dot(to, other.direction), 0.0), step)
    return abs(to - other.direction * along)


def _cell(at: complex, size: float) -> tuple[int, int]:
    return math.floor(at.real / size), math.floor(at.imag / size)
