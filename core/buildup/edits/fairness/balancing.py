"""Both sides of an anchor made alike."""

from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.anchors import Anchor, Contour
from buildup.drawing.model import Drawing
from buildup.edits.anchors.editing import by_outline, move_message, with_rebuilt
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command
from buildup.geometry.angles import unit
from buildup.geometry.hausdorff import hausdorff
from buildup.geometry.tolerances import NO_LENGTH
from buildup.messages import refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class BalanceHandles(Command):
    """Makes the two sides of anchors alike, as far as the anchors beside them allow.

    The handles come to lie in one line, midway between where they point, with their mean length;
    those at the other ends of the two segments become equal parts of their sides.
    """

    kind: Literal["balance_handles"] = "balance_handles"
    anchors: tuple[AnchorRef, ...]
    """Which anchors; each has a handle on both sides."""

    @property
    def name(self) -> str:
        return "Balance handles"

    def delta(self, drawing: Drawing) -> Delta:
        put = []
        moved = 0.0
        for item_id, positions in by_outline(drawing, self.anchors).items():
            outline = drawing.outline(item_id)
            changed: dict[int, Contour] = {}
            for c, i in positions:
                changed[c] = _evened(changed.get(c, outline.contours[c]), i)
            rebuilt = with_rebuilt(outline, changed)
            put.append(rebuilt)
            for old, new in zip(outline.contours, rebuilt.contours, strict=True):
                moved = max(moved, hausdorff(old.segments, new.segments))
        return Delta(put=tuple(put), message=move_message(moved, drawing.sheet.unit))


def _evened(contour: Contour, index: int) -> Contour:
    """A contour with both sides of an anchor alike."""
    anchors = list(contour.anchors)
    count = len(anchors)
    anchor = anchors[index]
    inside = contour.closed or 0 < index < count - 1
    into, out = anchor.into or 0j, anchor.out or 0j
    direction = unit(unit(out) - unit(into))
    if not inside or min(abs(into), abs(out), abs(direction)) < NO_LENGTH:
        raise refusal("one_sided")
    far = direction * ((abs(into) + abs(out)) / 2.0)
    anchors[index] = replace(anchor, into=-far, out=far, kind="symmetric")
    before, after = (index - 1) % count, (index + 1) % count
    sides = [abs(anchors[k].at - anchor.at) for k in (before, after)]
    shares = [
        abs(handle) / side if handle is not None and side >= NO_LENGTH else None
        for handle, side in zip((anchors[before].out, anchors[after].into), sides, strict=True)
    ]
    if shares[0] is not None and shares[1] is not None:
        share = (shares[0] + shares[1]) / 2.0
        anchors[before] = _lengthened(anchors[before], "out", share * sides[0])
        anchors[after] = _lengthened(anchors[after], "into", share * sides[1])
    return replace(contour, anchors=tuple(anchors))


def _lengthened(anchor: Anchor, side: Literal["into", "out"], length: float) -> Anchor:
    """An anchor with a handle of another length; that of the other side stays as it is."""
    kind = "smooth" if anchor.kind == "symmetric" else anchor.kind
    handle = anchor.into if side == "into" else anchor.out
    assert handle is not None  # noqa: S101
    new = unit(handle) * length
    changed = replace(anchor, into=new) if side == "into" else replace(anchor, out=new)
    return replace(changed, kind=kind) if abs(new - handle) >= NO_LENGTH else anchor
