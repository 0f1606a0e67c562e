"""What is painted at a place: the colour that is seen, and the style of what it belongs to."""

from dataclasses import dataclass

from buildup.drawing.colours import seen_at
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Gradient, Paint, Style, hex_of, one_colour
from buildup.forms.contours import HERE, boxed_style
from buildup.forms.paintings import paintings_of
from buildup.forms.symmetry.copies import images_of
from buildup.view.finding import Inked, inked_at, reachable


@dataclass(frozen=True, slots=True, kw_only=True)
class Sample:
    """What is painted at a place."""

    item: str
    colour: str
    """`#RRGGBB`, of its fill or its stroke there, as if nothing of it were faint."""
    of: Inked
    style: Style
    """All of how the item is painted; its gradients fit the box of any."""


def sampled(drawing: Drawing, at: complex, *, reach: float) -> Sample | None:
    """What is seen at a place, of the frontmost item there; None: nothing is painted there.

    Args:
        drawing: which drawing.
        at: where.
        reach: sheet units, within which a thin stroke counts.

    """
    for item_id in reversed(list(reachable(drawing, None))):
        for image in images_of(drawing, item_id):
            found = _found(drawing, item_id, at if image == HERE else image.inverse()(at), reach)
            if found is not None:
                paint, of, there = found
                style = boxed_style(drawing, item_id)
                return Sample(item=item_id, colour=_colour(paint, there), of=of, style=style)
    return None


def _found(
    drawing: Drawing, item_id: str, at: complex, reach: float
) -> tuple[Paint, Inked, complex] | None:
    for form in reversed(paintings_of(drawing, item_id)):
        inked = inked_at(form, at, reach)
        if inked is not None:
            return (*inked, at)
    return None


def _colour(paint: Paint, at: complex) -> str:
    seen = seen_at(paint, at).colour if isinstance(paint, Gradient) else one_colour(paint)
    return hex_of(seen)
