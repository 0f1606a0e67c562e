"""What an outline that is kept comes to in numbers, and how much two of them differ."""

import math
from dataclasses import dataclass

from buildup.drawing.clips import Clip
from buildup.drawing.itemtypes import Outline
from buildup.forms.assembling import StyledPath, operands_of
from buildup.forms.contours import forms_in, item_box
from buildup.geometry.boxes import Box
from buildup.geometry.lengths import length
from buildup.geometry.regions.setoperations import area_of_loops, combined, combined_each

ENOUGH = 0.01
"""Sheet units to which lengths are told."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ShelfFacts:
    """How large an outline that is kept is."""

    width: float
    """Sheet units, without strokes."""
    height: float
    items: int
    anchors: int
    """Of its outlines as they are drawn, before symmetries repeat them."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ShelfMeasures:
    """What an outline that is kept comes to, beside another one."""

    length: float
    """Sheet units, along all its edges."""
    area: float
    """Square sheet units, inside any of its closed forms."""
    differs: float
    """The area that only one of the two covers, in parts of what either does, from 0 to 1."""


def shelf_facts(clip: Clip) -> ShelfFacts:
    """How large a clip is; 0 wide and high where it shows nothing."""
    drawing = clip.drawing()
    boxes = [b for i in clip.tops if (b := item_box(drawing, i)) is not None]
    box = Box.union(boxes) if boxes else Box(0.0, 0.0, 0.0, 0.0)
    outlines = (i for i in clip.items if isinstance(i, Outline))
    return ShelfFacts(
        width=box.width,
        height=box.height,
        items=len(clip.items),
        anchors=sum(len(c.anchors) for o in outlines for c in o.contours),
    )


def shelf_measures(clip: Clip, other: Clip) -> ShelfMeasures:
    """What a clip comes to, and how much it differs from another one.

    Both lie about their middle; open paths cover nothing. Two that cover nothing do not differ.

    Raises:
        Refusal: as `combined`.

    """
    forms = _forms(clip)
    edges = (s for f in forms for c in f.contours for s in c.segments)
    return ShelfMeasures(
        length=math.fsum(length(s, tolerance=ENOUGH) for s in edges),
        area=area_of_loops(combined(operands_of(_closed(forms)), bool)),
        differs=_difference(forms, _forms(other)),
    )


def _difference(one: list[StyledPath], other: list[StyledPath]) -> float:
    first, second = (operands_of(_closed(f)) for f in (one, other))
    known = len(first)

    def only_one(inside: frozenset[int]) -> bool:
        return any(i < known for i in inside) != any(i >= known for i in inside)

    apart, either = combined_each([*first, *second], (only_one, bool))
    whole = area_of_loops(either)
    return area_of_loops(apart) / whole if whole else 0.0


def _forms(clip: Clip) -> list[StyledPath]:
    drawing = clip.drawing()
    return [f for i in clip.tops for f in forms_in(drawing, i)]


def _closed(forms: list[StyledPath]) -> list[StyledPath]:
    return [f for f in forms if all(c.closed for c in f.contours) and f.contours]
