"""Whole contours: turn round, start elsewhere, break, join."""

from dataclasses import replace

from buildup.contours.anchorkinds import in_line
from buildup.contours.anchors import Anchor, Contour

TOUCH = 0.1
"""Sheet units: ends this close are one anchor when joined; a fortieth of a millimetre."""


def turned_round(contour: Contour) -> Contour:
    """The same path the other way; a closed one keeps its first anchor.

    Twins stay twins: the path turns at both of them or changes how they cross.
    """
    back = [replace(a, into=a.out, out=a.into) for a in reversed(contour.anchors)]
    if contour.closed:
        back = [back[-1], *back[:-1]]
    return replace(contour, anchors=tuple(back))


def starting_at(contour: Contour, index: int) -> Contour:
    """The same closed path with another first anchor."""
    return replace(contour, anchors=contour.anchors[index:] + contour.anchors[:index])


def broken_at(contour: Contour, index: int) -> tuple[Contour, ...]:
    """A contour opened at an anchor, which becomes two ends on one spot."""
    if contour.closed:
        anchors = starting_at(contour, index).anchors
        return (_open((_start(anchors[0]), *anchors[1:], _end(anchors[0]))),)
    anchors = contour.anchors
    if index in (0, len(anchors) - 1):
        return (contour,)
    return (
        _open((*anchors[:index], _end(anchors[index]))),
        _open((_start(anchors[index]), *anchors[index + 1 :])),
    )


def without_segment(contour: Contour, index: int) -> tuple[Contour, ...]:
    """A contour without the segment that starts at an anchor; lone anchors are left out."""
    if contour.closed:
        anchors = starting_at(contour, (index + 1) % len(contour.anchors)).anchors
        parts = [anchors]
    else:
        parts = [contour.anchors[: index + 1], contour.anchors[index + 1 :]]
    return tuple(_open((_start(p[0]), *p[1:-1], _end(p[-1]))) for p in parts if len(p) >= 2)


def joined(first: Contour, second: Contour) -> Contour:
    """Two open paths as one, the end of the first leading to the start of the second."""
    end, start = first.anchors[-1], second.anchors[0]
    if abs(end.at - start.at) > TOUCH:
        return _open(first.anchors + second.anchors)
    return _open((*first.anchors[:-1], merged(end, start), *second.anchors[1:]))


def merged(end: Anchor, start: Anchor) -> Anchor:
    """One anchor for two that touch: it arrives as the first and leaves as the second."""
    kept = replace(end, out=start.out)
    return replace(kept, kind="smooth" if in_line(kept.into, kept.out) else "corner")


def _open(anchors: tuple[Anchor, ...]) -> Contour:
    return Contour(anchors)


def _fixed(anchor: Anchor) -> Anchor:
    """An anchor that keeps the handle it has; ends have one, so that no two can be alike."""
    return anchor if anchor.kind == "corner" else replace(anchor, kind="smooth")


def _start(anchor: Anchor) -> Anchor:
    return replace(_fixed(anchor), into=None, twin=None)


def _end(anchor: Anchor) -> Anchor:
    return replace(_fixed(anchor), out=None, twin=None)
