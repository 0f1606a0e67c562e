"""Anchors in order: line them up, space them evenly, copy handles, make twins."""

from dataclasses import dataclass, replace
from math import fsum
from typing import Literal

from buildup.contours.anchors import Anchor, Contour, Twin
from buildup.contours.extent import box_of
from buildup.contours.twins import mirrored, partners, without_unpaired
from buildup.drawing.checks import check_id
from buildup.drawing.model import Drawing
from buildup.edits.anchors.editing import anchor_of, by_outline, edited, with_anchors
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command
from buildup.geometry.angles import direction, unit
from buildup.geometry.tolerances import NO_LENGTH
from buildup.messages import refusal

AxisDirection = Literal["level", "upright"]


def _needs(count: int, anchors: tuple[AnchorRef, ...]) -> None:
    if len(set(anchors)) < count:
        raise refusal("too_few_anchors", count=count)


@dataclass(frozen=True, slots=True, kw_only=True)
class LineUp(Command):
    """Lines anchors up on one level or upright line through the middle of where they are."""

    kind: Literal["line_up"] = "line_up"
    anchors: tuple[AnchorRef, ...]
    """Which anchors, two or more."""
    axis: AxisDirection
    """The line's direction."""

    @property
    def name(self) -> str:
        return "Align horizontally" if self.axis == "level" else "Align vertically"

    @property
    def phrase(self) -> str:
        return (
            f"Align anchors of {{item}} {'horizontally' if self.axis == 'level' else 'vertically'}"
        )

    def delta(self, drawing: Drawing) -> Delta:
        _needs(2, self.anchors)
        positions = [anchor_of(drawing, a)[2].at for a in dict.fromkeys(self.anchors)]
        level = self.axis == "level"
        mean = fsum(p.imag if level else p.real for p in positions) / len(positions)

        def lined(contour: Contour, index: int) -> Anchor:
            at = contour.anchors[index].at
            to = complex(at.real, mean) if level else complex(mean, at.imag)
            return replace(contour.anchors[index], at=to)

        return edited(drawing, self.anchors, lined)


@dataclass(frozen=True, slots=True, kw_only=True)
class SpaceAnchors(Command):
    """Spaces anchors evenly across or down, the outer two staying where they are."""

    kind: Literal["space_anchors"] = "space_anchors"
    anchors: tuple[AnchorRef, ...]
    """Which anchors, three or more."""
    axis: AxisDirection
    """Level: x evenly; upright: y evenly."""

    @property
    def name(self) -> str:
        return "Distribute evenly"

    @property
    def phrase(self) -> str:
        return "Distribute anchors of {item}"

    def delta(self, drawing: Drawing) -> Delta:
        _needs(3, self.anchors)
        level = self.axis == "level"
        found = [(anchor_of(drawing, a)[2].at, a) for a in dict.fromkeys(self.anchors)]
        found.sort(key=lambda pair: pair[0].real if level else pair[0].imag)
        (first, _), (last, _) = found[0], found[-1]
        where: dict[tuple[str, int, int], complex] = {}
        for n, (at, ref) in enumerate(found):
            on = first + (last - first) * (n / (len(found) - 1))
            where[ref] = complex(on.real, at.imag) if level else complex(at.real, on.imag)
        ends = {found[0][1], found[-1][1]}
        put = []
        for item_id, positions in by_outline(drawing, self.anchors).items():
            outline = drawing.outline(item_id)
            changes = {
                (c, i): replace(outline.contours[c].anchors[i], at=where[item_id, c, i])
                for c, i in positions
                if (item_id, c, i) not in ends
            }
            put.append(with_anchors(outline, changes))
        return Delta(put=tuple(put))


@dataclass(frozen=True, slots=True, kw_only=True)
class CopyHandles(Command):
    """Gives anchors the handles of another one, as they are or mirrored."""

    kind: Literal["copy_handles"] = "copy_handles"
    source: AnchorRef
    """The anchor whose handles are copied."""
    anchors: tuple[AnchorRef, ...]
    """The anchors that get them."""
    mirrored: bool = False
    """Mirrored about the line midway between the two anchors, arriving and leaving exchanged."""

    @property
    def name(self) -> str:
        return "Copy handles"

    def delta(self, drawing: Drawing) -> Delta:
        source = anchor_of(drawing, self.source)[2]
        others = tuple(a for a in self.anchors if a != self.source)
        _needs(2, (self.source, *others))

        def copied(contour: Contour, index: int) -> Anchor:
            anchor = contour.anchors[index]
            into, out = source.into, source.out
            if self.mirrored:
                line = _between(source.at, anchor.at)
                out, into = (None if h is None else line.mirrored_vector(h) for h in (into, out))
            kind = "smooth" if source.kind == "flowing" else source.kind
            return replace(anchor, into=into, out=out, kind=kind)

        return edited(drawing, others, copied)


def _between(first: complex, second: complex, twin: str = "") -> Twin:
    """The mirror line midway between two places.

    Raises:
        Refusal: `same_place`.

    """
    across = unit(second - first)
    if not across:
        raise refusal("same_place")
    return Twin(twin, (first + second) / 2.0, across * 1j)


@dataclass(frozen=True, slots=True, kw_only=True)
class MakeTwins(Command):
    """Makes two anchors of an outline twins: from then on one follows the other, mirrored.

    The second one goes to its place at once.
    """

    kind: Literal["make_twins"] = "make_twins"
    first: AnchorRef
    """The anchor that leads now."""
    second: AnchorRef
    """The anchor that follows now."""
    twin: str
    """A new id for the pair."""
    about: Literal["between", "upright", "level", "anchors", "guide"] = "between"
    """The line: midway between the two, through the outline's middle upright or level, through
    two other anchors, or a guide."""
    line: tuple[AnchorRef, AnchorRef] | None = None
    """The two anchors the line goes through."""
    guide: str | None = None
    """The guide's id."""

    @property
    def name(self) -> str:
        return "Make twins"

    def delta(self, drawing: Drawing) -> Delta:
        check_id(self.twin)
        outline, _, leading = anchor_of(drawing, self.first)
        if self.first[0] != self.second[0] or self.first == self.second:
            raise refusal("not_one_outline")
        following = anchor_of(drawing, self.second)[2]
        line = self._line(drawing, leading, following)
        twin = crossed(line, leading, following)
        loose = [self.first[1:], self.second[1:]]
        loose += partners(outline.contours, loose).values()
        cleared = with_anchors(
            outline,
            {(c, i): replace(outline.contours[c].anchors[i], twin=None) for c, i in loose},
        )
        leading = replace(leading, twin=twin)
        changes = {self.first[1:]: leading, self.second[1:]: mirrored(leading)}
        return Delta(put=(with_anchors(cleared, changes),))

    def _line(self, drawing: Drawing, leading: Anchor, following: Anchor) -> Twin:
        if self.about == "between":
            return _between(leading.at, following.at, self.twin)
        if self.about == "anchors" and self.line is not None:
            a, b = (anchor_of(drawing, ref)[2].at for ref in self.line)
            if abs(b - a) < NO_LENGTH:
                raise refusal("same_place.line")
            return Twin(self.twin, a, unit(b - a))
        if self.about == "guide":
            guide = next((g for g in drawing.sheet.guides if g.id == self.guide), None)
            if guide is None:
                raise refusal("unknown_guide.axis")
            return Twin(self.twin, complex(guide.x, guide.y), direction(guide.angle))
        middle = box_of(drawing.outline(self.first[0]).contours).centre
        return Twin(self.twin, middle, 1 + 0j if self.about == "level" else 1j)


def crossed(line: Twin, leading: Anchor, following: Anchor) -> Twin:
    """Whether the handles change sides: as it changes the following anchor least."""

    def change(twin: Twin) -> float:
        new = mirrored(replace(leading, twin=twin))
        pairs = ((new.into, following.into), (new.out, following.out))
        return fsum(abs((a or 0j) - (b or 0j)) for a, b in pairs)

    plain = replace(line, crossed=False)
    return plain if change(plain) < change(line) - NO_LENGTH else line


@dataclass(frozen=True, slots=True, kw_only=True)
class ReleaseTwins(Command):
    """Lets twins go: each is an anchor of its own again, where it is."""

    kind: Literal["release_twins"] = "release_twins"
    anchors: tuple[AnchorRef, ...]
    """Which anchors; their twins are let go with them."""

    @property
    def name(self) -> str:
        return "Release twins"

    def delta(self, drawing: Drawing) -> Delta:
        put = []
        for item_id, positions in by_outline(drawing, self.anchors).items():
            outline = drawing.outline(item_id)
            plain = with_anchors(
                outline,
                {(c, i): replace(outline.contours[c].anchors[i], twin=None) for c, i in positions},
            )
            put.append(replace(plain, contours=without_unpaired(plain.contours)))
        return Delta(put=tuple(put))
