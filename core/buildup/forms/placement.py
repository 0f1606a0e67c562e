"""Items under a map: moved, turned, scaled, sheared, mirrored."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import TypeVar, overload

from buildup.contours.anchors import Anchor, Contour, HandStroke
from buildup.contours.corners import worked
from buildup.contours.extent import box_of
from buildup.contours.moving import moved_contour
from buildup.drawing.checks import WIDEST_EFFECT, WIDEST_STROKE
from buildup.drawing.itemtypes import (
    AnyLeaf,
    Assembly,
    Frame,
    Item,
    LeafItem,
    Linked,
    OffsetEffect,
    Outline,
    Shape,
    Symmetry,
    TextItem,
    TextOnPath,
)
from buildup.drawing.laying import laid, moved_style
from buildup.drawing.paint import Effect, Finish, Shadow, Style, is_laid
from buildup.drawing.text import Align, Lettering
from buildup.forms.textlayout import word_contours
from buildup.geometry.angles import (
    degrees_of,
    direction,
    line_degrees,
    normal_degrees,
    unit,
)
from buildup.geometry.boxes import Box
from buildup.geometry.tolerances import NO_LENGTH
from buildup.geometry.transforms import Affine, shift
from buildup.shapes.registry import dials_of, shape_kind

T = TypeVar("T")
OTHER_END: Mapping[Align, Align] = {"start": "end", "middle": "middle", "end": "start"}
STAYS = Affine()
SAME_ANGLE = 1e-9
"""Degrees within which a line has kept its angle: a plain move leaves it to the last bit."""


@dataclass(frozen=True, slots=True)
class ItemMap:
    """How items go from where they stand to where they come to stand.

    Args:
        by: the map of the sheet.
        turned: degrees by which it turns; where it mirrors, twice the angle of the mirror line.
        grows: strokes and corner radii are scaled with it (by the root of how areas grow), instead
            of keeping their size.

    """

    by: Affine
    turned: float = 0.0
    grows: bool = False

    def turn(self, angle: float) -> float:
        """Where an angle (degrees) comes to stand; mirrored, within a quarter turn of level."""
        if self.by.determinant >= 0.0:
            return normal_degrees(angle + self.turned)
        mirrored = normal_degrees(self.turned - angle)
        return normal_degrees(mirrored + 180.0) if abs(mirrored) > 90.0 else mirrored


def moved_by(by: complex) -> ItemMap:
    """Straight on by a vector."""
    return ItemMap(shift(by))


def shape_contours(shape: Shape) -> tuple[Contour, ...]:
    """The contours of a shape on the sheet, computed from its dials."""
    frame = shape.frame
    made = shape_kind(shape.shape).contours(frame.width, frame.height, dials_of(shape))
    return tuple(moved_contour(c, frame.place) for c in made)


def _moved_stroke(stroke: HandStroke, by: Affine) -> HandStroke:
    """What was drawn by hand under a map; its tolerance grows with it."""
    parts = tuple(tuple(by(p) for p in part) for part in stroke.parts)
    scale = abs(by.determinant) ** 0.5
    return replace(stroke, parts=parts, tolerance=max(stroke.tolerance * scale, NO_LENGTH))


Placed = AnyLeaf | Symmetry | Assembly | Linked
"""Items that stand somewhere, or keep lengths; of other containers only what they hold does."""
PLACED = (LeafItem, Symmetry, Assembly, Linked)
"""Their types."""


@overload
def moved_item(item: AnyLeaf, item_map: ItemMap) -> AnyLeaf: ...
@overload
def moved_item(item: Symmetry, item_map: ItemMap) -> Symmetry: ...
@overload
def moved_item(item: Assembly, item_map: ItemMap) -> Assembly: ...
@overload
def moved_item(item: Linked, item_map: ItemMap) -> Linked: ...
def moved_item(item: Placed, item_map: ItemMap) -> Placed:
    """An item that takes a way.

    A shape keeps its dials: scaling along its own axes changes its width and height, a shear
    goes into its placement. Words are set larger. A symmetry takes its line or centre along, an
    assembly the places by which it tells its corners, a linked copy its way from what is kept.
    """
    by = item_map.by
    if isinstance(item, Assembly):
        return _moved_assembly(item, item_map)
    if isinstance(item, Symmetry):
        return _moved_symmetry(item, by)
    if isinstance(item, Linked):
        return _moved_link(item, item_map)
    if by == STAYS and not item_map.turned and not is_laid(item.style):
        return item
    moved = _painted_along(item, _moved_drawn(item, item_map), by)
    return _grown(moved, abs(by.determinant) ** 0.5) if item_map.grows else moved


def grown_item(item: Item, scale: float) -> Item:
    """An item whose strokes, corner radii and other lengths are scaled, where it stands."""
    if isinstance(item, Assembly):
        return _grown_assembly(item, scale)
    return _grown(item, scale) if isinstance(item, Outline | Shape | TextItem) else item


def laid_item(item: T) -> T:
    """An item whose gradients lie on the sheet; as it is while it has no extent to lie across.

    An outline of which only the first anchor is drawn has none yet.
    """
    if not isinstance(item, LeafItem) or not is_laid(item.style):
        return item
    box = _box(item)
    if max(box.width, box.height) <= NO_LENGTH:
        return item
    return replace(item, style=laid(item.style, lambda: box))


def _box(item: LeafItem) -> Box:
    if isinstance(item, Outline):
        return box_of([worked(c).contour for c in item.contours])
    if isinstance(item, TextItem):
        return box_of(word_contours(item))
    assert isinstance(item, Shape)  # noqa: S101
    return box_of(shape_contours(item))


def _painted_along(item: AnyLeaf, moved: AnyLeaf, by: Affine) -> AnyLeaf:
    """An item that was moved, and its gradients with it."""
    if not is_laid(item.style):
        return moved
    return replace(moved, style=moved_style(laid(item.style, lambda: _box(item)), by))


def _moved_drawn(item: AnyLeaf, item_map: ItemMap) -> AnyLeaf:
    if isinstance(item, Outline):
        return _moved_outline(item, item_map)
    return (
        _moved_words(item, item_map.by)
        if isinstance(item, TextItem)
        else _moved_shape(item, item_map.by)
    )


def _moved_outline(item: Outline, item_map: ItemMap) -> Outline:
    contours = tuple(moved_contour(c, item_map.by) for c in item.contours)
    drawn = None if item.hand_stroke is None else _moved_stroke(item.hand_stroke, item_map.by)
    return replace(item, contours=contours, angle=item_map.turn(item.angle), hand_stroke=drawn)


def _moved_symmetry(item: Symmetry, by: Affine) -> Symmetry:
    """Its line goes where the map takes it; a line that is turned right about is the same."""
    along = by.vector(direction(item.angle))
    angle = line_degrees(degrees_of(along)) if unit(along) else item.angle
    angle = item.angle if abs(angle - item.angle) < SAME_ANGLE else angle
    span = item.span * abs(by.determinant) ** 0.5
    return replace(item, centre=by(item.centre), angle=angle, span=max(span, NO_LENGTH))


def _moved_assembly(item: Assembly, item_map: ItemMap) -> Assembly:
    corners = tuple(replace(c, at=item_map.by.vector(c.at)) for c in item.corners)
    moved = replace(item, style=moved_style(item.style, item_map.by), corners=corners)
    if item.along and item_map.by.determinant:
        moved = replace(moved, result=_moved_edge(item.along, item_map.by))
    return _grown_assembly(moved, abs(item_map.by.determinant) ** 0.5) if item_map.grows else moved


def _moved_edge(edge: TextOnPath, by: Affine) -> TextOnPath:
    """Words whose paths take a way; where that mirrors, they can still be read, on the same side.

    So they run along the paths the other way.
    """
    scale = abs(by.determinant) ** 0.5
    moved = replace(edge, lettering=sized(edge.lettering, scale), offset=edge.offset * scale)
    if by.determinant > 0.0:
        return moved
    lettering = replace(moved.lettering, align=OTHER_END[edge.lettering.align])
    other = not edge.other_side
    return replace(moved, lettering=lettering, start=1.0 - edge.start, other_side=other)


def _grown_assembly(item: Assembly, scale: float) -> Assembly:
    grown = tuple(
        replace(c, corner=replace(c.corner, radius=c.corner.radius * scale)) for c in item.corners
    )
    edge = item.result
    if isinstance(edge, OffsetEffect):
        edge = replace(edge, distance=edge.distance * scale)
    return replace(item, corners=grown, style=grown_style(item.style, scale), result=edge)


def _moved_link(item: Linked, item_map: ItemMap) -> Linked:
    before = item.turned if item_map.by.determinant >= 0.0 else -item.turned
    grown = item.grown * (abs(item_map.by.determinant) ** 0.5 if item_map.grows else 1.0)
    position = item_map.by.after(item.place)
    return replace(
        item, place=position, turned=normal_degrees(item_map.turned + before), grown=grown
    )


def _moved_words(item: TextItem, by: Affine) -> TextItem:
    """How areas grow goes into the size of the letters, the rest into their place."""
    position = by.after(item.place)
    scale = abs(position.determinant) ** 0.5
    if by.across == 1 and by.down == 1j:
        return replace(item, place=position)
    plain = Affine(position.across / scale, position.down / scale, position.origin)
    radius = None if item.radius is None else item.radius * scale
    return replace(item, lettering=sized(item.lettering, scale), place=plain, radius=radius)


def sized(lettering: Lettering, scale: float) -> Lettering:
    """Lettering that is larger by a factor."""
    return replace(lettering, size=lettering.size * scale)


def _moved_shape(item: Shape, by: Affine) -> Shape:
    return replace(item, frame=_moved_frame(item.frame, by))


def grown_style(style: Style, scale: float) -> Style:
    """A style whose strokes, dashes and effects are scaled."""
    strokes = (
        replace(
            stroke,
            width=min(stroke.width * scale, WIDEST_STROKE),
            dashes=tuple(d * scale for d in stroke.dashes),
            dash_from=stroke.dash_from * scale,
        )
        for stroke in style.strokes
    )
    effects = (_grown_effect(e, scale) for e in style.finish.effects)
    finish = replace(style.finish, effects=tuple(effects))
    return replace(style, strokes=tuple(strokes), finish=finish)


def moved_finish(finish: Finish, by: Affine) -> Finish:
    """How something shows under a map: its effects are scaled, its shadows fall that way."""
    scale = abs(by.determinant) ** 0.5
    grown = zip(finish.effects, (_grown_effect(e, scale) for e in finish.effects), strict=True)
    effects = (
        replace(after, by=by.vector(e.by))
        if isinstance(e, Shadow) and isinstance(after, Shadow)
        else after
        for e, after in grown
    )
    return replace(finish, effects=tuple(effects))


def _grown_effect(effect: Effect, scale: float) -> Effect:
    grown = replace(effect, radius=min(effect.radius * scale, WIDEST_EFFECT))
    return replace(grown, by=grown.by * scale) if isinstance(grown, Shadow) else grown


def _grown(item: AnyLeaf, scale: float) -> AnyLeaf:
    """An item whose stroke and corner radii are scaled."""
    style = grown_style(item.style, scale)
    if isinstance(item, Outline):
        contours = tuple(_grown_corners(c, scale) for c in item.contours)
        return replace(item, style=style, contours=contours)
    if isinstance(item, TextItem):
        return replace(item, style=style)
    return replace(item, style=style, dials={**item.dials, **_grown_dials(item, scale)})


def _grown_corners(contour: Contour, scale: float) -> Contour:
    if not any(a.corner for a in contour.anchors):
        return contour
    return replace(contour, anchors=tuple(_grown_anchor(a, scale) for a in contour.anchors))


def _grown_anchor(anchor: Anchor, scale: float) -> Anchor:
    if anchor.corner is None:
        return anchor
    return replace(anchor, corner=replace(anchor.corner, radius=anchor.corner.radius * scale))


def _grown_dials(shape: Shape, scale: float) -> dict[str, float]:
    """The dials that are lengths, scaled; where they are shares of the side they grow anyway."""
    values = dials_of(shape)
    if values.get("radius_in"):
        return {}
    return {
        d.name: min(values[d.name] * scale, d.most)
        for d in shape_kind(shape.shape).dials
        if d.unit == "length" and values[d.name] != 0.0
    }


def _moved_frame(frame: Frame, by: Affine) -> Frame:
    position = by.after(frame.place)
    if by.across == 1 and by.down == 1j:
        return replace(frame, place=position)
    wide, tall = abs(position.across), abs(position.down)
    across = position.across / wide if wide >= NO_LENGTH else frame.place.across
    down = position.down / tall if tall >= NO_LENGTH else frame.place.down
    return Frame(frame.width * wide, frame.height * tall, Affine(across, down, position.origin))
