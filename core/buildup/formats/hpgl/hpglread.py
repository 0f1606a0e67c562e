"""HP-GL as the strokes that a device would draw: IN, SP, PU, PD, PA with absolute places."""

import re
from dataclasses import dataclass

from buildup.messages import refusal

MOST_STROKES = 200_000
_COMMAND = re.compile(r"\s*([A-Z]{2})\s*((?:-?\d+(?:\.\d+)?\s*(?:,\s*|\s+)?)*);?")


@dataclass(frozen=True, slots=True)
class PenStroke:
    """A way of the pen.

    Args:
        places: plotter units (1/40 mm), y up; two at least.
        pen: 0: none is held.
        down: it draws.

    """

    places: tuple[complex, ...]
    pen: int
    down: bool


def read_hpgl(text: str) -> tuple[PenStroke, ...]:
    """The ways of the pen, one after the other.

    Raises:
        Refusal: `not_hpgl`, with the place; `too_much`.

    >>> [s.places for s in read_hpgl("IN;SP1;PU0,0;PD40,0,40,40;PU;SP0;")]
    [(0j, (40+0j), (40+40j))]
    """
    strokes: list[PenStroke] = []
    at, pen, down, position = 0j, 0, False, 0
    while position < len(text.rstrip()):
        match = _COMMAND.match(text, position)
        if match is None:
            raise refusal("not_hpgl", position=position + 1)
        position = match.end()
        name = match[1]
        numbers = [float(n) for n in re.split(r"[,\s]+", match[2].strip()) if n]
        if name == "SP":
            pen = int(numbers[0]) if numbers else 0
        elif name in ("PU", "PD", "PA"):
            down = down if name == "PA" else name == "PD"
            ends = [complex(x, y) for x, y in zip(numbers[::2], numbers[1::2], strict=False)]
            if ends and (at, *ends) != (at, at):
                strokes.append(PenStroke((at, *ends), pen, down))
                at = ends[-1]
        elif name not in ("IN", "VS", "FS"):
            raise refusal("not_hpgl.command", name=name)
        if len(strokes) > MOST_STROKES:
            raise refusal("too_much.strokes")
    return tuple(strokes)
