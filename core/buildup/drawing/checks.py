"""What is always wrong, refused in one place: names, ids, colours, sizes."""

import math
import re
import unicodedata

from buildup.geometry.tolerances import FARTHEST
from buildup.messages import refusal

LONGEST_NAME = 120
LONGEST_SHEET = 36_000.0
"""Sheet units, about 9.5 m: the longest sheet a common plotter takes."""
SHORTEST_SHEET = 1.0
WIDEST_STROKE = 10_000.0
"""Sheet units."""
WIDEST_EFFECT = 1_000.0
"""Sheet units, about 26 cm: the largest radius of a blur, a shadow or a glow, and of its shift."""
MOST_EFFECTS = 8
"""Of one item."""
MOST_STROKES = 8
"""Of one item."""
MOST_STOPS = 32
"""Colours of one gradient."""
MOST_MITER = 100.0
"""Stroke widths; the sharpest tip within that belongs to a corner of 1.1°."""
MOST_DASHES = 16
"""Lengths of dashes and gaps in one pattern."""

_ID = re.compile(r"[A-Za-z0-9_-]{1,40}")
NO_TEXT = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f\ud800-\udfff\ufdd0-\ufdef\ufffe\uffff]")
"""Characters that neither XML nor a store can hold."""
_UNSEEN = frozenset({"Cc", "Cf", "Cn", "Co", "Mn", "Zl", "Zp", "Zs"})
_COLOUR = re.compile(r"#[0-9A-Fa-f]{6}")


def check_id(text: str) -> None:
    """Refuses an id that is not 1 to 40 letters, digits, `-` or `_`."""
    if not _ID.fullmatch(text):
        raise refusal("bad_id")


def check_text(text: str) -> None:
    """Refuses characters that no file and no store can hold.

    Those are half a surrogate pair, control characters and the noncharacters (Unicode 15, 23.7;
    XML 1.0, 2.2).

    >>> check_text("Höhe 5 mm — ok 🙂")
    """
    if NO_TEXT.search(text):
        raise refusal("bad_text")


def check_name(text: str) -> None:
    """Refuses a name of which nothing shows and one of more than `LONGEST_NAME` characters."""
    check_text(text)
    if all(unicodedata.category(c) in _UNSEEN for c in text):
        raise refusal("bad_name.empty")
    if len(text) > LONGEST_NAME:
        raise refusal("bad_name.long", most=LONGEST_NAME, count=len(text))


def check_colour(text: str | None) -> None:
    """Refuses a colour that is not `#RRGGBB` or None."""
    if text is not None and not _COLOUR.fullmatch(text):
        raise refusal("bad_colour", text=text[:20])


def check_miter(limit: float) -> None:
    """Refuses a miter limit that is not from 1 to `MOST_MITER`."""
    if not 1.0 <= limit <= MOST_MITER:
        raise refusal("bad_miter")


def check_numbers(*numbers: float) -> None:
    """Refuses NaN, infinity and magnitudes beyond `FARTHEST`."""
    for number in numbers:
        if not math.isfinite(number) or abs(number) > FARTHEST:
            raise refusal("bad_number")


def check_point(point: tuple[float, float]) -> complex:
    """The point as a complex number, if both numbers are sound."""
    check_numbers(*point)
    return complex(point[0], point[1])


def check_sheet_size(width: float, height: float) -> None:
    """Refuses a sheet that is not between `SHORTEST_SHEET` and `LONGEST_SHEET` each way."""
    check_numbers(width, height)
    if not all(SHORTEST_SHEET <= side <= LONGEST_SHEET for side in (width, height)):
        raise refusal("bad_sheet")
