"""Strokes that are no strokes here: drawn on a scale that is not even, or cut."""

from collections.abc import Iterator
from dataclasses import replace

from buildup.contours.anchors import Contour
from buildup.drawing.itemtypes import AnyLeaf, FillRule, Outline
from buildup.drawing.paint import PLAIN, Stroke, Style
from buildup.forms.assembling import StyledPath
from buildup.forms.contours import item_contours, laid_across
from buildup.forms.placement import ItemMap, moved_item
from buildup.forms.strokes.strokeforms import stroke_form
from buildup.geometry.transforms import Affine

EVEN = 5e-3
"""Part of its scale by which a map may scale less in one direction than in another, so that a
stroke stays one: its width is then a quarter of a per cent off at the most, which nobody sees, and
an outline could not be edited as a stroke is."""


def is_even(by: Affine) -> bool:
    """Whether a map scales alike in all directions, so that strokes stay strokes.

    >>> is_even(Affine(0 + 2j, -2 + 0j)), is_even(Affine(2 + 0j, 1j))
    (True, False)
    """
    size = max(abs(by.across), abs(by.down))
    return min(abs(by.down - turned * by.across) for turned in (1j, -1j)) <= EVEN * size


def stroked_apart(item: AnyLeaf, by: Affine) -> Iterator[AnyLeaf]:
    """What is painted of an item, back to front, where a map scales its strokes unevenly.

    Args:
        item: with strokes; in its own coordinates.
        by: from those to the sheet.

    Its fill comes as it is, each stroke as an outline: drawn first, then mapped.

    Raises:
        Refusal: as `stroke_form`.

    """
    contours = item_contours(item)
    style = laid_across(contours, item.style)
    if style.fill is not None:
        filled = replace(item, style=replace(style, strokes=(), finish=PLAIN))
        yield moved_item(filled, ItemMap(by, grows=True))
    rule: FillRule = item.rule if isinstance(item, Outline) else "nonzero"
    for stroke in style.shown:
        drawn = stroke_form(StyledPath(contours, rule, style), stroke)
        if drawn:
            yield moved_item(_outline(item.name, drawn, stroke), ItemMap(by))


def _outline(name: str, contours: tuple[Contour, ...], stroke: Stroke) -> Outline:
    return Outline(id="s", name=name, contours=contours, style=painted_as(stroke))


def painted_as(stroke: Stroke) -> Style:
    """How the outline of a stroke is painted, so that it looks like the stroke."""
    return Style(fill=stroke.paint, fill_opacity=stroke.opacity, strokes=())
