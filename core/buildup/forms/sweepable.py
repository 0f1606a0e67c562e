"""The regions that items make where they lie over each other, and the gaps that count as closed."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from buildup.contours.anchors import Anchor, Contour
from buildup.drawing.itemtypes import Painted
from buildup.drawing.model import Drawing
from buildup.forms.assembling import StyledPath, operands_of
from buildup.forms.contours import form_of
from buildup.geometry.intersect.prepared import Operand
from buildup.geometry.nearest import nearest
from buildup.geometry.tolerances import SAME_PLACE

LARGEST_GAP = 1000.0
"""Sheet units up to which a gap can be told to count as closed."""
GAP_AT_FIRST = 48.0 / 25.4
"""Sheet units (half a millimetre): a gap that nobody draws on purpose."""


@dataclass(frozen=True, slots=True)
class Sweepable:
    """Items as a sweep takes them.

    Args:
        items: what is painted, back to front.
        forms: what each of them comes to; then the bridges, where there are any.
        operands: those; open paths bound nothing by themselves, but divide.
        bridges: the lines that close gaps.

    """

    items: tuple[Painted, ...]
    forms: tuple[StyledPath, ...]
    operands: tuple[Operand, ...]
    bridges: tuple[Contour, ...]


def sweepable(drawing: Drawing, items: Sequence[Painted], gap: float) -> Sweepable:
    """Items as a sweep takes them, gaps closed.

    Args:
        drawing: which drawing.
        items: what is painted, back to front.
        gap: sheet units; an end of an open path that is no farther from another path, or from
            another end, counts as joined to it.

    """
    forms = [form_of(drawing, i.id) for i in items]
    paths = [not f.is_region for f in forms]
    bridges = tuple(_bridges([f for f, path in zip(forms, paths, strict=True) if path], forms, gap))
    if bridges:
        forms.append(StyledPath(bridges))
        paths.append(True)
    both = zip(operands_of(forms), paths, strict=True)
    operands = tuple(replace(o, path=path) for o, path in both)
    return Sweepable(tuple(items), tuple(forms), operands, bridges)


def _bridges(paths: Sequence[StyledPath], forms: Sequence[StyledPath], gap: float) -> list[Contour]:
    """The lines from ends of open paths to what is nearest to them, if that is near enough."""
    if gap <= SAME_PLACE:
        return []
    contours = [c for f in forms for c in f.contours]
    found = []
    for own in (c for form in paths for c in form.contours if len(c.anchors) > 1):
        first, last = own.anchors[0].at, own.anchors[-1].at
        for end, far in ((first, last), (last, first)):
            there = _nearest(end, far, own, contours, gap)
            if there is not None:
                found.append(Contour((Anchor(end), Anchor(there))))
    return found


def _nearest(
    end: complex, far: complex, own: Contour, contours: Sequence[Contour], gap: float
) -> complex | None:
    """The place nearest to an end on any other path, or the path's own other end."""
    segments = [s for c in contours if c is not own for s in c.segments]
    found = nearest(segments, end)
    away, there = (abs(far - end), far)
    if found is not None and found.distance < away:
        away, there = found.distance, found.at
    return there if SAME_PLACE < away <= gap else None
