"""Flowing anchors: handles computed from the neighbours by Hobby's splines.

J. D. Hobby, "Smooth, easy to compute interpolating splines", Discrete and Computational Geometry
1 (1986): the directions at the points make a tridiagonal system (mock curvature is continuous),
the handle lengths follow from the two angles of each segment.
"""

import itertools
from collections.abc import Sequence
from dataclasses import replace

from buildup.contours.anchors import Anchor, Contour
from buildup.geometry.angles import hobby_length, turn_between, turned_by
from buildup.geometry.tolerances import NO_LENGTH

_OVERLAP = 24
"""A closed ring of flowing anchors is cut open and overlapped by this many anchors: the influence
of an anchor falls by about 3.7 for each step away, so what the cut adds is 3.7⁻²⁴, 1e-14."""


def settled(contour: Contour) -> Contour:
    """The contour with the handles of its flowing anchors computed anew; others stay as they are.

    Points on one spot and contours of fewer than two anchors have no direction; there the handles
    are withdrawn.
    """
    anchors = list(contour.anchors)
    if not any(a.kind == "flowing" for a in anchors):
        return contour
    for run in _runs(contour):
        knots = [contour.anchors[i] for i in run]
        for position, anchor in zip(run, _flowed(knots), strict=True):
            if anchors[position].kind == "flowing":
                anchors[position] = anchor
    if contour.closed and all(a.kind == "flowing" for a in anchors):
        anchors = list(_ring(contour.anchors))
    return replace(contour, anchors=tuple(anchors))


def _runs(contour: Contour) -> list[list[int]]:
    """The indices of each run of flowing anchors with the fixed anchor at either end."""
    count = len(contour.anchors)
    fixed = [i for i in range(count) if contour.anchors[i].kind != "flowing"]
    if not fixed:
        return [] if contour.closed else [list(range(count))]
    if contour.closed:
        around = [*fixed[1:], fixed[0] + count]
        return [
            [i % count for i in range(a, b + 1)]
            for a, b in zip(fixed, around, strict=True)
            if b > a + 1
        ]
    ends = sorted({0, *fixed, count - 1})
    flowing = contour.anchors[0].kind == "flowing" or contour.anchors[-1].kind == "flowing"
    return [
        list(range(a, b + 1))
        for a, b in itertools.pairwise(ends)
        if b > a + 1 or (flowing and (a == 0 or b == count - 1))
    ]


def _ring(anchors: Sequence[Anchor]) -> tuple[Anchor, ...]:
    count = len(anchors)
    if count < 2:
        return tuple(_flowed(anchors))
    reach = _OVERLAP
    opened = [anchors[i % count] for i in range(-reach, count + reach)]
    return tuple(_flowed(opened)[reach : reach + count])


def _flowed(knots: Sequence[Anchor]) -> list[Anchor]:
    """An open run of knots with all handles computed; the ends keep a direction they have."""
    positions = [
        i for i, k in enumerate(knots) if i == 0 or abs(k.at - knots[i - 1].at) > NO_LENGTH
    ]
    flowed = [replace(k, into=None, out=None) for k in knots]
    if len(positions) < 2:
        return flowed
    distinct = [knots[i] for i in positions]
    chords = [b.at - a.at for a, b in itertools.pairwise(distinct)]
    thetas = _directions(distinct, chords)
    for i, chord in enumerate(chords):
        theta = thetas[i]
        last = i + 1 == len(chords)
        phi = -thetas[i + 1] - (0.0 if last else turn_between(chord, chords[i + 1]))
        out = turned_by(chord, theta) * hobby_length(theta, phi)
        into = -turned_by(chord, -phi) * hobby_length(phi, theta)
        flowed[positions[i]] = replace(flowed[positions[i]], out=out)
        flowed[positions[i + 1]] = replace(flowed[positions[i + 1]], into=into)
    return flowed


def _directions(knots: Sequence[Anchor], chords: Sequence[complex]) -> list[float]:
    """θ at each knot: the angle from its leaving chord (at the last, its arriving one)."""
    count = len(knots)
    lower, middle, upper, right = ([0.0] * count for _ in range(4))
    turns = [0.0, *(turn_between(a, b) for a, b in itertools.pairwise(chords)), 0.0]
    lengths = [abs(c) for c in chords]
    first, last = _end_direction(knots[0], leaving=True), _end_direction(knots[-1], leaving=False)
    if first is not None:
        middle[0], right[0] = 1.0, turn_between(chords[0], first)
    else:
        middle[0], upper[0], right[0] = 1.0, 1.0, -turns[1]
    for i in range(1, count - 1):
        before, after = 1.0 / lengths[i - 1], 1.0 / lengths[i]
        lower[i], middle[i], upper[i] = before, 2.0 * (before + after), after
        right[i] = -2.0 * turns[i] * before - turns[i + 1] * after
    if last is not None:
        middle[-1], right[-1] = 1.0, turn_between(chords[-1], last)
    else:
        lower[-1], middle[-1] = 1.0, 1.0
    return _solved(lower, middle, upper, right)


def _end_direction(anchor: Anchor, *, leaving: bool) -> complex | None:
    """The direction a smooth end imposes; None where the end is free."""
    if anchor.kind not in ("smooth", "symmetric"):
        return None
    if leaving:
        return anchor.out or (-anchor.into if anchor.into else None)
    return -anchor.into if anchor.into else anchor.out


def _solved(
    lower: list[float], middle: list[float], upper: list[float], right: list[float]
) -> list[float]:
    """A tridiagonal system by elimination; the matrix is diagonally dominant but for free ends."""
    count = len(middle)
    above, value = [0.0] * count, [0.0] * count
    for i in range(count):
        pivot = middle[i] - (lower[i] * above[i - 1] if i else 0.0)
        if abs(pivot) < 1e-12:  # two free ends and nothing between: a straight segment
            pivot = 1.0
        above[i] = upper[i] / pivot
        value[i] = (right[i] - (lower[i] * value[i - 1] if i else 0.0)) / pivot
    for i in range(count - 2, -1, -1):
        value[i] -= above[i] * value[i + 1]
    return value
