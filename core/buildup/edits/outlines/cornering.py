"""Worked corners of outlines: set radius and style, drag, and give them up."""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.anchors import Anchor, Contour, Corner, CornerStyle
from buildup.contours.corners import corner_directions, radius_reaching, worked
from buildup.contours.twins import without_unpaired
from buildup.drawing.itemtypes import Assembly, Item, Outline
from buildup.drawing.model import Drawing
from buildup.drawing.units import format_length
from buildup.edits.anchors.editing import by_outline, edited
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command, Point
from buildup.edits.symmetry.welds import as_outline
from buildup.forms.assembling import corners_of
from buildup.forms.contours import assembly_form
from buildup.messages import message, refusal

LEAST_RADIUS = 1e-3
"""Sheet units: smaller radii give the sharp corner back."""


def _sharp(drawing: Drawing, anchors: Iterable[AnchorRef]) -> Drawing:
    """The drawing as corners are worked on it: assemblies among them as outlines of their form."""
    ids = {item for item, _, _ in anchors}
    forms = {
        i: as_outline(item, assembly_form(drawing, i).sharp)
        for i in ids
        if isinstance(item := drawing.items.get(i), Assembly)
    }
    for assembly in forms:
        drawing.open_item(assembly)
    return replace(drawing, items=_Over(forms, drawing.items)) if forms else drawing


class _Over(Mapping[str, Item]):
    """Items, of which some stand for others."""

    def __init__(self, over: Mapping[str, Item], items: Mapping[str, Item]) -> None:
        self._over, self._items = over, items

    def __getitem__(self, item_id: str) -> Item:
        return self._over[item_id] if item_id in self._over else self._items[item_id]

    def __iter__(self) -> Iterator[str]:
        return iter(self._items)

    def __len__(self) -> int:
        return len(self._items)


def _on_assemblies(drawing: Drawing, delta: Delta) -> Delta:
    """A delta of that drawing for the drawing itself: assemblies keep the corners of their form."""
    put: list[Item] = []
    for item in delta.put:
        own = drawing.items[item.id]
        if isinstance(own, Assembly) and isinstance(item, Outline):
            corners = corners_of(assembly_form(drawing, own.id), item.contours)
            put.append(replace(own, corners=corners))
        else:
            put.append(item)
    return replace(delta, put=tuple(put))


def _corners(drawing: Drawing, anchors: tuple[AnchorRef, ...]) -> tuple[AnchorRef, ...]:
    """Those anchors at which the path turns.

    Raises:
        Refusal: `no_corner` when there is none.

    """
    found = tuple(
        (item, c, i)
        for item, positions in by_outline(drawing, anchors).items()
        for c, i in positions
        if corner_directions(drawing.outline(item).contours[c], i)
    )
    if not found:
        raise refusal("no_corner")
    return found


def _contours(anchors: Iterable[AnchorRef]) -> set[tuple[str, int]]:
    """The contours of some anchors, each once."""
    return {(item, c) for item, c, _ in anchors}


def _message(drawing: Drawing, delta: Delta, anchors: tuple[AnchorRef, ...]) -> str:
    """A word about radii for which the sides are too short."""
    put = {i.id: i for i in delta.put if isinstance(i, Outline)}
    radii = {
        position: worked(put[position[0]].contours[position[1]]).radii
        for position in _contours(anchors)
    }
    for item, c, i in anchors:
        corner = put[item].contours[c].anchors[i].corner
        drawn = radii[item, c].get(i, 0.0)
        if corner is not None and drawn < corner.radius * (1.0 - 1e-6):
            most = format_length(drawn, unit=drawing.sheet.unit)
            return message("notes.radius_limited", most=most)
    return ""


def _with_corners(
    drawing: Drawing, refs: tuple[AnchorRef, ...], radius: float | None, style: CornerStyle | None
) -> Delta:
    def made(contour: Contour, index: int) -> Anchor:
        anchor = contour.anchors[index]
        old = anchor.corner or Corner(0.0 if style is None else _first_radius(contour, index))
        size = old.radius if radius is None else radius
        corner = replace(old, radius=size, style=style or old.style)
        return replace(anchor, corner=corner if corner.radius >= LEAST_RADIUS else None)

    delta = edited(drawing, refs, made)
    return replace(delta, message=_message(drawing, delta, refs))


def _first_radius(contour: Contour, index: int) -> float:
    """The radius that a sharp corner gets with its first style: a quarter of its shorter side."""
    count = len(contour.anchors)
    at = contour.anchors[index].at
    return min(abs(contour.anchors[(index + k) % count].at - at) for k in (-1, 1)) / 4.0


@dataclass(frozen=True, slots=True, kw_only=True)
class SetCorners(Command):
    """Gives corners of outlines a radius and a style, which stay live."""

    kind: Literal["set_corners"] = "set_corners"
    anchors: tuple[AnchorRef, ...]
    """Which anchors; those where the path does not turn stay as they are."""
    radius: float | None = None
    """Sheet units; 0 gives the sharp corner back; None keeps what each has."""
    style: CornerStyle | None = None
    """How they are worked; None keeps what each has. A sharp one gets a radius that shows it."""

    @property
    def name(self) -> str:
        return "Round corner" if len(self.anchors) == 1 else f"Round {len(self.anchors)} corners"

    def delta(self, drawing: Drawing) -> Delta:
        if self.radius is not None and self.radius < 0.0:
            raise refusal("bad_length.radius")
        sharp = _sharp(drawing, self.anchors)
        refs = _corners(sharp, self.anchors)
        return _on_assemblies(drawing, _with_corners(sharp, refs, self.radius, self.style))


@dataclass(frozen=True, slots=True, kw_only=True)
class DragCorners(Command):
    """Drags the peg of a corner along the side that leaves it; several corners follow alike."""

    kind: Literal["drag_corners"] = "drag_corners"
    anchors: tuple[AnchorRef, ...]
    """Which anchors, the dragged one first."""
    to: Point
    """Where the peg is dragged to."""
    style: CornerStyle | None = None
    """How they are worked; None keeps what each has."""

    @property
    def name(self) -> str:
        return "Round corner" if len(self.anchors) == 1 else f"Round {len(self.anchors)} corners"

    def delta(self, drawing: Drawing) -> Delta:
        sharp = _sharp(drawing, self.anchors)
        refs = _corners(sharp, self.anchors)
        item, c, i = refs[0]
        contour = sharp.outline(item).contours[c]
        old = contour.anchors[i].corner or Corner(0.0)
        styled = replace(contour.anchors[i], corner=replace(old, style=self.style or old.style))
        anchors = (*contour.anchors[:i], styled, *contour.anchors[i + 1 :])
        radius = radius_reaching(replace(contour, anchors=anchors), i, complex(*self.to))
        return _on_assemblies(drawing, _with_corners(sharp, refs, radius, self.style))


@dataclass(frozen=True, slots=True, kw_only=True)
class ConvertCorners(Command):
    """Turns the worked corners of outlines into plain anchors."""

    kind: Literal["convert_corners"] = "convert_corners"
    items: tuple[str, ...]
    """Which outlines."""

    @property
    def name(self) -> str:
        return "Convert corners to anchors"

    @property
    def phrase(self) -> str:
        return "Convert corners of {item} to anchors"

    def delta(self, drawing: Drawing) -> Delta:
        outlines = [drawing.outline(i) for i in self.items]
        live = [o for o in outlines if any(a.corner for c in o.contours for a in c.anchors)]
        if not live:
            raise refusal("no_corner.rounded")
        return Delta(
            put=tuple(
                replace(
                    o,
                    contours=without_unpaired([worked(c).contour for c in o.contours]),
                    hand_stroke=None,
                )
                for o in live
            )
        )
