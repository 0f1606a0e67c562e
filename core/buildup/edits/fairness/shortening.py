"""Handles that reach too far, brought back."""

from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.anchors import Anchor
from buildup.contours.segments import loosened
from buildup.contours.twins import AnchorIndex
from buildup.drawing.model import Drawing
from buildup.edits.anchors.editing import by_segment, with_anchors
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command
from buildup.geometry.bezier import Cubic
from buildup.geometry.tangents import tangents_meet
from buildup.messages import refusal

SHORT = 0.75
"""Part of the way to where the tangents meet at which a handle ends then: between a circle's 0.55
and 1, where the curve would hug both tangents (common practice)."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ShortenHandles(Command):
    """Brings handles back that reach beyond where the tangents of their segment meet."""

    kind: Literal["shorten_handles"] = "shorten_handles"
    segments: tuple[AnchorRef, ...]
    """Which segments, each by the anchor it starts at."""

    @property
    def name(self) -> str:
        return "Shorten handles"

    def delta(self, drawing: Drawing) -> Delta:
        put = []
        for item_id, positions in by_segment(drawing, self.segments).items():
            outline = drawing.outline(item_id)
            changes: dict[AnchorIndex, Anchor] = {}
            for c, i in positions:
                contour = outline.contours[c]
                shares = _shares(contour.segments[i])
                after = (i + 1) % len(contour.anchors)
                start = changes.get((c, i), contour.anchors[i])
                if start.out is not None and shares[0] < 1.0:
                    changes[c, i] = loosened(replace(start, out=start.out * shares[0]))
                end = changes.get((c, after), contour.anchors[after])
                if end.into is not None and shares[1] < 1.0:
                    changes[c, after] = loosened(replace(end, into=end.into * shares[1]))
            if changes:
                put.append(with_anchors(outline, changes))
        if not put:
            raise refusal("nothing_to_shorten")
        return Delta(put=tuple(put))


def _shares(segment: Cubic) -> tuple[float, float]:
    """The parts to which both handles are brought back; 1 where they stay."""
    meet = tangents_meet(segment)
    if meet is None or min(meet) >= 1.0:
        return (1.0, 1.0)
    first, last = meet
    return (min(1.0, first * SHORT), min(1.0, last * SHORT))
