"""Items as style sheet rules: a path to clip with, a mask, what they are filled with.

Sources: W3C CSS Shapes 1 (`path()`), CSS Masking 1 (`clip-path`, `mask`), CSS Images 3 and 4
(gradients: the line of a linear gradient is as long as its angle needs to reach the corners).
"""

import itertools
import math
from collections.abc import Callable, Iterable, Iterator, Sequence
from urllib.parse import quote

from buildup.contours.extent import box_of
from buildup.contours.moving import moved_contour
from buildup.drawing.model import Drawing
from buildup.drawing.numerals import short
from buildup.drawing.paint import Gradient, Paint, PictureFill, Stop, hex_of, one_colour
from buildup.formats.scene import Piece, pieces, scene
from buildup.formats.svg.svgpaint import short_hex
from buildup.formats.svg.svgshortpath import short_path_data
from buildup.formats.svg.svgwrite import Writing, svg
from buildup.formats.svg.symbolids import symbol_id
from buildup.geometry.angles import degrees_of, dot, unit
from buildup.geometry.boxes import Box
from buildup.geometry.tolerances import NO_LENGTH
from buildup.geometry.transforms import shift
from buildup.messages import refusal

DECIMALS = 2
"""Of CSS pixels."""
BETWEEN = 8
"""Steps of a gradient between two colours of which one shows more than the other."""
MOST_RULES = 50
"""Items that are written as rules at once."""


def css_snippets(drawing: Drawing, ids: Sequence[str]) -> str:
    """A rule for each item: its size, its form as a clip path, its fill; and one that masks.

    A clip path has no strokes; the mask shows all of the item, strokes and opacity included. A
    class is called after the item's name.

    Raises:
        Refusal: `nothing_selected`, `unknown_item`; `too_many.css` for more than 50 items.

    """
    tops = drawing.tree.tops(ids)
    if not tops:
        raise refusal("nothing_selected")
    if len(tops) > MOST_RULES:
        raise refusal("too_many.css", most=MOST_RULES)
    taken: set[str] = set()
    return "\n".join(line for top in tops for line in _rules(drawing, top, taken))


def _rules(drawing: Drawing, item: str, taken: set[str]) -> Iterator[str]:
    shown = list(pieces(scene(drawing, (item,))))
    name = symbol_id(drawing.items[item].name, taken)
    forms = [c for p in shown for c in p.form.contours]
    if not forms:
        return
    box = box_of(forms)
    moved = [moved_contour(c, shift(-complex(box.left, box.top))) for c in forms]
    yield f".{name} {{"
    yield f"  width: {short(box.width, DECIMALS)}px;"
    yield f"  height: {short(box.height, DECIMALS)}px;"
    even = "evenodd, " if len(shown) == 1 and shown[0].form.rule == "evenodd" else ""
    yield f'  clip-path: path({even}"{short_path_data(moved, DECIMALS)}");'
    yield from (f"  background: {paint};" for paint in _background(shown, box))
    yield "}"
    document = svg(
        drawing, title="", writing=Writing(DECIMALS, labels=False, groups=False), ids=(item,)
    )
    address = quote("".join(document.splitlines()), safe=" =:/'#?,;()!*+-._~")
    address = address.replace("#", "%23").replace("'", "%27")
    yield f".{name}-mask {{"
    yield f"  mask: url('data:image/svg+xml,{address}') center / contain no-repeat;"
    yield "}"


def _background(shown: Sequence[Piece], box: Box) -> Iterable[str]:
    """What fills an item of one form."""
    style = shown[0].form.style
    if len(shown) != 1 or style.fill is None or isinstance(style.fill, PictureFill):
        return ()  # a picture is no part of a style sheet: the page brings its own
    return (_paint(style.fill, style.fill_opacity, box),)


def _paint(paint: Paint, opacity: float, box: Box) -> str:
    if not isinstance(paint, Gradient):
        return _colour(hex_of(one_colour(paint)), opacity)
    return _linear(paint, opacity, box) if paint.kind == "linear" else _radial(paint, opacity, box)


def _colour(colour: str, opacity: float) -> str:
    """A colour, with how much of it shows where that is not all.

    >>> _colour("#AABBCC", 1.0), _colour("#102030", 0.5)
    ('#ABC', 'rgb(16 32 48 / 50%)')
    """
    if opacity >= 1.0:
        return short_hex(colour)
    parts = " ".join(str(int(colour[k : k + 2], 16)) for k in (1, 3, 5))
    return f"rgb({parts} / {short(100.0 * opacity, DECIMALS)}%)"


def _linear(paint: Gradient, opacity: float, box: Box) -> str:
    """A linear gradient as CSS has it: an angle, and stops in parts of its line."""
    direction = unit(paint.place.down) * -1j  # across what is of one colour
    reach = dot(paint.place.across, direction)
    if abs(reach) <= NO_LENGTH:
        return _colour(hex_of(paint.stops[-1].colour), opacity * paint.stops[-1].opacity)
    if reach < 0.0:
        direction, reach = -direction, -reach
    length = abs(box.width * direction.real) + abs(box.height * direction.imag)
    start = 0.5 + dot(paint.place.origin - box.centre, direction) / length
    angle = short((degrees_of(direction) + 90.0) % 360.0, DECIMALS)
    stops = _stops(paint, opacity, lambda at: 100.0 * (start + at * reach / length))
    repeats = "repeating-" if paint.spread == "repeat" else ""
    return f"{repeats}linear-gradient({angle}deg, {stops})"


def _radial(paint: Gradient, opacity: float, box: Box) -> str:
    """A radial gradient as CSS has it: an upright ellipse about its centre."""
    across, down = paint.place.across, paint.place.down
    wide = math.hypot(across.real, down.real)
    high = math.hypot(across.imag, down.imag)
    centre = paint.place.origin - complex(box.left, box.top)
    size = f"{short(wide, DECIMALS)}px {short(high, DECIMALS)}px"
    at = f"{short(centre.real, DECIMALS)}px {short(centre.imag, DECIMALS)}px"
    stops = _stops(paint, opacity, lambda part: 100.0 * part)
    repeats = "repeating-" if paint.spread == "repeat" else ""
    return f"{repeats}radial-gradient({size} at {at}, {stops})"


def _stops(paint: Gradient, opacity: float, part: Callable[[float], float]) -> str:
    """The stops of a gradient; where opacity changes, more of them in between.

    CSS mixes colours by how much of each shows (CSS Images 4, 3.4.2), SVG does not.
    """
    stops = list(paint.stops[:1])
    for one, other in itertools.pairwise(paint.stops):
        if one.opacity != other.opacity:
            stops += (_between(one, other, k / BETWEEN) for k in range(1, BETWEEN))
        stops.append(other)
    return ", ".join(
        f"{_colour(hex_of(s.colour), opacity * s.opacity)} {short(part(s.at), DECIMALS)}%"
        for s in stops
    )


def _between(one: Stop, other: Stop, part: float) -> Stop:
    """A colour on the way from one to another, as SVG mixes them."""

    def mixed(first: float, second: float) -> float:
        return first + part * (second - first)

    pairs = ((hex_of(one.colour)[k : k + 2], hex_of(other.colour)[k : k + 2]) for k in (1, 3, 5))
    parts = (round(mixed(int(a, 16), int(b, 16))) for a, b in pairs)
    colour = "#" + "".join(f"{p:02X}" for p in parts)
    return Stop(mixed(one.at, other.at), colour, mixed(one.opacity, other.opacity))
