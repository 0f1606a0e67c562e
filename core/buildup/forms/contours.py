"""The contours that an item comes to, and their box; each is worked out once for a drawing."""

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import replace
from functools import partial

from buildup.contours.anchors import Contour
from buildup.contours.corners import worked
from buildup.contours.extent import box_of
from buildup.contours.moving import moved_contour
from buildup.drawing.items import Items
from buildup.drawing.itemtypes import (
    AnyLeaf,
    Assembly,
    BlendEffect,
    FillRule,
    FormCorner,
    LeafItem,
    OffsetEffect,
    Outline,
    Shape,
    StrokeEffect,
    Symmetry,
    TextItem,
    TextOnPath,
)
from buildup.drawing.laying import boxed, laid, moved_style
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Style
from buildup.errors import Refusal
from buildup.forms.assembling import Assembled, PartForm, StyledPath, assembled
from buildup.forms.blends import blended
from buildup.forms.placement import shape_contours
from buildup.forms.strokes.strokeforms import grown, stroke_form
from buildup.forms.symmetry.copies import shown_images
from buildup.forms.symmetry.sides import shown_side
from buildup.forms.textforms import lettered
from buildup.forms.textlayout import word_contours
from buildup.geometry.boxes import Box
from buildup.geometry.progress import reporting_to
from buildup.geometry.transforms import Affine

HERE = Affine()
"""The map that leaves everything where it is."""


def contours_of(drawing: Drawing, item_id: str) -> tuple[Contour, ...]:
    """The contours of an item on the sheet, as `item_contours`.

    Of an assembly those of the form that its parts make. Other containers have none of their own;
    what they hold has, and shows as `drawn_under` says.
    """
    return drawing.known(_contours, item_id)


def assembly_form(drawing: Drawing, assembly: str) -> Assembled:
    """The form that the parts of an assembly make; worked out once for a drawing.

    It is bounded by itself (`MOST_SEGMENTS`), so that it is nobody's patience that decides.
    """
    with reporting_to(None):
        return drawing.known(_assembled, assembly)


def _assembled(drawing: Drawing, assembly: str) -> Assembled:
    item = drawing.items[assembly]
    assert isinstance(item, Assembly)  # noqa: S101
    stroked = isinstance(item.result, StrokeEffect)
    try:
        if item.along:
            return lettered(contours_along(drawing, assembly), item.along)
        if isinstance(item.result, BlendEffect):
            rows = [tuple(forms_in(drawing, i)) for i in blend_parts(drawing, assembly)]
            return blended(rows, item.result)
        parts = []
        for part in drawing.tree.children(assembly):
            own = drawing.items[part]
            if not own.hidden:
                forms = drawing.known(_strokes, part) if stroked else tuple(forms_in(drawing, part))
                parts.append(PartForm(part, own.role or item.operation, forms))
        if isinstance(item.result, OffsetEffect):
            return _grown(parts, item.result, item.corners)
        return assembled(parts, item.corners)
    except Refusal as refusal:
        return Assembled(trouble=refusal.sentence)


def blend_parts(drawing: Drawing, assembly: str) -> tuple[str, ...]:
    """The parts of a live blend of which something shows, back to front."""
    held = drawing.tree.children(assembly)
    return tuple(i for i in held if next(iter(forms_in(drawing, i)), None) is not None)


def shown_contours(drawing: Drawing, item_id: str) -> list[Contour]:
    """All contours that show of an item."""
    return [c for form in forms_in(drawing, item_id) for c in form.contours]


def contours_along(drawing: Drawing, assembly: str) -> list[Contour]:
    """All contours that show of what an assembly holds, which its words run along."""
    return [c for part in drawing.tree.children(assembly) for c in shown_contours(drawing, part)]


def grown_item(drawing: Drawing, item_id: str, edge: OffsetEffect) -> Assembled:
    """What an item comes to that is grown by itself; of a container all that shows of it, as one.

    Raises:
        Refusal: as `combined`.

    """
    return _grown([PartForm(item_id, "union", tuple(forms_in(drawing, item_id)))], edge, ())


def _grown(
    parts: Sequence[PartForm], edge: OffsetEffect, corners: Sequence[FormCorner]
) -> Assembled:
    """The form that parts make, grown, with the parallels of those that are paths."""
    regions = [replace(p, forms=tuple(f for f in p.forms if f.is_region)) for p in parts]
    paths = [c for p in parts for f in p.forms if not f.is_region for c in f.contours]
    return grown(assembled(regions, corners), paths, edge)


def _strokes(drawing: Drawing, item_id: str) -> tuple[StyledPath, ...]:
    """The outlines of all strokes that show of an item."""
    made = (stroke_form(f, s) for f in forms_in(drawing, item_id) for s in f.style.shown)
    return tuple(StyledPath(contours) for contours in made if contours)


def form_of(drawing: Drawing, item_id: str) -> StyledPath:
    """What an item that is painted comes to; of an assembly its form, without what else shows."""
    item = drawing.painted_item(item_id)
    if isinstance(item, Assembly):
        made = assembly_form(drawing, item_id)
        return _form(made.contours, made.rule, item.style)
    rule = item.rule if isinstance(item, Outline) else "nonzero"
    return _form(contours_of(drawing, item_id), rule, item.style)


def laid_style(drawing: Drawing, item_id: str) -> Style:
    """How an item is painted, its gradients laid on the sheet."""
    return form_of(drawing, item_id).style


def boxed_style(drawing: Drawing, item_id: str) -> Style:
    """How an item is painted, its gradients told in parts of its box: so others can have it."""
    style, contours = drawing.painted_item(item_id).style, contours_of(drawing, item_id)
    return boxed(style, lambda: box_of(contours)) if contours else style


def shows_parts(assembly: Assembly) -> bool:
    """Whether what an assembly holds shows beside its form, as it is."""
    return isinstance(assembly.result, OffsetEffect | TextOnPath) and assembly.result.show_parts


def _form(contours: tuple[Contour, ...], rule: FillRule, style: Style) -> StyledPath:
    return StyledPath(contours, rule, laid_across(contours, style))


def laid_across(contours: Sequence[Contour], style: Style) -> Style:
    """A style whose gradients are laid across some contours; as it is where there are none."""
    return laid(style, lambda: box_of(contours)) if contours else style


def forms_in(
    drawing: Drawing,
    item_id: str,
    each: Callable[[Drawing, str], Iterable[StyledPath]] | None = None,
) -> Iterator[StyledPath]:
    """All that shows of an item, each piece as a form by itself, back to front.

    Args:
        drawing: which drawing.
        item_id: an item, or a container.
        each: what each thing painted in it comes to; None: its form.

    """
    item = drawing.items[item_id]
    if item.hidden:
        return
    if drawing.is_painted(item_id):
        yield from (form_of(drawing, item_id),) if each is None else each(drawing, item_id)
        return
    held = [f for i in drawing.seen_in(item_id) for f in forms_in(drawing, i, each)]
    if not isinstance(item, Symmetry):
        yield from held
        return
    for image in shown_images(drawing, item_id):
        for form in held:
            contours = moved_contours(shown_side(form.contours, item), image)
            yield replace(form, contours=contours, style=moved_style(form.style, image))


def item_contours(item: AnyLeaf) -> tuple[Contour, ...]:
    """The contours of an item on its own: shapes by their dials, letters, corners worked."""
    if isinstance(item, Shape):
        return shape_contours(item)
    if isinstance(item, TextItem):
        return word_contours(item)
    return tuple(worked(c).contour for c in item.contours)


def contours_under(drawing: Drawing, item_id: str, by: Affine) -> tuple[Contour, ...]:
    """The contours of an item under a map."""
    return moved_contours(contours_of(drawing, item_id), by)


def moved_contours(contours: tuple[Contour, ...], by: Affine) -> tuple[Contour, ...]:
    """Contours under a map."""
    return contours if by == HERE else tuple(moved_contour(c, by) for c in contours)


def drawn_under(
    drawing: Drawing, item_id: str, by: Affine = HERE
) -> Iterator[tuple[str, tuple[Contour, ...]]]:
    """What is drawn in an item under a map, each with its contours, once for every image."""
    if drawing.is_painted(item_id):
        yield item_id, contours_under(drawing, item_id, by)
        return
    for image in shown_images(drawing, item_id):
        for held in drawing.tree.children(item_id):
            yield from drawn_under(drawing, held, by.after(image))


def item_box(drawing: Drawing, item_id: str) -> Box | None:
    """The tight box of an item, or of all that shows of what it holds (no strokes).

    None: it is empty.
    """
    return box_under(drawing, item_id, HERE)


def box_under(drawing: Drawing, item_id: str, by: Affine) -> Box | None:
    """The tight box of an item under a map; None: it is empty."""
    return drawing.memo.of_each(item_id, box_under, by, lambda: _box_under(drawing, item_id, by))


def has_box(drawing: Drawing, item_id: str) -> bool:
    """Whether `item_box` needs not read the item."""
    items = drawing.items
    if not isinstance(items, Items) or items.unread(item_id) is None:
        return True
    return drawing.memo.has_each(item_id, box_under, HERE)


def know_boxes(drawing: Drawing, boxes: Mapping[str, Sequence[float]]) -> None:
    """Take over the tight boxes of items that were worked out before.

    Args:
        drawing: those of its containers are not taken: they change with what they hold.
        boxes: left, top, right, bottom of items by id, as the canvas was told them.

    """
    for item_id, (left, top, right, bottom) in boxes.items():
        if item_id in drawing.items and drawing.tree.is_leaf(item_id):
            box = Box(left, top, right, bottom)
            drawing.memo.of_each(item_id, box_under, HERE, partial(_known_box, box))


def _known_box(box: Box) -> Box:
    return box


def near_box(drawing: Drawing, item_id: str) -> Box | None:
    """A box that holds an item: tight, but around the boxes of images instead of themselves.

    So it costs no more than the one image that is drawn.
    """
    if drawing.is_painted(item_id):
        return item_box(drawing, item_id)
    return drawing.known(_near_box, item_id)


def _near_box(drawing: Drawing, item_id: str) -> Box | None:
    held = (near_box(drawing, i) for i in drawing.tree.children(item_id))
    boxes = [b for b in held if b is not None]
    if not boxes:
        return None
    box = Box.union(boxes)
    return Box.around(i(c) for i in shown_images(drawing, item_id) for c in box.corners)


def _contours(drawing: Drawing, item_id: str) -> tuple[Contour, ...]:
    item = drawing.items[item_id]
    if isinstance(item, Assembly):
        return assembly_form(drawing, item_id).contours
    return item_contours(item) if isinstance(item, LeafItem) else ()


def _box_under(drawing: Drawing, item_id: str, by: Affine) -> Box | None:
    if not drawing.is_painted(item_id):
        images = shown_images(drawing, item_id)
        held = drawing.tree.children(item_id)
        found = (box_under(drawing, i, by.after(image)) for image in images for i in held)
        boxes = [b for b in found if b is not None]
        return Box.union(boxes) if boxes else None
    if by != HERE and by.keeps_level:
        box = item_box(drawing, item_id)
        return None if box is None else Box.around(by(c) for c in box.corners)
    contours = contours_under(drawing, item_id, by)
    own = [box_of(contours)] if contours else []
    item = drawing.items[item_id]
    if isinstance(item, Assembly) and shows_parts(item):
        parts = (box_under(drawing, i, by) for i in drawing.tree.children(item_id))
        own += [b for b in parts if b is not None]
    return Box.union(own) if own else None
