"""The form that the parts of an assembly make together, as contours with anchors."""

import itertools
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cache

from buildup.contours.anchorkinds import kind_of
from buildup.contours.anchors import Anchor, Contour, Corner
from buildup.contours.corners import worked
from buildup.drawing.itemtypes import FillRule, FormCorner, FormSide, Role
from buildup.drawing.paint import Style
from buildup.errors import Refusal
from buildup.geometry.boxes import Box
from buildup.geometry.intersect.prepared import Operand
from buildup.geometry.regions.rejoining import Part
from buildup.geometry.regions.setoperations import Loop, combined
from buildup.geometry.regions.tracing import Keep
from buildup.messages import message

MOST_SEGMENTS = 4_000
"""Of all parts together: so many take about a second in the browser, at every move."""
IN_LINE = 1e-6
"""Sine of an angle: handles this nearly in line make a smooth anchor."""
SAME_LENGTH = 1e-9
"""Part of a handle's length within which two are of equal length."""

STEPS: Mapping[Role, Callable[[bool, bool], bool]] = {
    "union": lambda kept, inside: kept or inside,
    "difference": lambda kept, inside: kept and not inside,
    "intersection": lambda kept, inside: kept and inside,
    "exclusion": lambda kept, inside: kept != inside,
}
"""Whether a place is kept, by whether it was so far and whether it lies inside the next part."""


Sides = tuple[FormSide, FormSide]
"""What meets at an anchor of a form."""


@dataclass(frozen=True, slots=True)
class StyledPath:
    """Contours, and how they are meant.

    Args:
        contours: on the sheet.
        rule: by which they bound something.
        style: how they are painted.

    """

    contours: tuple[Contour, ...]
    rule: FillRule = "nonzero"
    style: Style = Style()

    @property
    def is_region(self) -> bool:
        """Whether it is filled, or closed; else it is paths."""
        return self.style.fill is not None or any(c.closed for c in self.contours)


@dataclass(frozen=True, slots=True)
class PartForm:
    """A part of an assembly: its id, what it does, and all that shows of it."""

    id: str
    role: Role
    forms: tuple[StyledPath, ...]


@dataclass(frozen=True, slots=True)
class Assembled:
    """What parts come to.

    Args:
        contours: closed, outer ones clockwise on the screen, holes the other way; parallels of
            paths are open.
        sharp: the same before corners are worked; the anchors say how they are.
        sides: by anchor of those, what meets there.
        gone: worked corners whose sides do not meet any more.
        trouble: why there are none, for the designer; empty where all is well.
        rule: by which the contours bound something.
        grown: of a form that was grown or shrunk, what it was before, and paths beside it.
        steps: of a live blend, what shows between each part and the next, back to front.

    """

    contours: tuple[Contour, ...] = ()
    sharp: tuple[Contour, ...] = ()
    sides: tuple[tuple[Sides, ...], ...] = ()
    gone: tuple[FormCorner, ...] = ()
    trouble: str = ""
    rule: FillRule = "nonzero"
    grown: tuple[Contour, ...] = ()
    steps: tuple[tuple[StyledPath, ...], ...] = ()

    @property
    def middle(self) -> complex:
        """The middle of the form, about its anchors."""
        return Box.around(a.at for c in self.sharp for a in c.anchors).centre


def assembled(parts: Sequence[PartForm], corners: Sequence[FormCorner] = ()) -> Assembled:
    """The form that parts make, from the backmost on; that one joins, whatever it else does."""
    forms = [form for part in parts for form in part.forms]
    if sum(len(c.anchors) for f in forms for c in f.contours) > MOST_SEGMENTS:
        return Assembled(trouble=message("notes.assembly_too_large", most=MOST_SEGMENTS))
    try:
        loops = combined(operands_of(forms), _keep(parts))
    except Refusal as refusal:
        return Assembled(trouble=refusal.sentence)
    known = anchors_of(forms)
    sharp = tuple(contour_of(loop, known) for loop in loops)
    names = [(part.id, n) for part in parts for n in range(len(part.forms))]
    return _worked(Assembled(sharp, sharp, tuple(_sides(loop, names) for loop in loops)), corners)


def _sides(loop: Loop, names: Sequence[tuple[str, int]]) -> tuple[Sides, ...]:
    """What meets at each anchor of a loop: the part that arrives and the one that leaves."""
    sources = [p.source for p in loop]
    leaving = [FormSide(*names[s.operand], s.contour, s.segment) for s in sources]
    return tuple(zip([leaving[-1], *leaving[:-1]], leaving, strict=True))


def _worked(form: Assembled, corners: Sequence[FormCorner]) -> Assembled:
    """A form with those of its corners worked that are found again."""
    if not corners or not form.sharp:
        return replace(form, gone=tuple(corners))
    middle = form.middle
    free = {(c, i) for c, sides in enumerate(form.sides) for i in range(len(sides))}
    found: dict[tuple[int, int], Corner] = {}
    gone = []
    for wanted in corners:
        there = [p for p in free if form.sides[p[0]][p[1]] == wanted.sides]
        if not there:
            gone.append(wanted)
            continue
        at = middle + wanted.at
        positions = ((abs(form.sharp[c].anchors[i].at - at), c, i) for c, i in there)
        _, *position = min(positions)
        free.discard((position[0], position[1]))
        found[position[0], position[1]] = wanted.corner
    sharp = tuple(
        replace(
            contour,
            anchors=tuple(
                replace(a, corner=found.get((c, i))) for i, a in enumerate(contour.anchors)
            ),
        )
        for c, contour in enumerate(form.sharp)
    )
    done = tuple(worked(c).contour for c in sharp)
    return replace(form, contours=done, sharp=sharp, gone=tuple(gone))


def corners_of(form: Assembled, contours: Sequence[Contour]) -> tuple[FormCorner, ...]:
    """The worked corners of a form as an assembly keeps them, those that are gone among them.

    Args:
        form: the form.
        contours: its sharp contours, with the corners as they are to be.

    """
    middle = form.middle
    made = [
        FormCorner(anchor.corner, form.sides[c][i], anchor.at - middle)
        for c, contour in enumerate(contours)
        for i, anchor in enumerate(contour.anchors)
        if anchor.corner is not None
    ]
    return (*made, *form.gone)


def operands_of(forms: Sequence[StyledPath]) -> list[Operand]:
    """Forms as operands."""
    return [Operand(tuple(c.segments for c in f.contours), f.rule) for f in forms]


def _keep(parts: Sequence[PartForm]) -> Keep:
    """Which places are kept: inside a part is what is inside any of its forms."""
    ends = list(itertools.accumulate(len(p.forms) for p in parts))
    spans = [frozenset(range(end - len(p.forms), end)) for p, end in zip(parts, ends, strict=True)]
    roles: list[Role] = ["union", *(p.role for p in parts[1:])]

    @cache  # most edges have the same on one of their sides
    def keep(inside: frozenset[int]) -> bool:
        kept = False
        for role, span in zip(roles, spans, strict=False):
            kept = STEPS[role](kept, not inside.isdisjoint(span))
        return kept

    return keep


Pairs = Sequence[Sequence[tuple[Anchor, Anchor]]]
"""Of each contour of a form the two anchors of every segment."""


def anchors_of(forms: Sequence[StyledPath]) -> list[Pairs]:
    """The anchors of forms, as parts of a result refer to them."""
    return [[c.pairs for c in form.contours] for form in forms]


def contour_of(loop: Loop, known: Sequence[Pairs], *, closed: bool = True) -> Contour:
    """A loop as a contour; anchors that are where they were keep their kind and their handles."""
    ends = [_ends(part, known) for part in loop]
    anchors = []
    before: Sequence[_End | None] = [end for _, end in ends]
    before = [before[-1], *before[:-1]] if closed else [None, *before[:-1]]
    for arrives, (leaves, _) in zip(before, ends, strict=True):
        anchors.append(_anchor(arrives, leaves))
    if not closed:
        anchors.append(_anchor(ends[-1][1], None))
    return Contour(tuple(anchors), closed)


@dataclass(frozen=True, slots=True)
class _End:
    """An end of a part of a result: its place, its handle, and the anchor it came from."""

    at: complex
    handle: complex | None
    anchor: Anchor | None


def _ends(part: Part, known: Sequence[Pairs]) -> tuple[_End, _End]:
    a, b, c, d = part.curve
    source = part.source
    pairs = known[source.operand][source.contour]
    start: Anchor | None = None
    end: Anchor | None = None
    if source.segment < len(pairs):
        first, last = pairs[source.segment]
        start = {0.0: first, 1.0: last}.get(source.start)
        end = {0.0: first, 1.0: last}.get(source.end) if not part.joined else None
    out = None if b == a else b - a
    into = None if c == d else c - d
    if source.whole and not part.joined and start is not None and end is not None:
        backwards = source.start == 1.0
        kept = (start.into, end.out) if backwards else (start.out, end.into)
        out = kept[0] if start.at == a else out
        into = kept[1] if end.at == d else into
    return _End(a, out, start), _End(d, into, end)


def _anchor(arrives: _End | None, leaves: _End | None) -> Anchor:
    """The anchor at which one part ends and the next begins."""
    one = leaves or arrives
    assert one is not None  # noqa: S101
    into = None if arrives is None else arrives.handle
    out = None if leaves is None else leaves.handle
    known = arrives.anchor if arrives and leaves and arrives.anchor is leaves.anchor else None
    kind = kind_of(into, out)
    if kind == "corner" or (known is not None and known.kind == "corner"):
        return Anchor(one.at, into, out)
    symmetric = known is not None and known.kind == kind == "symmetric"
    return Anchor(one.at, into, out, "symmetric" if symmetric else "smooth")
