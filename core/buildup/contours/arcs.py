"""Arcs of circles as cubics."""

import math

from buildup.contours.anchors import Anchor, Contour
from buildup.geometry.angles import arc_handle, direction

LARGEST_PIECE = 90.0
"""Degrees. A quarter circle as one cubic stays within 2.8e-4 of its radius (Goldapp 1991)."""


def knot(at: complex, into: complex | None, out: complex | None) -> Anchor:
    """An anchor in a run of curves with handles in line: symmetric, smooth, or at an end a corner.

    >>> knot(0j, None, 1 + 0j).kind
    'corner'
    """
    if into is None or out is None:
        return Anchor(at, into, out)
    return Anchor(at, into, out, "symmetric" if abs(into + out) < 1e-9 else "smooth")


def arc(centre: complex, radius: float, start: float, sweep: float) -> list[Anchor]:
    """Anchors along an arc by the fewest cubics, both ends among them, which have one handle each.

    Args:
        centre: of the circle.
        radius: above 0.
        start: degrees, clockwise from level right.
        sweep: degrees, clockwise, not 0; negative runs back.

    >>> [round(abs(a.at), 9) for a in arc(0j, 2.0, 0.0, 90.0)]
    [2.0, 2.0]

    """
    pieces = max(1, math.ceil(abs(sweep) / LARGEST_PIECE - 1e-9))
    step = sweep / pieces
    handle = arc_handle(abs(step)) * radius * math.copysign(1.0, sweep)
    anchors = []
    for k in range(pieces + 1):
        ray = direction(start + k * step)
        along = ray * 1j * handle
        into, out = (-along if k else None), (along if k < pieces else None)
        anchors.append(knot(centre + ray * radius, into, out))
    return anchors


def joined(*runs: list[Anchor]) -> tuple[Anchor, ...]:
    """Runs of anchors one after the other; an end that meets the next start becomes one anchor."""
    made: list[Anchor] = []
    for run in runs:
        for k, anchor in enumerate(run):
            if k == 0 and made and abs(made[-1].at - anchor.at) < 1e-9:
                made[-1] = Anchor(anchor.at, made[-1].into, anchor.out)
            else:
                made.append(anchor)
    if len(made) > 1 and abs(made[-1].at - made[0].at) < 1e-9:
        last = made.pop()
        made[0] = Anchor(made[0].at, last.into, made[0].out, made[0].kind)
    return tuple(made)


def circle(radius: float = 1.0, centre: complex = 0j, *, back: bool = False) -> Contour:
    """A circle of four symmetric anchors at its extremes, from the top; `back` runs the other way.

    >>> len(circle().anchors)
    4

    """
    sense = -1.0 if back else 1.0
    handle = arc_handle(90.0) * radius * sense
    rays = [direction(-90.0 + 90.0 * sense * k) for k in range(4)]
    return Contour(
        tuple(
            Anchor(centre + r * radius, -r * 1j * handle, r * 1j * handle, "symmetric")
            for r in rays
        ),
        closed=True,
    )


def through(first: complex, middle: complex, last: complex) -> list[Anchor]:
    """The arc from one point through another to a third; straight when they are in line."""
    a, b = middle - first, last - first
    area = (a.conjugate() * b).imag
    if abs(area) < 1e-9:
        return [Anchor(first), Anchor(last)]
    centre = first + 1j * (b * abs(a) ** 2 - a * abs(b) ** 2) / (2.0 * area) * -1.0
    start = math.degrees(math.atan2((first - centre).imag, (first - centre).real))
    end = math.degrees(math.atan2((last - centre).imag, (last - centre).real))
    sweep = (end - start) % 360.0 if area > 0 else -((start - end) % 360.0)
    return arc(centre, abs(first - centre), start, sweep)
