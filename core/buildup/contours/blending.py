"""Contours between two: their anchors paired, and each pair a part of the way apart.

Anchors are paired in order so that the sum of what pairs differ by is least: where they lie along
the contour, where they lie in its box, and whether they are corners. An anchor without a partner
gets one, added where it lies along the other contour, which keeps its form. (The pairing in order
is that of the alignment of sequences: Needleman and Wunsch, Journal of Molecular Biology 48
(1970), from memory.)
"""

import itertools
import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from buildup.contours.anchors import Anchor, AnchorKind, Contour
from buildup.contours.extent import box_of
from buildup.contours.paths import starting_at, turned_round
from buildup.contours.segments import with_added
from buildup.geometry.areas import area_of
from buildup.geometry.lengths import length
from buildup.geometry.stations import joint, stations
from buildup.geometry.tolerances import NO_LENGTH
from buildup.messages import refusal

MOST_ANCHORS = 300
"""Anchors of a contour that can be blended: pairs are the square of so many."""
AT_CORNER = 0.35
"""Radians (20°): anchors are alike where the path turns by more at both, or at neither."""
UNLIKE = 0.15
"""What a corner beside a smooth anchor counts, in parts of the contour's size."""
ALONE = 0.12
"""The same of an anchor that gets a partner added."""
TRIED = 24
"""Places around a contour that are compared to find where it begins."""
NEAR_END = 1e-6
"""Curve parameter: an anchor is not added this close to one that is there."""


def paired(first: Contour, last: Contour) -> tuple[Contour, Contour]:
    """The two contours with as many anchors, in pairs; their forms stay.

    The second one may be turned round and begin elsewhere.

    Raises:
        Refusal: `not_alike` where one is closed and the other is not; `too_many_anchors`.

    """
    if first.closed != last.closed:
        raise refusal("not_alike")
    if max(len(first.anchors), len(last.anchors)) > MOST_ANCHORS:
        raise refusal("too_many_anchors.blend", most=MOST_ANCHORS)
    second = _laid_alike(first, last)
    one, other = _Profile.of(first), _Profile.of(second)
    pairs = _aligned(one, other)
    return (
        _filled(first, one, [(b, a) for a, b in pairs], other),
        _filled(second, other, pairs, one),
    )


def between(first: Contour, last: Contour, share: float) -> Contour:
    """The contour a part of the way from one to another that is paired with it.

    >>> line = Contour((Anchor(0j), Anchor(2 + 0j)))
    >>> between(line, Contour((Anchor(2j), Anchor(2 + 4j))), 0.5).anchors[1].at
    (2+2j)
    """
    pairs = zip(first.anchors, last.anchors, strict=True)
    return replace(first, anchors=tuple(_mixed(a, b, share) for a, b in pairs))


def _mixed(first: Anchor, last: Anchor, share: float) -> Anchor:
    into, out = (_between(a, b, share) for a, b in ((first.into, last.into), (first.out, last.out)))
    kind: AnchorKind = "smooth"
    if "corner" in (first.kind, last.kind):
        kind = "corner"
    elif first.kind == last.kind == "symmetric":
        kind = "symmetric"
    return Anchor(first.at + share * (last.at - first.at), into, out, kind)


def _between(first: complex | None, last: complex | None, share: float) -> complex | None:
    if first is None and last is None:
        return None
    mixed = (1.0 - share) * (first or 0j) + share * (last or 0j)
    return mixed if abs(mixed) >= NO_LENGTH else None


@dataclass(frozen=True, slots=True)
class _Profile:
    """What is compared of a contour: of each anchor where it is, and whether the path turns."""

    contour: Contour
    along: tuple[float, ...]
    """Parts of the length."""
    starts: tuple[float, ...]
    """Of each segment, and the end of the last."""
    at: tuple[complex, ...]
    """In its box."""
    corners: tuple[bool, ...]

    @classmethod
    def of(cls, contour: Contour) -> "_Profile":
        segments = contour.segments
        starts = [0.0, *itertools.accumulate(length(s, tolerance=1e-4) for s in segments)]
        whole = starts[-1] or 1.0
        parts = tuple(s / whole for s in starts)
        position = _into_box(contour)
        turns = [
            (contour.closed or 0 < k < len(segments))
            and abs(joint(segments[k - 1], segments[k % len(segments)]).turn) > AT_CORNER
            for k in range(len(contour.anchors))
        ]
        return cls(
            contour,
            parts[: len(contour.anchors)],
            parts,
            tuple(position(a.at) for a in contour.anchors),
            tuple(turns),
        )


def _into_box(contour: Contour) -> Callable[[complex], complex]:
    """What brings places of a contour into its box about 0, the longer side of length 1."""
    box = box_of((contour,))
    size = max(box.width, box.height) or 1.0
    return lambda position: (position - box.centre) / size


def _laid_alike(first: Contour, last: Contour) -> Contour:
    """The second contour as it begins and runs most like the first."""
    if not first.closed:
        (a, b), (c, d) = ((p.anchors[0].at, p.anchors[-1].at) for p in (first, last))
        turned = abs(a - d) + abs(b - c) < abs(a - c) + abs(b - d)
        return turned_round(last) if turned else last
    if area_of(first.segments) * area_of(last.segments) < 0.0:
        last = turned_round(last)
    model = _spread(*_walked(first), 0)
    walked, each = _walked(last), range(len(last.anchors))
    best = min(each, key=lambda k: (_unlike(model, _spread(*walked, k)), k))
    return starting_at(last, best) if best else last


def _walked(contour: Contour) -> tuple[list[float], list[list[complex]]]:
    """The lengths of a contour's segments, and of each nine places along it, in its box."""
    position, segments = _into_box(contour), contour.segments
    lengths = [length(s, tolerance=1e-3) for s in segments]
    return lengths, [[position(p.at) for p in stations(s, 8)] for s in segments]


def _spread(
    lengths: Sequence[float], near: Sequence[Sequence[complex]], start: int
) -> list[complex]:
    """Places evenly spaced along a contour that was walked, from the start of a segment on."""
    whole, count = math.fsum(lengths), len(lengths)
    found: list[complex] = []
    so_far, k = 0.0, 0
    for n in range(TRIED):
        along = whole * n / TRIED
        while k < count - 1 and so_far + lengths[(start + k) % count] <= along:
            so_far += lengths[(start + k) % count]
            k += 1
        here = (start + k) % count
        part = (along - so_far) / lengths[here] if lengths[here] else 0.0
        found.append(near[here][min(len(near[here]) - 1, round(part * 8))])
    return found


def _unlike(one: Sequence[complex], other: Sequence[complex]) -> float:
    return math.fsum(abs(p - q) ** 2 for p, q in zip(one, other, strict=True))


def _aligned(one: _Profile, other: _Profile) -> list[tuple[int, int]]:
    """The pairs of anchors in order, the first ones a pair, and the last ones of open paths."""
    count, total = len(one.at), len(other.at)
    closed = one.contour.closed

    def cost(i: int, j: int) -> float:
        unlike = UNLIKE if one.corners[i] != other.corners[j] else 0.0
        return abs(one.at[i] - other.at[j]) + abs(one.along[i] - other.along[j]) + unlike

    best = [[math.inf] * total for _ in range(count)]
    best[0][0] = cost(0, 0)
    came: dict[tuple[int, int], tuple[int, int]] = {}
    for i, j in itertools.product(range(count), range(total)):
        moves = (
            (i - 1, j - 1, cost(i, j) if i and j else math.inf),
            (i - 1, j, ALONE),
            (i, j - 1, ALONE),
        )
        for a, b, more in moves:
            if a >= 0 and b >= 0 and best[a][b] + more < best[i][j]:
                best[i][j], came[i, j] = best[a][b] + more, (a, b)
    at = (count - 1, total - 1)
    pairs = [] if closed else [at]
    while at in came:
        before = came[at]
        if before == (at[0] - 1, at[1] - 1) and at not in pairs:
            pairs.append(at)
        at = before
    return [(0, 0), *(p for p in reversed(pairs) if min(p) > 0)]


def _filled(
    contour: Contour, own: _Profile, pairs: Sequence[tuple[int, int]], other: _Profile
) -> Contour:
    """A contour with a partner added for each anchor of the other one that has none.

    Args:
        contour: the contour.
        own: what is told of it.
        pairs: anchors of the other contour and of this one.
        other: what is told of the other one.

    """
    spots: dict[int, list[float]] = {}
    ends = [*pairs, (len(other.at), len(own.at))] if contour.closed else pairs
    for (a, i), (b, j) in itertools.pairwise(ends):
        low, high = _along(own, i), _along(own, j)
        start, end = _along(other, a), _along(other, b)
        for k in range(a + 1, b):
            part = (other.along[k] - start) / ((end - start) or 1.0)
            along = low + part * (high - low)
            segment = max(s for s in range(i, max(i + 1, j)) if own.starts[s] <= along)
            inside = own.starts[segment + 1] - own.starts[segment]
            share = (along - own.starts[segment]) / inside if inside else 0.5
            spots.setdefault(segment, []).append(min(1.0 - 1e-3, max(1e-3, share)))
    each = {s: tuple(_parameters(contour, s, sorted(shares))) for s, shares in spots.items()}
    return with_added(contour, each)


def _along(flow: _Profile, index: int) -> float:
    return flow.along[index] if index < len(flow.along) else 1.0


def _parameters(contour: Contour, index: int, shares: Sequence[float]) -> list[float]:
    """The curve parameters at parts of a segment's length, each after the one before."""
    found: list[float] = []
    near = stations(contour.segments[index], 64)
    for share in shares:
        t = near[min(len(near) - 1, round(share * 64))].t
        least = found[-1] + NEAR_END if found else NEAR_END
        found.append(min(1.0 - NEAR_END, max(least, t)))
    return found
