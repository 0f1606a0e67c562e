"""Outlines thinned out: as few anchors as a tolerance allows."""

import math
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from functools import partial
from typing import Literal

from buildup.contours.anchors import Contour
from buildup.contours.paths import starting_at
from buildup.contours.segments import with_added
from buildup.contours.stretches import Stretch, with_stretch
from buildup.drawing.model import Drawing
from buildup.drawing.units import told
from buildup.edits.anchors.editing import with_rebuilt
from buildup.edits.change import Delta
from buildup.edits.command import Command
from buildup.edits.fairness.fairing import check_tolerance
from buildup.geometry.bezier import extremes
from buildup.geometry.fitting.simplifying import thinned
from buildup.geometry.progress import begun, done
from buildup.geometry.stations import SAME_DIRECTION, joint, way_at
from buildup.messages import message, refusal

CORNER = 0.35
"""Radians (20°). A path that turns by more has a corner there."""
NEAR_END = 1e-3
"""Curve parameter: an extreme this close to an anchor is that anchor."""
PAIRS_A_SEGMENT = 12
"""What a segment that is thinned out counts for those who wait for it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ThinOut(Command):
    """Gives outlines as few anchors as a tolerance allows."""

    kind: Literal["thin_out"] = "thin_out"
    items: tuple[str, ...]
    """The outlines."""
    tolerance: float
    """How far they may move, in sheet units, above 0."""
    corners: bool = True
    """Anchors at which the path turns by more than 20° stay."""
    extremes: bool = False
    """Anchors stay, or come, where the path is level or upright."""

    @property
    def name(self) -> str:
        return "Simplify"

    def delta(self, drawing: Drawing) -> Delta:
        check_tolerance(self.tolerance)
        if not self.items:
            raise refusal("no_items")
        outlines = [drawing.outline(i) for i in dict.fromkeys(self.items)]
        before = sum(len(c.anchors) for o in outlines for c in o.contours)
        begun(PAIRS_A_SEGMENT * before)
        put = []
        moved, after, seen = 0.0, 0, 0.0
        for outline in outlines:
            changed = {}
            for c, contour in enumerate(outline.contours):
                share = len(contour.anchors) / before
                changed[c], off = thinned_contour(
                    contour,
                    self.tolerance,
                    corners=self.corners,
                    extreme=self.extremes,
                    tell=partial(_tell, seen, share),
                )
                moved = max(moved, off)
                after += len(changed[c].anchors)
                seen += share
            put.append(with_rebuilt(outline, changed))
        far = told(moved, unit=drawing.sheet.unit)
        said = message("notes.simplified", before=before, after=after, distance=far)
        if after >= before and not self.extremes:
            said = message("notes.all_needed", count=before)
        return Delta(put=tuple(put), said=said)


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
    if len(contour.pairs) < 2:
        return contour, 0.0
    ready = with_added(contour, dict(_extremes(contour))) if extreme else contour
    keep = _kept(ready, corner=turn if corners else math.inf, extreme=extreme)
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


def _kept(contour: Contour, *, corner: float, extreme: bool) -> set[int]:
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
        way = way_at(segment, 0.0)
        level = min(abs(way.real), abs(way.imag)) <= SAME_DIRECTION and turn <= SAME_DIRECTION
        if turn > corner or (extreme and level):
            found.add(k)
    return found


def _tell(before: float, share: float, part: float) -> None:
    """Tell how much is done when a part is done of a share that comes after what is done before."""
    done(min(1.0, before + share * part))


def _extremes(contour: Contour) -> Iterable[tuple[int, tuple[float, ...]]]:
    """The places of segments where they are level or upright, away from their ends."""
    for k, segment in enumerate(contour.segments):
        yield k, tuple(t for t in extremes(segment) if NEAR_END < t < 1.0 - NEAR_END)
