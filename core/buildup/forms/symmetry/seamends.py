"""Where open paths in a symmetry end: whether they meet their images there, or just miss them."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from buildup.drawing.itemtypes import Outline, Symmetry
from buildup.drawing.model import Drawing
from buildup.forms.contours import near_box
from buildup.forms.symmetry.copies import images
from buildup.forms.symmetry.seams import seams_of
from buildup.geometry.tolerances import SAME_PLACE
from buildup.geometry.transforms import Affine

NEAR_SHARE = 0.02
"""Of the size of what is drawn: ends that miss by less are meant to meet (common practice)."""
LEAST_NEAR, MOST_NEAR = 4.0, 40.0
"""Sheet units between which that stays: a millimetre and a finger's width."""
MOST_ENDS = 60
"""Ends of which each is compared with the images of all; of more only the seams are looked at."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SeamEnd:
    """An end of an open path that meets an image, or nearly does.

    Args:
        item: the outline.
        contour: which of its contours.
        index: of the anchor.
        at: where it is.
        to: where it would meet.
        gap: sheet units from there.

    """

    item: str
    contour: int
    index: int
    at: complex
    to: complex
    gap: float

    @property
    def meets(self) -> bool:
        """Whether it is there."""
        return self.gap <= SAME_PLACE


def seam_ends(drawing: Drawing, symmetry: str) -> tuple[SeamEnd, ...]:
    """The ends in a symmetry that meet or just miss; empty where nothing ends near a seam."""
    return drawing.known(_seam_ends, symmetry)


def _seam_ends(drawing: Drawing, symmetry: str) -> tuple[SeamEnd, ...]:
    item = drawing.items[symmetry]
    ends = list(_ends(drawing, symmetry))
    box = near_box(drawing, symmetry) if ends else None
    if not isinstance(item, Symmetry) or box is None:
        return ()
    near = min(max(NEAR_SHARE * max(box.width, box.height), LEAST_NEAR), MOST_NEAR)
    others = images(item)[1:] if len(ends) <= MOST_ENDS else ()
    found = []
    for end in ends:
        to = _meeting_place(end.at, ends, item, others)
        if to is not None and abs(to - end.at) <= near:
            found.append(replace(end, to=to, gap=abs(to - end.at)))
    return tuple(found)


def _ends(drawing: Drawing, symmetry: str) -> Iterator[SeamEnd]:
    """The ends of what is drawn in a symmetry, not in another one inside."""
    for item_id in drawing.tree.children(symmetry):
        item = drawing.items[item_id]
        if isinstance(item, Outline):
            for c, contour in enumerate(item.contours):
                last = len(contour.anchors) - 1
                for i in () if contour.closed else sorted({0, last}):
                    at = contour.anchors[i].at
                    yield SeamEnd(item=item.id, contour=c, index=i, at=at, to=at, gap=0.0)
        elif not isinstance(item, Symmetry):
            yield from _ends(drawing, item_id)


def _meeting_place(
    at: complex, ends: Sequence[SeamEnd], item: Symmetry, others: Sequence[Affine]
) -> complex | None:
    """The nearest place where an end would meet an image: on a seam, or midway to it."""
    positions = [line.foot(at) for line in seams_of(item)]
    positions += [(at + image(end.at)) / 2.0 for image in others for end in ends]
    return min(positions, key=lambda p: abs(p - at), default=None)
