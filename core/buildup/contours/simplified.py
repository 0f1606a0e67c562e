"""Contours with as few anchors as a tolerance allows."""

import math
from collections.abc import Callable, Iterable
from dataclasses import replace

from buildup.contours.anchors import Contour
from buildup.contours.paths import starting_at
from buildup.contours.segments import with_added
from buildup.contours.stretches import Stretch, with_stretch
from buildup.geometry.bezier import extremes
from buildup.geometry.fitting.decimating import decimated, retained
from buildup.geometry.fitting.simplifying import thinned
from buildup.geometry.stations import SAME_DIRECTION, joint, tangent_at

CORNER = 0.35
"""Radians (20°). A path that turns by more has a corner there."""
FEWEST = 3
"""Anchors of a closed contour that has an area."""
NEAR_END = 1e-3
"""Curve parameter: an extreme this close to an anchor is that anchor."""


def thinned_contour(
    contour: Contour,
    tolerance: float,
    *,
    corners: bool,
    extreme: bool,
    turn: float = CORNER,
    tell: Callable[[float], None] = lambda _: None,
) -> tuple[Contour, float]:
    """A contour with as few anchors as a tolerance allows, and how far it moved (sheet units).

    Args:
        contour: which one.
        tolerance: sheet units, above 0.
        corners: anchors at which it turns stay.
        turn: by how much at the least, radians.
        extreme: anchors stay, or come, where it is level or upright.
        tell: is told which part of the work is done.

    """
    if contour.segment_count < 2:
        return contour, 0.0
    ready = with_added(contour, dict(_extremes(contour))) if extreme else contour
    keep = _retained(ready, corner=turn if corners else math.inf, extreme=extreme)
    if ready.closed and keep and 0 not in keep:
        first = min(keep)
        ready = starting_at(ready, first)
        keep = {(k - first) % len(ready.anchors) for k in keep}
    segments = ready.segments
    found = thinned(segments, keep=keep, tolerance=tolerance, tell=tell)
    if ready.closed and len(found.curves) < 2:  # one anchor alone makes no closed path
        half = len(segments) // 2
        found = thinned(segments, keep={*keep, half}, tolerance=tolerance)
    ends = [*found.starts[1:], len(segments)]
    made = {
        Stretch(start, end - start): (curve,)
        for start, end, curve in zip(found.starts, ends, found.curves, strict=True)
        if end - start > 1
    }
    return with_stretch(ready, made), found.moved


def decimated_contour(contour: Contour, tolerance: float) -> Contour:
    """A contour with far fewer anchors, in some microseconds for each that it has.

    Args:
        contour: which one; no anchor of it has a tie.
        tolerance: sheet units, above 0.

    """
    anchors = contour.anchors
    if all(a.into is None and a.out is None for a in anchors):
        points = [a.at for a in anchors]
        stay = retained([*points, points[0]] if contour.closed else points, tolerance=tolerance)
        stay = stay[:-1] if contour.closed else stay
        if contour.closed and len(stay) < FEWEST:  # smaller than the tolerance: it stays a form
            stay = sorted({k * len(anchors) // FEWEST for k in range(FEWEST)})
        return replace(contour, anchors=tuple(anchors[k] for k in stay))
    made = decimated(contour.segments, tolerance=tolerance)
    if contour.closed and len(made) < FEWEST:
        return contour
    return with_stretch(
        contour, {Stretch(p.start, p.count): (p.curve,) for p in made if p.count > 1}
    )


def _retained(contour: Contour, *, corner: float, extreme: bool) -> set[int]:
    """The anchors that stay: where it turns by more, extremes if asked, and those with ties."""
    segments = contour.segments
    found = set()
    for k, segment in enumerate(segments):
        anchor = contour.anchors[k]
        if anchor.twin or anchor.corner or anchor.seam:
            found.add(k)
        if k == 0 and not contour.closed:
            continue
        turn = abs(joint(segments[k - 1], segment).turn)
        direction = tangent_at(segment, 0.0)
        level = (
            min(abs(direction.real), abs(direction.imag)) <= SAME_DIRECTION
            and turn <= SAME_DIRECTION
        )
        if turn > corner or (extreme and level):
            found.add(k)
    return found


def _extremes(contour: Contour) -> Iterable[tuple[int, tuple[float, ...]]]:
    """The places of segments where they are level or upright, away from their ends."""
    for k, segment in enumerate(contour.segments):
        yield k, tuple(t for t in extremes(segment) if NEAR_END < t < 1.0 - NEAR_END)
