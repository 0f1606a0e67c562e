"""Set operations on regions bounded by cubics and lines: exact, for any number of operands.

Everything is met at once (`arrangement`), each side of each edge is asked what it lies inside of
(`windings`), and what is kept is traced (`tracing`). Nothing is flattened: parts of a result are
parts of the operands' segments (`rejoining`).
"""

import itertools
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import TypeVar

from buildup.errors import Refusal
from buildup.geometry.areas import area_of
from buildup.geometry.arrangement import Arrangement, arranged
from buildup.geometry.bezier import point_at
from buildup.geometry.boxes import Box
from buildup.geometry.inside import winding
from buildup.geometry.rejoining import Part, parts_along, parts_of, runs_of
from buildup.geometry.strands import Operand, closed
from buildup.geometry.tolerances import SAME_PLACE
from buildup.geometry.tracing import Keep, Unsound, faces, loops, sides
from buildup.geometry.windings import find_windings

COARSER = 30.0
"""By how much the tolerance grows where what was met does not close."""
ATTEMPTS = 3
"""The last one tells places 0.9 thousandths of a sheet unit apart: a fifth of a micrometre."""

Loop = tuple[Part, ...]
T = TypeVar("T")


def union(_inside: frozenset[int]) -> bool:
    """What lies inside any operand."""
    return bool(_inside)


def difference(inside: frozenset[int]) -> bool:
    """What lies inside the first operand and no other one."""
    return inside == {0}


def symmetric_difference(inside: frozenset[int]) -> bool:
    """What lies inside an odd number of operands."""
    return len(inside) % 2 == 1


def intersection_of(count: int) -> Keep:
    """What lies inside all of so many operands."""
    return lambda inside: len(inside) == count


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
        Refusal: `unsound_region`, where the operands meet in ways that cannot be told apart.

    >>> from buildup.geometry.bezier import line
    >>> def square(at, size):
    ...     p = [at, at + size, at + size * (1 + 1j), at + size * 1j]
    ...     return Operand((tuple(line(a, b) for a, b in zip(p, [*p[1:], p[0]])),))
    >>> [len(loop) for loop in combined([square(0j, 4), square(2 + 2j, 4)], union)]
    [8]
    >>> combined([square(0j, 4), square(4 + 0j, 4)], intersection_of(2))
    ()
    """

    def found(arrangement: Arrangement) -> list[Loop]:
        made = (parts_of(loop, arrangement) for loop in loops(arrangement, keep))
        return [loop for loop in made if not _is_sliver(loop)]

    return tuple(_attempted(operands, found))


def partition(operands: Sequence[Operand], keep: Keep = union) -> tuple[Region, ...]:
    """The regions into which outlines and paths divide what is kept, each connected.

    Args:
        operands: any number of them; paths divide what the others bound.
        keep: as in `combined`.

    Raises:
        Refusal: `unsound_region`.

    """

    def found(arrangement: Arrangement) -> list[Region]:
        around = []
        for loop in faces(arrangement, keep):
            edge, forwards = loop[0]
            around.append((parts_of(loop, arrangement), sides(arrangement, edge)[forwards]))
        return _with_holes([(p, inside) for p, inside in around if not _is_sliver(p)])

    return tuple(_attempted(operands, found))


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
        Refusal: `unsound_region`.

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


def _attempted(operands: Sequence[Operand], work: Callable[[Arrangement], list[T]]) -> list[T]:
    """A piece of work on an arrangement, which is made coarser where it does not close."""
    tolerance = SAME_PLACE
    for _ in range(ATTEMPTS):
        arrangement = arranged(operands, tolerance)
        find_windings(arrangement)
        try:
            return work(arrangement)
        except Unsound:
            tolerance *= COARSER
    raise Refusal(
        "unsound_region",
        "These outlines meet in a way that cannot be told apart, so they were left as they are. "
        "Move one of them a little, or remove doubled anchors, and try again.",
    )


def _is_sliver(loop: Loop) -> bool:
    """Whether a loop is thinner than the tolerance."""
    around = sum(abs(p - q) for part in loop for p, q in itertools.pairwise(part.curve))
    return abs(area_of(part.curve for part in loop)) <= SAME_PLACE * around


def _with_holes(found: Sequence[tuple[Loop, frozenset[int]]]) -> list[Region]:
    """Loops as regions: each hole belongs to the smallest outer loop around it."""
    outer = []
    holes = []
    for loop, inside in found:
        area = area_of(p.curve for p in loop)
        if area > 0.0:
            outer.append((area, loop, inside, Box.around(q for p in loop for q in p.curve)))
        else:
            holes.append(loop)
    outer.sort(key=lambda o: o[0])
    held: list[list[Loop]] = [[] for _ in outer]
    for hole in holes:
        place = point_at(hole[0].curve, 0.5)
        for k, (_, loop, _, box) in enumerate(outer):
            if box.has(place) and winding((p.curve for p in loop), place) != 0:
                held[k].append(hole)
                break
    return [
        Region(inside, loop, tuple(h)) for (_, loop, inside, _), h in zip(outer, held, strict=True)
    ]
