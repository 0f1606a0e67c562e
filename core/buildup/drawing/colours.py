"""Colours between colours, as gradients have them: in sRGB, part by part (SVG 2, 14.2)."""

import math
from collections.abc import Sequence

from buildup.drawing.paint import Colour, CopiesPreview, Gradient, Stop, hex_of

Parts = tuple[int, int, int]
"""Red, green and blue, from 0 to 255."""


def parts_of(colour: Colour) -> Parts:
    """Red, green and blue of a colour.

    >>> parts_of("#C2410C")
    (194, 65, 12)
    """
    digits = hex_of(colour)
    return int(digits[1:3], 16), int(digits[3:5], 16), int(digits[5:7], 16)


def of_parts(parts: Sequence[float]) -> str:
    """The colour of red, green and blue, which are rounded and kept within 0 and 255."""
    return "#" + "".join(f"{round(min(max(p, 0.0), 255.0)):02X}" for p in parts)


def mixed(first: Colour, last: Colour, share: float) -> Colour:
    """A colour between two; one that both have stays as it is, a swatch's, too.

    >>> mixed("#000000", "#FF8000", 0.5)
    '#804000'
    """
    if first == last:
        return first
    pairs = zip(parts_of(first), parts_of(last), strict=True)
    return of_parts([a + share * (b - a) for a, b in pairs])


def between_stops(first: Stop, last: Stop, share: float) -> Stop:
    """A stop between two."""
    return Stop(
        first.at + share * (last.at - first.at),
        mixed(first.colour, last.colour, share),
        first.opacity + share * (last.opacity - first.opacity),
    )


def stop_at(stops: Sequence[Stop], at: float) -> Stop:
    """What a gradient shows at a place, as a stop there; beyond its ends that of the end.

    >>> stop_at([Stop(0.0, "#000000"), Stop(1.0, "#FFFFFF", 0.5)], 0.5)
    Stop(at=0.5, colour='#808080', opacity=0.75, follows=())
    """
    before = [s for s in stops if s.at <= at]
    after = [s for s in stops if s.at > at]
    if not before or not after:
        end = before[-1] if before else stops[0]
        return Stop(at, end.colour, end.opacity)
    first, last = before[-1], after[0]
    return between_stops(first, last, (at - first.at) / (last.at - first.at))


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
