"""What is painted of an item, piece by piece: its form, and of some assemblies what they hold."""

import itertools
from collections.abc import Sequence
from dataclasses import replace

from buildup.drawing.itemtypes import Assembly, BlendEffect, OffsetEffect, StrokeEffect
from buildup.drawing.model import Drawing
from buildup.forms.assembling import StyledPath
from buildup.forms.contours import assembly_form, blend_parts, form_of, forms_in


def paintings_of(drawing: Drawing, item_id: str) -> tuple[StyledPath, ...]:
    """All that is painted of an item that is painted, back to front.

    A form that was grown lies below what it was grown from, one that was shrunk above; strokes lie
    above the fills; the steps of a blend between its parts.
    """
    below, above = paintings_beside(drawing, item_id)
    return (*below, form_of(drawing, item_id), *above)


def paintings_beside(
    drawing: Drawing, item_id: str
) -> tuple[Sequence[StyledPath], Sequence[StyledPath]]:
    """What is painted below the form of an item, and what above, back to front."""
    item = drawing.items[item_id]
    if not isinstance(item, Assembly) or item.result is None:
        return (), ()
    if isinstance(item.result, BlendEffect):
        return drawing.known(_blend, item_id), ()
    held = drawing.known(_held, item_id)
    if isinstance(item.result, StrokeEffect):
        plain = ((f, replace(f.style, strokes=())) for f in held if f.style.fill is not None)
        return tuple(replace(f, style=style) for f, style in plain), ()
    if not item.result.show_parts:
        return (), ()
    above = isinstance(item.result, OffsetEffect) and grows(item.result)
    return ((), held) if above else (held, ())


def grows(edge: OffsetEffect) -> bool:
    """Whether a form becomes larger."""
    return edge.distance > 0.0


def _blend(drawing: Drawing, item_id: str) -> tuple[StyledPath, ...]:
    parts = blend_parts(drawing, item_id)
    rows = [tuple(forms_in(drawing, part, paintings_of)) for part in parts]
    steps = assembly_form(drawing, item_id).steps
    pairs = itertools.zip_longest(rows, steps, fillvalue=())
    return tuple(form for row, gap in pairs for form in (*row, *gap))


def _held(drawing: Drawing, item_id: str) -> tuple[StyledPath, ...]:
    parts = drawing.tree.children(item_id)
    return tuple(f for part in parts for f in forms_in(drawing, part, paintings_of))
