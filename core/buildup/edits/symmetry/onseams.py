"""What holds of every edit inside a symmetry: anchors that come to lie on a seam are held there.

Held anchors stay on the line while they are edited, with their handles square to it where the path
is to cross it smoothly. An item that is moved as a whole takes its anchors off the line; a line
that is moved takes them along.
"""

from collections.abc import Sequence
from dataclasses import replace

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.flow import settled
from buildup.contours.moving import moved_contour
from buildup.contours.paths import turned_round
from buildup.drawing.itemtypes import Item, Outline, Symmetry
from buildup.drawing.model import Drawing
from buildup.drawing.tree import ROOT
from buildup.edits.change import Delta
from buildup.forms.symmetry.seams import SeamLine, seams_of
from buildup.geometry.angles import cross
from buildup.geometry.tolerances import NO_LENGTH, SAME_PLACE

NEARLY_SQUARE = 0.5
"""Cosine. A handle within 60° of square to the line is meant to cross it smoothly (common practice:
a handle that is meant for a point lies along it)."""

Lines = Sequence[SeamLine]


def held_on_seams(drawing: Drawing, delta: Delta, *, whole: bool) -> Delta:
    """A delta whose outlines are held on the seams around them.

    Args:
        drawing: as it was.
        delta: what an edit does to it.
        whole: items are moved as a whole, so that nothing is pulled back to a line.

    """
    after = _After(drawing, delta)
    changed: dict[str, Item] = {}
    for item in delta.put:
        if isinstance(item, Symmetry) and not whole:
            changed |= {o.id: o for o in _led(drawing, item)}
    moved = [m[0] for m in delta.moves]
    for item_id in dict.fromkeys((*(i.id for i in delta.put), *moved)):
        outline = after.item(item_id)
        if not isinstance(outline, Outline) or item_id in changed:
            continue
        lines = after.lines(item_id)
        if lines or any(a.seam for c in outline.contours for a in c.anchors):
            old = None if item_id in moved else drawing.items.get(item_id)
            held = _held(outline, old if isinstance(old, Outline) else None, lines, whole=whole)
            if held is not outline:
                changed[item_id] = held
    if not changed:
        return delta
    put = {i.id: i for i in delta.put} | changed
    return replace(delta, put=tuple(put.values()))


class _After:
    """What lies around items once a delta is done."""

    def __init__(self, drawing: Drawing, delta: Delta) -> None:
        self._drawing = drawing
        self._put = {i.id: i for i in delta.put}
        self._lies = {m[0]: m[1] for m in delta.moves}

    def item(self, item_id: str) -> Item | None:
        return self._put.get(item_id) or self._drawing.items.get(item_id)

    def lines(self, item_id: str) -> Lines:
        found: list[SeamLine] = []
        at = self._container(item_id)
        while at != ROOT:
            holder = self.item(at)
            if isinstance(holder, Symmetry):
                found += seams_of(holder)
            at = self._container(at)
        return found

    def _container(self, item_id: str) -> str:
        if item_id in self._lies:
            return self._lies[item_id]
        return self._drawing.tree.container(item_id) if item_id in self._drawing.tree else ROOT


def _held(item: Outline, old: Outline | None, lines: Lines, *, whole: bool) -> Outline:
    """An outline with what changed of it held; itself where that is all as it should be."""
    contours = list(item.contours)
    for c, contour in enumerate(contours):
        before = old.contours[c].anchors if old and c < len(old.contours) else ()
        known = {id(a) for a in before}
        anchors = list(contour.anchors)
        ends = () if contour.closed else (0, len(anchors) - 1)
        for i, anchor in enumerate(anchors):
            if id(anchor) not in known:
                anchors[i] = _seamed(anchor, lines, end=i in ends, whole=whole)
        if any(a is not b for a, b in zip(anchors, contour.anchors, strict=True)):
            contours[c] = replace(contour, anchors=tuple(anchors))
        contours[c] = _flowing(contours[c], lines)
    if all(a is b for a, b in zip(contours, item.contours, strict=True)):
        return item
    return replace(item, contours=tuple(contours))


def _seamed(anchor: Anchor, lines: Lines, *, end: bool, whole: bool) -> Anchor:
    """An anchor as it is held; itself where that changes nothing."""
    line = nearest_line(lines, anchor.at)
    if line is None:
        return anchor if anchor.seam is None else replace(anchor, seam=None)
    held = anchor.seam in ("smooth", "point") and not whole
    if not held and abs(line.away(anchor.at)) > SAME_PLACE:
        return anchor if anchor.seam is None else replace(anchor, seam=None)
    seam = anchor.seam or ("smooth" if end and _crosses(anchor, line) else "point")
    if seam == "free":
        return anchor
    found = replace(anchor, at=line.foot(anchor.at), seam=seam)
    found = squared(found, line) if seam == "smooth" else found
    return anchor if found == anchor else found


def nearest_line(lines: Lines, at: complex) -> SeamLine | None:
    """The line that is nearest to a place; None where there is none."""
    return min(lines, key=lambda line: abs(line.away(at)), default=None)


def _crosses(anchor: Anchor, line: SeamLine) -> bool:
    """Whether an end on the line is meant to cross it smoothly."""
    if anchor.kind == "flowing":
        return True
    handles = [h for h in (anchor.into, anchor.out) if h is not None]
    return any(abs(cross(line.along, h)) >= abs(h) * NEARLY_SQUARE for h in handles)


def squared(anchor: Anchor, line: SeamLine) -> Anchor:
    """An anchor on the line with its handles square to it, each on the side on which it was."""
    into, out = (None if h is None else _square(h, line) for h in (anchor.into, anchor.out))
    return replace(anchor, into=into, out=out)


def _square(handle: complex, line: SeamLine) -> complex:
    upright = line.square(handle)
    return upright if abs(upright) >= NO_LENGTH else line.square(line.along * 1j) * abs(handle)


def _flowing(contour: Contour, lines: Lines) -> Contour:
    """A path that flows over the seams on which it ends smoothly, as one with its images."""
    if contour.closed or not any(a.kind == "flowing" for a in contour.anchors):
        return contour
    first, last = (
        nearest_line(lines, a.at) if (a.seam, a.kind) == ("smooth", "flowing") else None
        for a in (contour.anchors[0], contour.anchors[-1])
    )
    if len(contour.anchors) < 2 or first is last is None:
        return contour
    count = len(contour.anchors)
    before = _image(contour, first).anchors[:-1] if first else ()
    behind = _image(contour, last).anchors[1:] if last else ()
    if first is last:
        ring = Contour((*contour.anchors, *behind[:-1]), closed=True)
        flowed = settled(ring).anchors[:count]
    else:
        flowed = settled(Contour((*before, *contour.anchors, *behind))).anchors[len(before) :]
        flowed = flowed[:count]
    start, end = replace(flowed[0], into=None), replace(flowed[-1], out=None)
    start = squared(start, first) if first else start
    end = squared(end, last) if last else end
    found = replace(contour, anchors=(start, *flowed[1:-1], end))
    return contour if found == contour else found


def _image(contour: Contour, line: SeamLine) -> Contour:
    """A path on the other side of a line, the other way round."""
    return turned_round(moved_contour(contour, line.reflection))


def _led(drawing: Drawing, symmetry: Symmetry) -> list[Outline]:
    """The outlines whose held anchors go along with the line of a symmetry that is there."""
    old = drawing.items.get(symmetry.id)
    if not isinstance(old, Symmetry):
        return []
    before, after = seams_of(old), seams_of(symmetry)
    if len(before) != len(after) or before == after:
        return []
    found = []
    for item_id in drawing.tree.below(symmetry.id):
        item = drawing.items[item_id]
        if isinstance(item, Outline):
            led = _led_outline(item, dict(zip(before, after, strict=True)))
            found += [led] if led is not item else []
    return found


def _led_outline(item: Outline, lines: dict[SeamLine, SeamLine]) -> Outline:
    contours = []
    for contour in item.contours:
        anchors = [_led_anchor(a, lines) for a in contour.anchors]
        led = any(a is not b for a, b in zip(anchors, contour.anchors, strict=True))
        contours.append(replace(contour, anchors=tuple(anchors)) if led else contour)
    if all(a is b for a, b in zip(contours, item.contours, strict=True)):
        return item
    flowed = tuple(_flowing(settled(c), tuple(lines.values())) for c in contours)
    return replace(item, contours=flowed, hand_stroke=None)


def _led_anchor(anchor: Anchor, lines: dict[SeamLine, SeamLine]) -> Anchor:
    if anchor.seam not in ("smooth", "point"):
        return anchor
    line = nearest_line(tuple(lines), anchor.at)
    if line is None or abs(line.away(anchor.at)) > SAME_PLACE:
        return anchor
    to = lines[line]
    turned = to.along / line.along
    handles = (None if h is None else h * turned for h in (anchor.into, anchor.out))
    into, out = handles if anchor.seam == "smooth" else (anchor.into, anchor.out)
    return replace(anchor, at=to.foot(anchor.at), into=into, out=out)
