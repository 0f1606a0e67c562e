"""Anchors of a contour made continuous in direction or curvature, by the least movement."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.anchorkinds import handle
from buildup.contours.anchors import Anchor, Contour, cubic
from buildup.contours.handles import in_kind
from buildup.geometry.angles import dot, unit
from buildup.geometry.bezier import is_plain
from buildup.geometry.fairness.joints import Goal, Path, eased
from buildup.geometry.hausdorff import hausdorff
from buildup.geometry.stations import joint

Ease = Literal["tangent", "curvature"]
PULLED = 1.0 / 3.0
"""Part of the way to the handle beyond: the handle that a withdrawn one becomes."""
BLUNT = -0.5
"""Cosine. Handles that are less than 120° apart are turned into one line before anything is eased:
what moves least would be a cusp, or no handle at all."""
SAME = 1e-9
"""Radians, and curvatures in parts of 1 / the shorter chord: what differs by less is the same."""
EVEN = 1e-9
"""Part of its length: two handles of a symmetric anchor that differ by less mirror each other."""


@dataclass(frozen=True, slots=True)
class Eased:
    """A contour after easing, and how far it moved at most (sheet units)."""

    contour: Contour
    moved: float


def path_of(contour: Contour) -> Path:
    """The control points of a contour."""
    segments = contour.segments
    points = [p for segment in segments for p in segment[:3]]
    if not contour.closed and segments:
        points.append(segments[-1][3])
    straight = frozenset(k for k, segment in enumerate(segments) if is_plain(segment))
    return Path(tuple(points), contour.closed, straight)


def contour_with(contour: Contour, path: Path) -> Contour:
    """A contour whose control points are those of a path; anchors that did not move are the same.

    Flowing anchors whose handles moved become smooth, symmetric ones too where the handles no
    longer mirror each other.
    """
    old, points = path_of(contour).points, path.points
    anchors = list(contour.anchors)
    for index, anchor in enumerate(anchors):
        own = [path.place(3 * index + k) for k in (-1, 0, 1)]
        mine = [k for k in own if 0 <= k < len(points)]
        if all(points[k] == old[k] for k in mine):
            continue
        at = points[own[1]]
        into = points[own[0]] - at if index > 0 or contour.closed else None
        out = points[own[2]] - at if own[2] < len(points) else None
        anchors[index] = _kinded(replace(anchor, at=at, into=handle(into), out=handle(out)))
    return replace(contour, anchors=tuple(anchors))


def _kinded(anchor: Anchor) -> Anchor:
    if anchor.kind == "flowing":
        return replace(anchor, kind="smooth")
    if anchor.kind == "symmetric" and anchor.into is not None and anchor.out is not None:
        even = abs(anchor.into + anchor.out) <= EVEN * abs(anchor.out)
        return anchor if even else replace(anchor, kind="smooth")
    return anchor


def eased_at(contour: Contour, anchors: Iterable[int], to: Ease, *, move: bool) -> Eased | None:
    """A contour some of whose anchors are eased; their neighbours stay as smooth as they are.

    Args:
        contour: the contour.
        anchors: at which two segments join that are not both straight.
        to: one direction on both sides, or one curvature as well.
        move: the anchors may move, too.

    Returns:
        None: there is no path near enough.

    """
    wanted = sorted({i for i in anchors if can_ease(contour, i)})
    if not wanted:
        return Eased(contour, 0.0)
    ready = _with_handles(contour, wanted, to)
    path = path_of(ready)
    goals = _goals(ready, path, wanted, to)
    free = frozenset(wanted) if move else frozenset()
    lines = {} if move else _lines(ready, path, wanted)
    made = eased(path, goals, free=free, lines=lines) or eased(path, goals, free=free)
    if made is None:
        return None
    smooth = contour_with(ready, made)
    changed = {
        i: replace(smooth.anchors[i], kind="smooth")
        for i in wanted
        if smooth.anchors[i].kind in ("corner", "flowing")
    }
    smooth = replace(smooth, anchors=tuple(changed.get(i, a) for i, a in enumerate(smooth.anchors)))
    return Eased(smooth, hausdorff(contour.segments, smooth.segments))


def can_ease(contour: Contour, index: int) -> bool:
    """Whether two segments join at an anchor, one of them at least curved."""
    count = len(contour.anchors)
    if not contour.closed and index in (0, count - 1):
        return False
    before, after = contour.anchors[index - 1], contour.anchors[(index + 1) % count]
    anchor = contour.anchors[index]
    curved = (before.out, anchor.into, anchor.out, after.into)
    return any(h is not None for h in curved)


def _with_handles(contour: Contour, wanted: Iterable[int], to: Ease) -> Contour:
    """The contour with handles on the curved sides of some anchors, where they are withdrawn.

    With one handle withdrawn there is no curvature, and no side that could turn. Those of a sharp
    corner are turned into one line.
    """
    anchors = list(contour.anchors)
    count = len(anchors)
    for i in wanted:
        anchor = anchors[i]
        before, after = anchors[i - 1], anchors[(i + 1) % count]
        if anchor.into is None and before.out is not None:
            anchor = replace(anchor, into=(before.at + before.out - anchor.at) * PULLED)
        if anchor.out is None and after.into is not None:
            anchor = replace(anchor, out=(after.at + after.into - anchor.at) * PULLED)
        if to == "curvature":  # the far handles take part
            if before.out is None and anchor.into is not None and (contour.closed or i > 0):
                out = (anchor.at + anchor.into - before.at) * PULLED
                anchors[i - 1] = replace(before, out=out)
            if after.into is None and anchor.out is not None:
                into = (anchor.at + anchor.out - after.at) * PULLED
                anchors[(i + 1) % count] = replace(after, into=into)
        anchors[i] = anchor
        if _sharp(anchor):
            ready = replace(contour, anchors=tuple(anchors))
            anchors[i] = replace(in_kind(ready, i, "smooth"), kind=anchor.kind)
    return replace(contour, anchors=tuple(anchors))


def _sharp(anchor: Anchor) -> bool:
    """Whether the handles lie so that the nearest line has both on one side of the anchor."""
    if anchor.into is None or anchor.out is None:
        return False
    return dot(unit(anchor.into), unit(anchor.out)) > BLUNT


def _goals(contour: Contour, path: Path, wanted: Iterable[int], to: Ease) -> Mapping[int, Goal]:
    """What is to hold: at the anchors, and at their neighbours as it does."""
    count = len(contour.anchors)
    goals: dict[int, Goal] = {}
    for i in wanted:
        for k in (i - 1, i + 1):
            near = k % count if contour.closed else k
            if 0 <= near < count and path.joins(near):
                held = _held(contour.anchors[near])
                if held is not None:
                    goals[near] = held
    for i in wanted:
        even = to == "tangent" and contour.anchors[i].kind == "symmetric"
        goals[i] = "even" if even else to
    return goals


def _lines(contour: Contour, path: Path, wanted: Iterable[int]) -> Mapping[int, complex]:
    """The lines along which handles may move, so that what lies beyond stays as it is.

    Those of neighbours; and of anchors that are smooth already the level and upright ones, as
    nobody draws those by chance.
    """
    count = len(contour.anchors)
    near = {k % count if contour.closed else k for i in wanted for k in (i - 1, i + 1)}
    found: dict[int, complex] = {}
    for i in {*near, *wanted} & set(range(count)):
        anchor = contour.anchors[i]
        directions = [unit(h) for h in (anchor.into, anchor.out) if h is not None]
        square = (
            len(directions) == 2
            and directions[0] == -directions[1]
            and 0.0 in (directions[0].real, directions[0].imag)
        )
        if i in wanted and not square:
            continue
        for side, arm in ((-1, anchor.into), (1, anchor.out)):
            if arm is not None:
                found[path.place(3 * i + side)] = unit(arm)
    return found


def _held(anchor: Anchor) -> Goal | None:
    """What holds at an anchor that is not eased itself."""
    if anchor.eased:
        return "curvature"
    if anchor.kind == "symmetric":
        return "even"
    return "tangent" if anchor.kind in ("smooth", "flowing") else None


def eased_again(contour: Contour, before: Contour | None) -> Contour:
    """A contour whose anchors that are kept eased are so again after an edit.

    What was edited itself stays; of an eased anchor that was moved the handles follow. One that is
    no longer smooth is no longer kept; where nothing near is eased, things stay as they are.

    Args:
        contour: after the edit.
        before: before it; None where it is not known.

    """
    anchors = tuple(
        replace(a, eased=False) if a.eased and a.kind in ("corner", "flowing") else a
        for a in contour.anchors
    )
    if anchors != contour.anchors:
        contour = replace(contour, anchors=anchors)
    path = path_of(contour)
    wanted = [i for i, a in enumerate(anchors) if a.eased and _uneased(contour, i)]
    if not wanted:
        return contour
    ready = _with_handles(contour, wanted, "curvature")
    path = path_of(ready)
    goals, held = _goals(ready, path, wanted, "curvature"), _edited(path, wanted, before)
    lines = _lines(ready, path, wanted)
    made = eased(path, goals, held=held, lines=lines) or eased(path, goals, held=held)
    return contour if made is None else contour_with(ready, made)


def _uneased(contour: Contour, index: int) -> bool:
    """Whether the curvature differs on both sides of an anchor."""
    if not can_ease(contour, index):
        return False
    pairs = contour.pairs
    found = joint(cubic(*pairs[index - 1]), cubic(*pairs[index % len(pairs)]))
    first, last = found.curvature
    return abs(found.turn) > SAME or not abs(first - last) * found.size <= SAME


def _edited(path: Path, wanted: Iterable[int], before: Contour | None) -> frozenset[int]:
    """The points that an edit has moved, but for the handles of eased anchors that it moved."""
    if before is None:
        return frozenset()
    old = path_of(before).points
    if len(old) != len(path.points):
        return frozenset()
    moved = {k for k, (p, q) in enumerate(zip(old, path.points, strict=True)) if p != q}
    loose: set[int] = set()
    for i in wanted:
        at, into, out = (path.place(3 * i + side) for side in (0, -1, 1))
        if at in moved:
            loose |= {into, out}
        elif {into, out} <= moved:  # one was pulled, the other turned with it
            longer = [
                abs(abs(path.points[k] - path.points[at]) - abs(old[k] - old[at]))
                for k in (into, out)
            ]
            loose.add(into if longer[0] <= longer[1] else out)
    return frozenset(moved - loose)
