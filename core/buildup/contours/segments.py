"""Segments of a contour: add anchors without a change of form, bend, straighten, refit."""

import itertools
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace

from buildup.contours.anchorkinds import handle
from buildup.contours.anchors import Anchor, Contour, cubic
from buildup.contours.handles import neighbours, with_handle
from buildup.geometry.angles import cross, dot, unit
from buildup.geometry.bezier import part_of, point_at
from buildup.geometry.fitting.onefit import to_line
from buildup.geometry.fitting.refit import Effort
from buildup.geometry.fitting.refit import refit as refitted
from buildup.geometry.tolerances import NO_LENGTH

MOST_THOROUGH = 24
"""Gaps in a contour up to which each is closed with all care: some hundredths of a second each."""
END_ROOM = 0.05
"""Curve parameter: nearer to an end a bend would throw the handles far away."""


def loosened(anchor: Anchor) -> Anchor:
    """The anchor once its handles are no longer of one length or computed."""
    kind = anchor.kind
    if kind == "symmetric":
        even = anchor.into and anchor.out and abs(anchor.into + anchor.out) < NO_LENGTH
        return anchor if even else replace(anchor, kind="smooth")
    return replace(anchor, kind="smooth") if kind == "flowing" else anchor


def with_added(contour: Contour, spots: Mapping[int, Sequence[float]]) -> Contour:
    """A contour with anchors added on some segments; its form stays the same.

    Args:
        contour: the contour.
        spots: by the anchor at which a segment starts, where: each in (0, 1), ascending.

    """
    count = len(contour.anchors)
    ends = list(contour.anchors)
    added: dict[int, list[Anchor]] = {}
    for index, parameters in spots.items():
        if not parameters:
            continue
        after = (index + 1) % count
        start, end = ends[index], ends[after]
        segment = cubic(start, end)
        if start.out is None and end.into is None:
            added[index] = [Anchor(point_at(segment, t)) for t in parameters]
            continue
        cuts = [0.0, *parameters, 1.0]
        parts = [part_of(segment, a, b) for a, b in itertools.pairwise(cuts)]
        added[index] = [
            Anchor(b[0], a[2] - a[3], b[1] - b[0], "smooth") for a, b in itertools.pairwise(parts)
        ]
        ends[index] = loosened(replace(ends[index], out=handle(parts[0][1] - parts[0][0])))
        ends[after] = loosened(replace(ends[after], into=handle(parts[-1][2] - parts[-1][3])))
    anchors = [a for i, end in enumerate(ends) for a in (end, *added.get(i, ()))]
    return replace(contour, anchors=tuple(anchors))


def bent(contour: Contour, index: int, t: float, by: complex) -> dict[int, Anchor]:
    """The two anchors of a segment whose point at `t` has moved by a vector.

    A straight segment gets handles of a third, and `t` becomes the part of the way along it. The
    handles change as little as they can (least squares). An anchor in line with a straight
    neighbour stays in line; smooth anchors stay smooth.
    """
    count = len(contour.anchors)
    after = (index + 1) % count
    start, end = contour.anchors[index], contour.anchors[after]
    third = (end.at - start.at) / 3.0
    straight = start.out is None and end.into is None
    t = t * t * (3.0 - 2.0 * t) if straight else t
    t = min(max(t, END_ROOM), 1.0 - END_ROOM)
    out = third if straight else (start.out or 0j)
    into = -third if straight else (end.into or 0j)
    s = 1.0 - t
    first, second = 3.0 * s * s * t, 3.0 * s * t * t
    lines = (_held_line(contour, index, "into"), _held_line(contour, after, "out"))
    force = _solved(first, second, lines, by)
    moved = (_along(force * first, lines[0]), _along(force * second, lines[1]))
    changed = {index: with_handle(contour, index, "out", out + moved[0], alone=False)}
    base = replace(contour, anchors=_replaced(contour.anchors, changed))
    changed[after] = with_handle(base, after, "into", into + moved[1], alone=False)
    return changed


def _replaced(anchors: tuple[Anchor, ...], changed: dict[int, Anchor]) -> tuple[Anchor, ...]:
    return tuple(changed.get(i, a) for i, a in enumerate(anchors))


def _held_line(contour: Contour, index: int, other: str) -> complex:
    """The direction to which a smooth anchor's handle is held; 0 when it is free."""
    anchor = contour.anchors[index]
    before, after = neighbours(contour, index)
    if anchor.kind != "smooth":
        return 0j
    if other == "into" and anchor.into is None and before is not None and before.out is None:
        return unit(anchor.at - before.at)
    if other == "out" and anchor.out is None and after is not None and after.into is None:
        return unit(anchor.at - after.at)
    return 0j


def _along(vector: complex, line: complex) -> complex:
    return line * dot(vector, line) if line else vector


def _solved(first: float, second: float, lines: tuple[complex, complex], by: complex) -> complex:
    """The force whose parts along the free directions, weighed, add up to the wanted move."""
    xx = xy = yy = 0.0
    for weight, line in ((first, lines[0]), (second, lines[1])):
        square = weight * weight
        xx += square * (line.real * line.real if line else 1.0)
        xy += square * (line.real * line.imag if line else 0.0)
        yy += square * (line.imag * line.imag if line else 1.0)
    det = xx * yy - xy * xy
    if det < 1e-9 * (xx + yy) ** 2:
        total = first * first + second * second
        return by / total
    return complex(yy * by.real - xy * by.imag, xx * by.imag - xy * by.real) / det


def straightened(contour: Contour, indices: Iterable[int]) -> dict[int, Anchor]:
    """The anchors of some segments without their handles; smooth only where that stays true."""
    changed: dict[int, Anchor] = {}
    for index in indices:
        after = (index + 1) % len(contour.anchors)
        start = changed.get(index, contour.anchors[index])
        end = changed.get(after, contour.anchors[after])
        direction = unit(end.at - start.at)
        changed[index] = _in_line_or_corner(replace(start, out=None), start.into, -direction)
        end = changed.get(after, end)  # the same anchor where a contour has only one
        changed[after] = _in_line_or_corner(replace(end, into=None), end.out, direction)
    return changed


def _in_line_or_corner(anchor: Anchor, handle: complex | None, direction: complex) -> Anchor:
    if anchor.kind == "corner" or handle is None:
        return replace(anchor, kind="corner")
    in_line = abs(cross(unit(handle), direction)) < 1e-6 and dot(handle, direction) > 0
    return replace(anchor, kind="smooth" if in_line else "corner")


@dataclass(frozen=True, slots=True)
class Refitted:
    """A contour after anchors went, and how far the path moved at most (sheet units)."""

    contour: Contour
    moved: float


def without(contour: Contour, gone: set[int], *, refit: bool) -> Refitted:
    """A contour without some anchors.

    With `refit` each gap is closed by the one cubic that comes nearest to what was there (least
    squares), leaving and arriving as the path did; without, by what the handles left give.
    Straight neighbours are joined by a straight segment. At the end of an open contour the path
    just ends earlier.
    """
    count = len(contour.anchors)
    kept = [i for i in range(count) if i not in gone]
    anchors = {i: contour.anchors[i] for i in kept}
    moved = 0.0
    if refit and len(kept) >= 2:
        following = [*kept[1:], kept[0]] if contour.closed else kept[1:]
        gaps = [(a, b) for a, b in zip(kept, following, strict=False) if (b - a) % count > 1]
        effort: Effort = "thorough" if len(gaps) <= MOST_THOROUGH else "quick"
        for a, b in gaps:
            moved = max(moved, _close_gap(contour, anchors, a, b, effort))
    return Refitted(replace(contour, anchors=tuple(anchors[i] for i in kept)), moved)


def _close_gap(
    contour: Contour, anchors: dict[int, Anchor], start: int, end: int, effort: Effort
) -> float:
    count = len(contour.anchors)
    between = [(start + k) % count for k in range((end - start) % count)]
    ends = [(contour.anchors[i], contour.anchors[(i + 1) % count]) for i in between]
    old = [cubic(a, b) for a, b in ends]
    if all(a.out is None and b.into is None for a, b in ends):
        first, last = old[0][0], old[-1][3]
        return max(to_line(first, last, segment[0]) for segment in old)
    new = refitted(old, effort=effort)
    a, b, c, d = new.curve
    anchors[start] = loosened(replace(anchors[start], out=handle(b - a)))
    anchors[end] = loosened(replace(anchors[end], into=handle(c - d)))
    return new.moved
