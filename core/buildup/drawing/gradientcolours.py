"""What a gradient shows at a place (W3C SVG 2, 14.2)."""

import math

from buildup.drawing.colours import stop_at
from buildup.drawing.paint import CopiesPreview, Gradient, Stop


def seen_at(gradient: Gradient, position: complex) -> Stop:
    """The colour of a gradient that lies on the sheet, at a place of it."""
    if gradient.place.determinant == 0.0:  # it was squeezed flat: only its end is seen
        return stop_at(gradient.stops, 1.0)
    there = gradient.place.inverse()(position)
    part = there.real if gradient.kind == "linear" else _round_part(gradient.focus, there)
    return stop_at(gradient.stops, _within(part, gradient.spread))


def _round_part(focus: complex, position: complex) -> float:
    """How far from the focus to the circle a place lies, along the ray through it.

    The ray meets the circle where |focus + k (place - focus)| = 1, and the part is 1 / k.
    """
    ray = position - focus
    square = abs(ray) ** 2
    if square == 0.0:
        return 0.0
    along = (focus.conjugate() * ray).real
    inside = 1.0 - abs(focus) ** 2
    return square / (math.sqrt(along * along + square * inside) - along)


def _within(part: float, spread: CopiesPreview) -> float:
    """The same from 0 to 1, as the gradient goes on beyond its end."""
    if spread == "pad":
        return min(max(part, 0.0), 1.0)
    if spread == "repeat":
        return part % 1.0
    part %= 2.0
    return 2.0 - part if part > 1.0 else part
