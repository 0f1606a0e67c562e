"""Stretches of a contour: segments in a row, and what takes their place."""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace

from buildup.contours.anchorkinds import handle, kind_of
from buildup.contours.anchors import Anchor, Contour
from buildup.geometry.bezier import Cubic


@dataclass(frozen=True, slots=True)
class Stretch:
    """Segments of a contour in a row.

    Args:
        start: the number of the first one.
        count: how many.

    """

    start: int
    count: int

    def numbers(self, contour: Contour) -> list[int]:
        """The numbers of its segments; round a closed contour they begin again."""
        total = contour.segment_count
        return [(self.start + k) % total for k in range(self.count)]

    def segments(self, contour: Contour) -> tuple[Cubic, ...]:
        """Its segments."""
        every = contour.segments
        return tuple(every[k] for k in self.numbers(contour))


def stretches(contour: Contour, segments: Collection[int], cuts: Collection[int]) -> list[Stretch]:
    """The longest rows that some segments make, parted at some anchors.

    Args:
        contour: a contour.
        segments: numbers of segments, each that of the anchor it starts at.
        cuts: numbers of anchors.

    """
    total = contour.segment_count
    wanted = {s for s in segments if 0 <= s < total}
    begins = sorted(
        s
        for s in wanted
        if s in cuts or not ((s - 1) % total in wanted and (contour.closed or s > 0))
    )
    if wanted and not begins:
        begins = [min(wanted)]  # all the way round
    found = []
    for start in begins:
        count = 1
        while count < total:
            following = (start + count) % total
            ended = following in cuts or following not in wanted or following == start
            if ended or (following == 0 and not contour.closed):
                break
            count += 1
        found.append(Stretch(start, count))
    return found


def with_stretch(contour: Contour, made: Mapping[Stretch, Sequence[Cubic]]) -> Contour:
    """A contour with other segments in place of some stretches, which join its anchors at the ends.

    Anchors of segments that stay come through as they are. Where the number of segments is the
    same, anchors keep what else they are; else new ones are smooth where their handles lie in one
    line. Curves that have become lines have no handles.
    """
    total = contour.segment_count
    curves: dict[int, Sequence[Cubic] | None] = dict.fromkeys(range(total))
    for stretch, new in made.items():
        numbers = stretch.numbers(contour)
        if len(new) == len(numbers):
            for number, curve in zip(numbers, new, strict=True):
                curves[number] = (curve,)
            continue
        for number in numbers:
            curves[number] = ()
        curves[numbers[0]] = tuple(new)
    return replace(contour, anchors=tuple(_anchors(contour, curves)))


def _anchors(contour: Contour, curves: Mapping[int, Sequence[Cubic] | None]) -> list[Anchor]:
    """The anchors of a contour, segment by segment: as it was, as others, or gone."""
    old, every = contour.anchors, contour.segments
    found: list[Anchor] = []
    for k, segment in enumerate(every):
        new = curves[k]
        for n, curve in enumerate((segment,) if new is None else new):
            own = old[k] if n == 0 else Anchor(curve[0])
            found.append(own if new is None or curve == segment else _leaving(own, curve))
    rows = [c for k, segment in enumerate(every) for c in _row(curves[k], segment)]
    if not contour.closed:
        found.append(old[-1])
    for n, (curve, is_new) in enumerate(rows):
        end = (n + 1) % len(found)
        if is_new:
            found[end] = _arriving(found[end], curve)
    touched = {m for n, (_, is_new) in enumerate(rows) if is_new for m in (n, (n + 1) % len(found))}
    return [_kinded(a) if n in touched else a for n, a in enumerate(found)]


def _row(new: Sequence[Cubic] | None, segment: Cubic) -> list[tuple[Cubic, bool]]:
    """The curves in place of a segment, and whether each is another one."""
    if new is None:
        return [(segment, False)]
    return [(curve, curve != segment) for curve in new]


def _leaving(anchor: Anchor, curve: Cubic) -> Anchor:
    return replace(anchor, at=curve[0], out=handle(curve[1] - curve[0]))


def _arriving(anchor: Anchor, curve: Cubic) -> Anchor:
    return replace(anchor, at=curve[3], into=handle(curve[2] - curve[3]))


def _kinded(anchor: Anchor) -> Anchor:
    """The anchor as the kind that its handles allow."""
    into, out = anchor.into, anchor.out
    if into is None or out is None:
        return replace(anchor, kind="smooth" if anchor.kind == "smooth" else "corner")
    kind = kind_of(into, out)
    return replace(anchor, kind="smooth" if kind == "symmetric" != anchor.kind else kind)
