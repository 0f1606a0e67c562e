"""Parallels of open paths: one side of what a pen covers along them."""

from collections.abc import Sequence
from dataclasses import replace

from buildup.geometry.bezier import Cubic
from buildup.geometry.regions.rejoining import Part
from buildup.geometry.regions.setoperations import combined, union
from buildup.geometry.strokes.stroking import Pen, StrokeRegion, stroke_of


def parallels_of(segments: Sequence[Cubic], pen: Pen, *, right: bool) -> list[tuple[Part, ...]]:
    """The parallel of an open path, half the width of a pen away.

    What would lie nearer than that to another stretch of the path is left out, so that loops and
    cusps of the plain offset are gone; where they are in its middle there are several parallels.

    Args:
        segments: those of the path, joining up, in sheet units.
        pen: its width is twice the distance; how corners on the outer side are.
        right: to the right of the path, else to its left.

    Returns:
        Paths that run as the given one does, in no certain order; each part with its number among
        the operands of the stroke.

    Raises:
        Refusal: `bad_width`, `unsound_region` or `too_entangled`.

    >>> from buildup.geometry.bezier import line
    >>> [path] = parallels_of([line(0j, 9 + 0j)], Pen(2.0), right=True)
    >>> path[0].curve[0], path[-1].curve[3]
    (1j, (9+1j))
    """
    swaths = stroke_of(segments, pen, closed=False)
    side = 1.0 if right else -1.0
    found = []
    for loop in combined([s.operand for s in swaths], union):
        kept = [_is_on_side(part, swaths, side) for part in loop]
        for run in _runs(loop, kept):
            found.append(tuple(map(_back, reversed(run))) if right else tuple(run))
    return found


def _is_on_side(part: Part, swaths: Sequence[StrokeRegion], side: float) -> bool:
    """Whether a part of the stroke's edge lies on a side of the path."""
    source = part.source
    sides = swaths[source.operand].sides[source.contour]
    return source.segment < len(sides) and sides[source.segment] == side


def _runs(loop: Sequence[Part], kept: Sequence[bool]) -> list[list[Part]]:
    """The stretches of a loop that are kept."""
    begins = kept.index(False) if False in kept else 0
    found: list[list[Part]] = [[]]
    for k in [*range(begins, len(loop)), *range(begins)]:
        if kept[k]:
            found[-1].append(loop[k])
        elif found[-1]:
            found.append([])
    return [run for run in found if run]


def _back(part: Part) -> Part:
    source = part.source
    turned = replace(source, start=source.end, end=source.start)
    return replace(part, curve=part.curve[::-1], source=turned)
