"""Stretches made fair, or regular: an arc, or a line."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Literal

from buildup.contours.anchors import Contour
from buildup.contours.stretches import Stretch, stretches, with_stretch
from buildup.drawing.model import Drawing
from buildup.edits.anchors.editing import by_segment, move_message, with_rebuilt
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command
from buildup.geometry.bezier import Cubic, is_plain, line, with_both_handles
from buildup.geometry.fairness.variation import between, faired
from buildup.geometry.hausdorff import hausdorff
from buildup.geometry.nearestarc import nearest_arc
from buildup.geometry.progress import add_work
from buildup.geometry.stations import SAME_DIRECTION, joint
from buildup.geometry.tolerances import SAME_PLACE
from buildup.messages import refusal

Segments = tuple[Cubic, ...]
MOST_SEGMENTS = 300
"""Segments of one stretch: so many take about ten seconds."""
PAIRS_A_SEGMENT = 250
"""What a segment that is made fair counts for those who wait for it."""


def _remade(
    drawing: Drawing,
    segments: Sequence[AnchorRef],
    cuts: Callable[[Contour], set[int]],
    make: Callable[[Contour, Stretch], Segments],
) -> Delta:
    """Some stretches made anew, and what is said of how far they moved."""
    put = []
    moved = 0.0
    for item_id, positions in by_segment(drawing, segments).items():
        outline = drawing.outline(item_id)
        changed: dict[int, Contour] = {}
        for c in sorted({c for c, _ in positions}):
            contour = outline.contours[c]
            numbers = {i for k, i in positions if k == c}
            made = {s: make(contour, s) for s in stretches(contour, numbers, cuts(contour))}
            for stretch, new in made.items():
                moved = max(moved, hausdorff(stretch.segments(contour), new))
            changed[c] = with_stretch(contour, made)
        put.append(with_rebuilt(outline, changed))
    return Delta(put=tuple(put), message=move_message(moved, drawing.sheet.unit))


@dataclass(frozen=True, slots=True, kw_only=True)
class FairSegments(Command):
    """Makes stretches fair: the least variation of curvature that their ends allow.

    Where the path turns, and at lines, a stretch ends.
    """

    kind: Literal["fair_segments"] = "fair_segments"
    segments: tuple[AnchorRef, ...]
    """Which segments, each by the anchor it starts at."""
    tolerance: float
    """How far they may move, in sheet units, above 0."""
    amount: float = 1.0
    """From as drawn (0) to as smooth as the ends and the tolerance allow (1)."""

    @property
    def name(self) -> str:
        return "Fair"

    @property
    def phrase(self) -> str:
        return "Fair {item}"

    def delta(self, drawing: Drawing) -> Delta:
        check_tolerance(self.tolerance)
        if not 0.0 <= self.amount <= 1.0:
            raise refusal("bad_amount")
        return _remade(drawing, self.segments, _turns, self._fair)

    def _fair(self, contour: Contour, stretch: Stretch) -> Segments:
        drawn = stretch.segments(contour)
        if len(drawn) > MOST_SEGMENTS:
            raise refusal("too_long", most=MOST_SEGMENTS)
        if self.amount == 0.0 or any(is_plain(s) for s in drawn):
            return drawn
        drawn = tuple(with_both_handles(s) for s in drawn)
        add_work(PAIRS_A_SEGMENT * len(drawn))
        bends = _bends(contour, stretch)
        return between(drawn, faired(drawn, tolerance=self.tolerance, bends=bends), self.amount)


def check_tolerance(tolerance: float) -> None:
    """Refuses a tolerance that is not above 0.

    Raises:
        Refusal: `bad_tolerance`.

    """
    if tolerance <= 0.0:
        raise refusal("bad_tolerance.fair")


def _turns(contour: Contour) -> set[int]:
    """The anchors at which a path turns, or a line begins or ends."""
    segments = contour.segments
    found = set()
    for k, segment in enumerate(segments):
        if k == 0 and not contour.closed:
            continue
        before = segments[k - 1]
        turns = abs(joint(before, segment).turn) > SAME_DIRECTION
        if turns or is_plain(before) != is_plain(segment):
            found.add(k)
    return found


def _bends(contour: Contour, stretch: Stretch) -> tuple[float | None, float | None]:
    """The curvatures that a path has before and after a stretch, where it goes on smoothly."""
    segments = contour.segments
    total = len(segments)
    if stretch.count == total:
        return (None, None)
    first, after = stretch.start, (stretch.start + stretch.count) % total
    before = (
        None if first == 0 and not contour.closed else joint(segments[first - 1], segments[first])
    )
    beyond = None
    if after != 0 or contour.closed:
        beyond = joint(segments[after - 1], segments[after])
    ends = (before, 0), (beyond, 1)
    found = [
        None if j is None or abs(j.turn) > SAME_DIRECTION else j.curvature[side] for j, side in ends
    ]
    known = [None if v is None or abs(v) == float("inf") else v for v in found]
    return (known[0], known[1])


@dataclass(frozen=True, slots=True, kw_only=True)
class RegularSegments(Command):
    """Makes stretches an arc or a line from end to end; the anchors between go."""

    kind: Literal["regular_segments"] = "regular_segments"
    segments: tuple[AnchorRef, ...]
    """Which segments, each by the anchor it starts at; those in a row are one stretch."""
    to: Literal["arc", "line"]
    """The arc that comes nearest, or a straight line."""

    @property
    def name(self) -> str:
        return "Make an arc" if self.to == "arc" else "Make a line"

    def delta(self, drawing: Drawing) -> Delta:
        return _remade(drawing, self.segments, lambda _: set(), self._made)

    def _made(self, contour: Contour, stretch: Stretch) -> Segments:
        drawn = stretch.segments(contour)
        start, end = drawn[0][0], drawn[-1][3]
        if abs(end - start) <= SAME_PLACE:
            raise refusal("ends_meet")
        return nearest_arc(drawn) if self.to == "arc" else (line(start, end),)
