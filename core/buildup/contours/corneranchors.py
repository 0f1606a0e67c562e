"""The anchors that stand for a corner which is cut off, and the contour with all of them."""

import math
from dataclasses import dataclass, replace

from buildup.contours.anchorkinds import kind_of
from buildup.contours.anchors import Anchor, Contour, cubic
from buildup.contours.arcs import arc
from buildup.geometry.angles import cross, degrees_of, dot, turn_between, unit
from buildup.geometry.bezier import part_of
from buildup.geometry.tolerances import NO_LENGTH

WIDE = -1e-9
"""Cosine of a turn (90°) beyond which a round corner takes more than one cubic."""
LONGEST_SOFT = 3.0
"""How much longer or shorter than the way to the sharp corner a soft corner's handle may be."""
BLUNT = 1e-6
"""Sine of a turn below which there is no corner to work."""


@dataclass(frozen=True, slots=True)
class Cut:
    """Where a corner is cut: parameters on both sides, places, directions, arc and its handle."""

    radius: float
    t: float
    u: float
    start: complex
    end: complex
    before: complex
    after: complex
    handle: float


def with_corners(contour: Contour, cuts: dict[int, Cut]) -> Contour:
    """The contour with its segments cut back and the corners put in."""
    anchors, count = contour.anchors, len(contour.anchors)
    handles: dict[int, tuple[complex | None, complex | None]] = {}
    for k, (a, b) in enumerate(contour.pairs):
        start = cuts[k].u if k in cuts else 0.0
        end = cuts[(k + 1) % count].t if (k + 1) % count in cuts else 1.0
        if (start, end) == (0.0, 1.0) or (a.out is None and b.into is None):
            handles[k] = (a.out, b.into)
        else:
            p, q, r, s = part_of(cubic(a, b), start, max(start, end))
            handles[k] = (_long(q - p), _long(r - s))
    made: list[Anchor] = []
    for i, anchor in enumerate(anchors):
        into = handles[(i - 1) % count][1] if (i or contour.closed) else anchor.into
        out = handles[i][0] if i in handles else anchor.out
        if i in cuts and anchor.corner is not None:
            made += _corner(anchor, cuts[i], into, out)
        else:
            made.append(_plain(anchor, into, out))
    return replace(contour, anchors=_met(made, closed=contour.closed))


def _long(handle: complex) -> complex | None:
    return handle if abs(handle) > NO_LENGTH else None


def _plain(anchor: Anchor, into: complex | None, out: complex | None) -> Anchor:
    if into == anchor.into and out == anchor.out and anchor.corner is None:
        return anchor
    kind = "smooth" if anchor.kind in ("symmetric", "flowing") else anchor.kind
    return Anchor(anchor.at, into, out, kind)


def _corner(anchor: Anchor, cut: Cut, into: complex | None, out: complex | None) -> list[Anchor]:
    """The anchors from the first cut to the second, by the corner's style."""
    style = anchor.corner.style if anchor.corner else "round"
    lead, tail = cut.before * cut.handle, -cut.after * cut.handle
    if abs(cut.end - cut.start) < NO_LENGTH:
        return [Anchor(cut.start, into, out)]
    if style == "chamfer":
        return [Anchor(cut.start, into), Anchor(cut.end, None, out)]
    if style == "notch":
        inner = cut.start + cut.end - anchor.at
        return [Anchor(cut.start, into), Anchor(inner), Anchor(cut.end, None, out)]
    if style == "cove":
        line = unit(cut.end - cut.start)
        lead, tail = (line * (h / line).conjugate() for h in (lead, tail))
        return [Anchor(cut.start, into, lead), Anchor(cut.end, tail, out)]
    if style == "ogee":
        middle = (cut.start + cut.end) / 2.0
        return [
            Anchor(cut.start, into, lead / 2.0, "smooth"),
            Anchor(middle, tail / 2.0, -tail / 2.0, "symmetric"),
            Anchor(cut.end, -lead / 2.0, out),
        ]
    if style == "soft":
        lead, tail = _soft(anchor.at, cut)
    elif dot(cut.before, cut.after) < WIDE:
        return _wide_arc(cut, into, out)
    return [Anchor(cut.start, into, lead, "smooth"), Anchor(cut.end, tail, out, "smooth")]


def _soft(sharp: complex, cut: Cut) -> tuple[complex, complex]:
    """Both handles of a soft corner: to where the directions at the cuts meet.

    From straight sides that is the sharp corner; where they do not meet in reach, along them as far
    as that is.
    """
    to_sharp = abs(sharp - cut.start), abs(sharp - cut.end)
    turn = cross(cut.before, cut.after)
    if abs(turn) > BLUNT:
        gap = cut.end - cut.start
        lead, tail = cross(gap, cut.after) / turn, cross(gap, cut.before) / -turn
        if all(
            far / LONGEST_SOFT < part < far * LONGEST_SOFT
            for part, far in zip((lead, tail), to_sharp, strict=True)
        ):
            return cut.before * lead, -cut.after * tail
    return cut.before * to_sharp[0], -cut.after * to_sharp[1]


def _wide_arc(cut: Cut, into: complex | None, out: complex | None) -> list[Anchor]:
    """A round corner that turns so far that one cubic would stray from the circle."""
    turn = math.copysign(1.0, cross(cut.before, cut.after))
    centre = cut.start + 1j * turn * cut.radius * cut.before
    sweep = math.degrees(turn_between(cut.before, cut.after))
    first, *middle, last = arc(centre, cut.radius, degrees_of(cut.start - centre), sweep)
    start = Anchor(cut.start, into, first.out, "smooth")
    return [start, *middle, Anchor(cut.end, last.into, out, "smooth")]


def _met(anchors: list[Anchor], *, closed: bool) -> tuple[Anchor, ...]:
    """Where two corners meet there is one anchor, not two; an open path's two ends stay two."""
    kept: list[Anchor] = []
    for anchor in anchors:
        if kept and _same_spot(kept[-1], anchor):
            kept[-1] = _merged(kept[-1], anchor)
        else:
            kept.append(anchor)
    if closed and len(kept) > 1 and _same_spot(kept[-1], kept[0]):
        kept[0] = _merged(kept.pop(), kept[0])
    return tuple(kept)


def _same_spot(first: Anchor, second: Anchor) -> bool:
    return first.out is None and second.into is None and abs(first.at - second.at) < NO_LENGTH


def _merged(first: Anchor, second: Anchor) -> Anchor:
    into, out = first.into, second.out
    return Anchor(second.at, into, out, kind_of(into, out))
