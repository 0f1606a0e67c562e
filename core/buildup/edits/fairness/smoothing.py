"""Anchors made continuous in direction or in curvature, and kept so while others are edited."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.easing import Ease, can_ease, eased_again, eased_at
from buildup.contours.flow import settled
from buildup.contours.twins import AnchorIndex
from buildup.drawing.itemtypes import Item, Outline
from buildup.drawing.model import Drawing
from buildup.edits.anchors.editing import by_outline, move_message, with_anchors
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command
from buildup.messages import refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class EaseAnchors(Command):
    """Makes the joints at anchors smooth, in direction or in curvature, by the least movement."""

    kind: Literal["ease_anchors"] = "ease_anchors"
    anchors: tuple[AnchorRef, ...]
    """Which anchors; ends of open paths and those between straight segments are left out."""
    to: Ease = "tangent"
    """One direction on both sides, or one curvature as well."""
    move: bool = False
    """The anchors may move, too; else only handles do."""
    keep: bool = False
    """The curvature stays the same on both sides while the neighbours are edited."""

    @property
    def name(self) -> str:
        return "Match curvature" if self.to == "curvature" else "Align tangents"

    def delta(self, drawing: Drawing) -> Delta:
        put = []
        moved, any_eased = 0.0, False
        for item_id, positions in by_outline(drawing, self.anchors).items():
            outline = drawing.outline(item_id)
            changes: dict[AnchorIndex, Anchor] = {}
            for c in sorted({c for c, _ in positions}):
                contour = outline.contours[c]
                wanted = [i for k, i in positions if k == c and can_ease(contour, i)]
                if not wanted:
                    continue
                any_eased = True
                made = eased_at(contour, wanted, self.to, move=self.move)
                if made is None:
                    raise refusal("too_harsh", item_id)
                moved = max(moved, made.moved)
                keep = self.keep and self.to == "curvature"
                anchors = dict(enumerate(made.contour.anchors))
                anchors |= {i: replace(anchors[i], eased=keep) for i in wanted}
                old = contour.anchors
                changes |= {(c, i): a for i, a in anchors.items() if a is not old[i]}
            put.append(with_anchors(outline, changes))
        if not any_eased:
            raise refusal("nothing_to_ease")
        return Delta(put=tuple(put), message=move_message(moved, drawing.sheet.unit))


def held_eased(drawing: Drawing, delta: Delta, *, whole: bool) -> Delta:
    """A delta after which anchors that are kept eased are so again; what was edited itself stays.

    Args:
        drawing: as it was.
        delta: what an edit does to it.
        whole: whole items are moved: by such maps curvatures stay continuous.

    """
    if whole or not any(
        isinstance(i, Outline) and any(_has_eased(c) for c in i.contours) for i in delta.put
    ):
        return delta
    return replace(delta, put=tuple(_held(drawing, delta.put)))


def _held(drawing: Drawing, put: tuple[Item, ...]) -> Iterator[Item]:
    for item in put:
        before = drawing.items.get(item.id)
        if not isinstance(item, Outline) or not isinstance(before, Outline):
            yield item
            continue
        contours = tuple(
            _contour(contour, before.contours[c] if c < len(before.contours) else None)
            for c, contour in enumerate(item.contours)
        )
        same = all(a is b for a, b in zip(contours, item.contours, strict=True))
        yield item if same else replace(item, contours=contours)


def _contour(contour: Contour, before: Contour | None) -> Contour:
    if not _has_eased(contour) or contour == before:
        return contour
    held = eased_again(contour, before)
    return contour if held is contour else settled(held)


def _has_eased(contour: Contour) -> bool:
    return any(a.eased for a in contour.anchors)
