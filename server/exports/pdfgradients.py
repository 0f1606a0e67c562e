"""Gradients as shadings of a PDF (ISO 32000-1, 8.7.4.5), also those that go on in other ways."""

import math
from collections.abc import Iterator, Sequence

from buildup.drawing.paint import Gradient, Stop
from buildup.geometry.boxes import Box
from pikepdf import Array, Dictionary, Name

from exports.pdfcolours import Colours

MOST_ROUNDS = 100
"""Times a gradient is repeated at the most."""
Values = tuple[float, ...]
Stretch = tuple[float, float, Values, Values]
"""From where to where along the gradient, and between which values."""


def shading(paint: Gradient, reach: Box, colours: Colours | None) -> Dictionary:
    """A gradient in its own coordinates, as far as it is seen.

    Args:
        paint: the gradient, laid on the sheet.
        reach: the box in which it is seen, on the sheet.
        colours: how they are told; None: how much of them shows is told instead.
    """
    low, high = (0, 1) if paint.spread == "pad" else _rounds(paint, reach)
    line = paint.kind == "linear"
    focus = paint.focus
    if line:
        coords = [float(low), 0.0, float(high), 0.0]
    else:
        far = focus * (1.0 - high)
        coords = [focus.real, focus.imag, 0.0, far.real, far.imag, float(high)]
        low = 0
    return Dictionary(
        ShadingType=2 if line else 3,
        ColorSpace=Name.DeviceGray if colours is None else colours.space,
        Coords=Array(coords),
        Domain=Array([float(low), float(high)]),
        Function=_function(list(_stretches(paint, (low, high), colours))),
        Extend=Array([True, True]),
    )


def _rounds(paint: Gradient, reach: Box) -> tuple[int, int]:
    """From which round to which one a gradient that repeats itself is seen."""
    back = paint.place.inverse()
    corners = [back(c) for c in reach.corners]
    if paint.kind == "linear":
        along = [c.real for c in corners]
        low, high = math.floor(min(along)), math.ceil(max(along))
    else:
        far = max(abs(c) for c in corners) + abs(paint.focus)
        low, high = 0, math.ceil(far / max(1.0 - abs(paint.focus), 0.05))
    low, high = max(low, -MOST_ROUNDS), min(high, MOST_ROUNDS)
    return min(low, 0), max(high, 1)


def _values(stop: Stop, colours: Colours | None) -> Values:
    return (stop.opacity,) if colours is None else colours.values(stop.colour, mixed=True)


def _stretches(
    paint: Gradient, rounds: tuple[int, int], colours: Colours | None
) -> Iterator[Stretch]:
    """Stretches of one change each, one after the other without gaps."""
    once = list(_once(paint.stops, colours))
    for number in range(*rounds):
        turned = paint.spread == "reflect" and number % 2 != 0
        row = [(1.0 - b, 1.0 - a, v, u) for a, b, u, v in reversed(once)] if turned else once
        yield from ((number + a, number + b, u, v) for a, b, u, v in row)


def _once(stops: Sequence[Stop], colours: Colours | None) -> Iterator[Stretch]:
    at, value = 0.0, _values(stops[0], colours)
    for stop in stops:
        new = _values(stop, colours)
        if stop.at > at:
            yield at, stop.at, value, new
        at, value = max(at, stop.at), new
    if at < 1.0:
        yield at, 1.0, value, value


def _function(stretches: Sequence[Stretch]) -> Dictionary:
    """A function of all stretches (ISO 32000-1, 7.10.3 and 7.10.4)."""
    low, high = stretches[0][0], stretches[-1][1]
    parts = [
        Dictionary(FunctionType=2, Domain=Array([0.0, 1.0]), C0=Array(u), C1=Array(v), N=1)
        for _, _, u, v in stretches
    ]
    return Dictionary(
        FunctionType=3,
        Domain=Array([low, high]),
        Functions=Array(parts),
        Bounds=Array([b for _, b, _, _ in stretches[:-1]]),
        Encode=Array([e for _ in stretches for e in (0.0, 1.0)]),
    )
