"""Outlines that are symmetric, or all but: pairs of anchors become twins, and the sides alike."""

from dataclasses import dataclass, field, replace
from typing import Literal

from buildup.contours.anchors import Anchor, Contour, Twin
from buildup.contours.flow import settled
from buildup.contours.twins import AnchorIndex, mirrored, without_unpaired
from buildup.drawing.checks import check_id
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.drawing.units import format_length
from buildup.edits.anchors.anchororder import crossed
from buildup.edits.change import Delta
from buildup.edits.command import Command
from buildup.edits.items.copying import numbered
from buildup.forms.symmetry.axes import Axis
from buildup.forms.symmetry.balance import Balance, balanced, pairs_about
from buildup.forms.symmetry.seams import SeamLine
from buildup.messages import message, refusal


def check_alike(outline: Outline, found: Balance, unit: str) -> None:
    """Refuses an outline that is not symmetric, by far."""
    if not found.alike:
        raise refusal(
            "not_symmetric",
            outline.id,
            name=outline.name,
            distance=format_length(found.away, unit=unit),
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class FindTwins(Command):
    """Makes twins of all anchors of a symmetric outline that are each other's image."""

    kind: Literal["find_twins"] = "find_twins"
    item: str
    """The outline."""
    twins: str
    """What the ids of the pairs begin with."""
    axis: Axis | None = None
    """The line; None: the one that is found."""

    @property
    def name(self) -> str:
        return "Find twins"

    def delta(self, drawing: Drawing) -> Delta:
        check_id(self.twins)
        outline = drawing.outline(self.item)
        found = balanced(outline.contours, self.axis)
        check_alike(outline, found, drawing.sheet.unit)
        pairs, lone = pairs_about(outline.contours, found.line)
        changes: dict[AnchorIndex, Anchor] = {}
        ids = numbered(self.twins)
        for first, second in pairs.items():
            if first < second:
                lead, follow = (outline.contours[c].anchors[i] for c, i in (first, second))
                twin = Twin(next(ids), found.line.through, found.line.along)
                leading = replace(lead, twin=crossed(twin, lead, follow))
                changes |= {first: leading, second: mirrored(leading)}
        if not changes:
            raise refusal("no_pairs", self.item)
        note = message("notes.twins", count=len(changes) // 2)
        if lone:
            note += " " + message("notes.lone_anchors", count=len(lone))
        return Delta(put=(_changed(outline, changes),), message=note)


def _changed(outline: Outline, changes: dict[AnchorIndex, Anchor]) -> Outline:
    contours = []
    for c, contour in enumerate(outline.contours):
        anchors = (changes.get((c, i), a) for i, a in enumerate(contour.anchors))
        contours.append(settled(replace(contour, anchors=tuple(anchors))))
    return replace(outline, contours=without_unpaired(contours), hand_stroke=None)


@dataclass(frozen=True, slots=True, kw_only=True)
class MakeSymmetric(Command):
    """Makes an outline that is all but symmetric exactly so."""

    kind: Literal["make_symmetric"] = "make_symmetric"
    item: str
    """The outline."""
    towards: Literal["right", "left", "mean"] = "mean"
    """As the side right of the line is, looking along it; as the left one is; or midway."""
    axis: Axis | None = field(default=None)
    """The line; None: the one that is found."""

    @property
    def name(self) -> str:
        return "Make symmetric"

    @property
    def phrase(self) -> str:
        return "Make {item} symmetric"

    def delta(self, drawing: Drawing) -> Delta:
        outline = drawing.outline(self.item)
        found = balanced(outline.contours, self.axis)
        check_alike(outline, found, drawing.sheet.unit)
        pairs, lone = pairs_about(outline.contours, found.line)
        if lone:
            c, i = lone[0]
            raise refusal("no_pairs.lone", self.item, count=len(lone), anchor=i + 1, path=c + 1)
        changes: dict[AnchorIndex, Anchor] = {}
        for first, second in pairs.items():
            if first <= second:
                changes |= self._evened(outline.contours, first, second, found.line)
        moved = max(abs(a.at - outline.contours[c].anchors[i].at) for (c, i), a in changes.items())
        note = message(
            "notes.anchors_moved", distance=format_length(moved, unit=drawing.sheet.unit)
        )
        return Delta(put=(_changed(outline, changes),), message=note)

    def _evened(
        self,
        contours: tuple[Contour, ...],
        first: AnchorIndex,
        second: AnchorIndex,
        line: SeamLine,
    ) -> dict[AnchorIndex, Anchor]:
        a, b = (contours[c].anchors[i] for c, i in (first, second))
        twin = crossed(Twin("even", line.through, line.along), a, b)
        if first == second:
            return {first: _on_the_line(a, twin, line)}
        image = replace(mirrored(replace(b, twin=twin)), twin=None)
        if self.towards == "mean":
            lead = _between(a, image)
        else:
            lead = a if (line.away(a.at) > 0.0) == (self.towards == "right") else image
        follow = mirrored(replace(lead, twin=twin))
        return {first: _formed(a, lead), second: _formed(b, follow)}


def _formed(anchor: Anchor, like: Anchor) -> Anchor:
    """An anchor in the place and with the handles of another one."""
    return replace(anchor, at=like.at, into=like.into, out=like.out)


def _between(one: Anchor, other: Anchor) -> Anchor:
    """An anchor midway between two."""
    return replace(
        one,
        at=(one.at + other.at) / 2.0,
        into=_midpoint(one.into, other.into),
        out=_midpoint(one.out, other.out),
    )


def _midpoint(one: complex | None, other: complex | None) -> complex | None:
    if one is None or other is None:
        return one if other is None else other
    return (one + other) / 2.0


def _on_the_line(anchor: Anchor, twin: Twin, line: SeamLine) -> Anchor:
    """An anchor that is its own image: on the line, its handles each other's."""
    image = mirrored(replace(anchor, twin=twin))
    even = _between(anchor, image)
    return replace(anchor, at=line.foot(anchor.at), into=even.into, out=even.out)
