"""Set operations on regions bounded by cubics and lines: exact, for any number of operands.

Everything is met at once (`arrangement`), each side of each edge is asked what it lies inside of
(`windings`), and what is kept is traced (`tracing`). Nothing is flattened: parts of a result are
parts of the operands' segments (`rejoining`).
"""

import itertools
import math
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import TypeVar

from buildup.geometry.areas import area_of
from buildup.geometry.bezier import point_at
from buildup.geometry.boxes import Box
from buildup.geometry.boxgrid import BoxGrid
from buildup.geometry.inside import winding
from buildup.geometry.intersect.prepared import Operand, closed
from buildup.geometry.progress import PUTTING_TOGETHER, with_progress
from buildup.geometry.regions.arrangement import Arrangement, Step, arranged
from buildup.geometry.regions.rejoining import Part, parts_along, parts_of, runs_of
from buildup.geometry.regions.tracing import Keep, Unsound, faces, loops, loops_of, sides
from buildup.geometry.regions.windings import find_windings
from buildup.geometry.tolerances import SAME_PLACE
from buildup.messages import refusal

COARSER = 30.0
"""By how much the tolerance grows where what was met does not close."""
ATTEMPTS = 3
"""The last one tells places 0.9 thousandths of a sheet unit apart: a fifth of a micrometre."""

Loop = tuple[Part, ...]
T = TypeVar("T")


def union(_inside: frozenset[int]) -> bool:
    """What lies inside any operand."""
    return bool(_inside)


def everything(_inside: frozenset[int]) -> bool:
    """All that is enclosed, also by paths, and also where no operand is."""
    return True


def difference(inside: frozenset[int]) -> bool:
    """What lies inside the first operand and no other one."""
    return inside == {0}


def symmetric_difference(inside: frozenset[int]) -> bool:
    """What lies inside an odd number of operands."""
    return len(inside) % 2 == 1


def intersection_of(count: int) -> Keep:
    """What lies inside all of so many operands."""
    return lambda inside: len(inside) == count


def area_of_loops(loops: Iterable[Loop]) -> float:
    """The area that loops of a region enclose, holes taken off; square sheet units.

    >>> area_of_loops(())
    0.0
    """
    return abs(math.fsum(area_of(part.curve for part in loop) for loop in loops))


@dataclass(frozen=True, slots=True)
class Region:
    """A connected part of the plane.

    Args:
        inside: the numbers of the operands it lies inside of.
        outer: the loop around it, clockwise on the screen.
        holes: the loops around what is left out, the other way.

    """

    inside: frozenset[int]
    outer: Loop
    holes: tuple[Loop, ...] = ()

    def holds(self, position: complex) -> bool:
        """Whether a place lies in it."""
        return _holds(self.outer, position) and not any(_holds(h, position) for h in self.holes)


def combined(operands: Sequence[Operand], keep: Keep) -> tuple[Loop, ...]:
    """The loops that bound what is kept of some operands; may be empty.

    Args:
        operands: any number of them, in sheet units.
        keep: says of what a place lies inside of whether it is kept; of nothing at all it is not.

    Returns:
        Loops that are simple and may touch at anchors; outer ones run clockwise on the screen,
        holes the other way, so that both fill rules give the same. Segments that are not cut come
        through bit for bit. What is thinner than the tolerance is left out.

    Raises:
        Refusal: `unsound_region`, where the operands meet in ways that cannot be told apart;
            `too_entangled`, where they do so in too many places.

    >>> from buildup.geometry.bezier import line
    >>> def square(at, size):
    ...     p = [at, at + size, at + size * (1 + 1j), at + size * 1j]
    ...     return Operand((tuple(line(a, b) for a, b in zip(p, [*p[1:], p[0]])),))
    >>> [len(loop) for loop in combined([square(0j, 4), square(2 + 2j, 4)], union)]
    [8]
    >>> combined([square(0j, 4), square(4 + 0j, 4)], intersection_of(2))
    ()
    """
    return combined_each(operands, (keep,))[0]


def combined_each(
    operands: Sequence[Operand], keeps: Sequence[Keep]
) -> tuple[tuple[Loop, ...], ...]:
    """Several regions of the same operands, which are met once; as `combined`, in their order."""

    def found(arrangement: Arrangement) -> list[tuple[Loop, ...]]:
        every = []
        for keep in keeps:
            walks = with_progress(loops(arrangement, keep), PUTTING_TOGETHER)
            made = (parts_of(loop, arrangement) for loop in walks)
            every.append(tuple(loop for loop in made if not _is_sliver(loop)))
        return every

    return tuple(_attempted(operands, found))


def partition(operands: Sequence[Operand], keep: Keep = union) -> tuple[Region, ...]:
    """The regions into which outlines and paths divide what is kept, each connected.

    Args:
        operands: any number of them; paths divide what the others bound.
        keep: as in `combined`; `everything` gives also what paths alone enclose.

    Raises:
        Refusal: `unsound_region` or `too_entangled`.

    """
    return tuple(_attempted(operands, lambda a: [f.region for f in _faces_of(a, keep)]))


@dataclass(frozen=True, slots=True)
class Swept:
    """What comes of taking some regions out of all.

    Args:
        inside: the operands that each place of those asked for lies inside of, in their order;
            places outside of all regions are left out.
        taken: the loops around what was taken, as one.
        left: by operand that loses some, the loops around what is left of it.

    """

    inside: tuple[frozenset[int], ...]
    taken: tuple[Loop, ...]
    left: Mapping[int, tuple[Loop, ...]]


def swept(operands: Sequence[Operand], positions: Sequence[complex]) -> Swept:
    """The regions of a partition that lie at some places, fused, and what they leave.

    Args:
        operands: any number of them; paths divide what the others bound.
        positions: each stands for the region around it.

    Raises:
        Refusal: `unsound_region` or `too_entangled`.

    """
    return _attempted(operands, lambda a: _swept(a, positions))


def _swept(arrangement: Arrangement, positions: Sequence[complex]) -> Swept:
    found = _faces_of(arrangement, everything)
    there = _LoopIndex(f.region.outer for f in found)
    at = [next((k for k in there.near(p) if found[k].region.holds(p)), None) for p in positions]
    chosen = dict.fromkeys(k for k in at if k is not None)
    sides_of = {step: k for k, face in enumerate(found) for step in face.steps}
    losing = {o for k in chosen for o in found[k].region.inside}
    taken: list[Step] = []
    left: dict[int, list[Step]] = {o: [] for o in sorted(losing)}
    for edge in arrangement.edges:
        both = sides_of.get((edge, True)), sides_of.get((edge, False))
        right, other = (k in chosen for k in both)
        if right != other:
            taken.append((edge, right))
        ours, theirs = (
            losing & found[k].region.inside if k is not None and k not in chosen else frozenset()
            for k in both
        )
        for operand in ours ^ theirs:
            left[operand].append((edge, operand in ours))

    def around(steps: Sequence[Step]) -> tuple[Loop, ...]:
        made = (parts_of(loop, arrangement) for loop in loops_of(steps))
        return tuple(loop for loop in made if not _is_sliver(loop))

    inside = tuple(found[k].region.inside for k in chosen)
    return Swept(inside, around(taken), {o: around(steps) for o, steps in left.items()})


def divided(
    paths: Sequence[Operand], by: Sequence[Operand], keep: Keep
) -> tuple[tuple[int, tuple[Part, ...]], ...]:
    """The parts of paths that lie where places are kept, each with the number of its path.

    Args:
        paths: outlines or paths; each of their contours is cut.
        by: the operands that cut.
        keep: says of what a place lies inside of whether it is kept; what runs along an edge of
            what is kept counts as kept.

    Returns:
        Runs of parts in the order of the contours; a closed one that is not cut ends where it
        began.

    Raises:
        Refusal: `unsound_region` or `too_entangled`.

    """
    lines = [p if p.path else replace(p, contours=closed(p), path=True) for p in paths]

    def found(arrangement: Arrangement) -> list[tuple[int, tuple[Part, ...]]]:
        runs = []
        for operand, contour in arrangement.contours:
            if operand < len(by):
                continue
            kept = [any(keep(s) for s in sides(arrangement, edge)) for edge, _ in contour]
            for run in runs_of(contour, kept):
                runs.append((operand - len(by), parts_along(run, arrangement)))
        return runs

    return tuple(_attempted([*by, *lines], found))


def _attempted(operands: Sequence[Operand], work: Callable[[Arrangement], T]) -> T:
    """A piece of work on an arrangement, which is made coarser where it does not close."""
    tolerance = SAME_PLACE
    for _ in range(ATTEMPTS):
        arrangement = arranged(operands, tolerance)
        find_windings(arrangement)
        try:
            return work(arrangement)
        except Unsound:
            tolerance *= COARSER
    raise refusal("too_entangled.curves")


def _is_sliver(loop: Loop) -> bool:
    """Whether a loop is thinner than the tolerance."""
    around = sum(abs(p - q) for part in loop for p, q in itertools.pairwise(part.curve))
    return abs(area_of(part.curve for part in loop)) <= SAME_PLACE * around


@dataclass(frozen=True, slots=True)
class _Face:
    """A face of an arrangement: the steps around it, and the region it is."""

    steps: tuple[Step, ...]
    region: Region


def _faces_of(arrangement: Arrangement, keep: Keep) -> list[_Face]:
    """The faces of what is kept: each hole belongs to the smallest outer loop around it."""
    outer: list[tuple[float, list[Step], Loop]] = []
    holes: list[tuple[float, list[Step], Loop]] = []
    for steps in with_progress(faces(arrangement, keep), PUTTING_TOGETHER):
        loop = parts_of(steps, arrangement)
        if _is_sliver(loop):
            continue
        area = area_of(p.curve for p in loop)
        (outer if area > 0.0 else holes).append((area, steps, loop))
    outer.sort(key=lambda o: o[0])
    held: list[list[tuple[list[Step], Loop]]] = [[] for _ in outer]
    steps_of = [frozenset(steps) for _, steps, _ in outer]
    there = _LoopIndex(loop for _, _, loop in outer)
    for _, steps, hole in holes:
        edge, forwards = steps[0]
        position = point_at(edge.stretches[0].curve, 0.5) + arrangement.origin
        beyond = (edge, not forwards)  # what lies across that edge is another face
        around = (
            k
            for k in there.near(position)
            if beyond not in steps_of[k] and _winds(outer[k][2], position)
        )
        if (k := next(around, None)) is not None:
            held[k].append((steps, hole))
    found = []
    for (_, steps, loop), inner in zip(outer, held, strict=True):
        edge, forwards = steps[0]
        inside = sides(arrangement, edge)[forwards]
        region = Region(inside, loop, tuple(hole for _, hole in inner))
        found.append(_Face((*steps, *(s for more, _ in inner for s in more)), region))
    return found


class _LoopIndex:
    """Loops that are looked up by a place."""

    def __init__(self, loops: Iterable[Loop]) -> None:
        self._grid = BoxGrid()
        self._boxes = [Box.around(q for p in loop for q in p.curve) for loop in loops]
        for number, box in enumerate(self._boxes):
            self._grid.add(number, box)

    def near(self, position: complex) -> list[int]:
        """The numbers of those whose boxes hold a place, in their order."""
        return sorted({k for k in self._grid.near(position) if self._boxes[k].has(position)})


def _holds(loop: Loop, position: complex) -> bool:
    box = Box.around(q for p in loop for q in p.curve)
    return box.has(position) and _winds(loop, position)


def _winds(loop: Loop, position: complex) -> bool:
    return winding((p.curve for p in loop), position) != 0
