"""How the two handles of an anchor hang together."""

from dataclasses import replace
from typing import Literal

from buildup.contours.anchors import Anchor, AnchorKind, Contour
from buildup.geometry.angles import dot, unit
from buildup.geometry.tolerances import NO_LENGTH


def with_handle(
    contour: Contour, index: int, side: Literal["into", "out"], handle: complex, *, alone: bool
) -> Anchor:
    """An anchor with one handle pulled to a new vector, the other following its kind.

    Smooth: the other turns along and keeps its length. Symmetric: it mirrors the new one. A smooth
    anchor next to a straight segment keeps in line with it. Pulling at a flowing anchor makes it
    smooth; pulling one handle alone makes a corner. A handle of no length is withdrawn.
    """
    anchor = contour.anchors[index]
    other_side = "out" if side == "into" else "into"
    other = anchor.out if side == "into" else anchor.into
    kind: AnchorKind = "corner" if alone else anchor.kind
    kind = "smooth" if kind == "flowing" else kind
    if kind == "smooth" and other is None:
        line = _straight(contour, index, other_side)
        handle = -line * max(0.0, -dot(handle, line)) if line else handle
    new = handle if abs(handle) >= NO_LENGTH else None
    if new is not None and other is not None and kind in ("smooth", "symmetric"):
        other = -new if kind == "symmetric" else -unit(new) * abs(other)
    elif kind == "symmetric":
        kind = "smooth"
    into, out = (new, other) if side == "into" else (other, new)
    return replace(anchor, into=into, out=out, kind=kind)


def in_kind(contour: Contour, index: int, kind: AnchorKind) -> Anchor:
    """An anchor as another kind, its handles moved as little as possible.

    Smooth turns both handles into one line, the longer one less; symmetric also gives both their
    mean length. An anchor without handles gets them along the chord of its neighbours, a third of
    the way to each. An end of an open contour keeps its only handle.
    """
    anchor = contour.anchors[index]
    if kind in ("corner", "flowing"):
        return replace(anchor, kind=kind)
    before, after = neighbours(contour, index)
    if before is None or after is None:
        return replace(anchor, kind=kind)
    into, out = anchor.into, anchor.out
    if kind == "smooth" and (into is None) != (out is None):
        return _in_line(contour, index)
    towards = unit((out or 0) * abs(out or 0) - (into or 0) * abs(into or 0))
    towards = towards or unit(after.at - before.at) or unit(after.at - anchor.at)
    length_in = abs(into) if into else (abs(out) if out else abs(anchor.at - before.at) / 3.0)
    length_out = abs(out) if out else (abs(into) if into else abs(after.at - anchor.at) / 3.0)
    if kind == "symmetric":
        length_in = length_out = (length_in + length_out) / 2.0
    return replace(anchor, into=-towards * length_in, out=towards * length_out, kind=kind)


def neighbours(contour: Contour, index: int) -> tuple[Anchor | None, Anchor | None]:
    """The anchors before and after; None beyond the end of an open contour."""
    anchors, count = contour.anchors, len(contour.anchors)
    before = anchors[index - 1] if index or (contour.closed and count > 1) else None
    after = anchors[(index + 1) % count] if index + 1 < count or contour.closed else None
    return before, (after if count > 1 else None)


def tangents(contour: Contour, index: int) -> tuple[complex, complex]:
    """The directions from an anchor back along the path and on along it, each of length 1 or 0."""
    anchor = contour.anchors[index]
    before, after = neighbours(contour, index)
    back = unit(anchor.into or 0)
    if not back and before is not None:
        back = unit(before.at + (before.out or 0) - anchor.at) or unit(before.at - anchor.at)
    on = unit(anchor.out or 0)
    if not on and after is not None:
        on = unit(after.at + (after.into or 0) - anchor.at) or unit(after.at - anchor.at)
    return back, on


def _straight(contour: Contour, index: int, side: str) -> complex:
    """The direction towards the neighbour on a side whose segment is straight; 0 if it is not."""
    before, after = neighbours(contour, index)
    neighbour = before if side == "into" else after
    if neighbour is None or (neighbour.out if side == "into" else neighbour.into) is not None:
        return 0j
    return unit(neighbour.at - contour.anchors[index].at)


def _in_line(contour: Contour, index: int) -> Anchor:
    """The one handle turned into line with the segment on the other side."""
    anchor = contour.anchors[index]
    back, on = tangents(contour, index)
    if anchor.out is not None:
        return replace(anchor, out=-back * abs(anchor.out), kind="smooth")
    return replace(anchor, into=-on * abs(anchor.into or 0), kind="smooth")


def arriving(first: Anchor, into: complex) -> Anchor:
    """A contour's first anchor with the handle that shapes the closing curve; its way out stays."""
    if first.out is None:
        return replace(first, into=into, kind="corner")
    even = abs(first.out + into) < 1e-9 * abs(into)
    return replace(first, into=into, kind="symmetric" if even else "corner")
