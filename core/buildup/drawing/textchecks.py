"""What of lettering is always wrong, and the forms of its glyphs as contours."""

import re
from collections.abc import Sequence
from functools import lru_cache

from buildup.contours.anchors import MOST_ANCHORS, Contour
from buildup.contours.pathreader import read_path
from buildup.drawing.checks import check_name, check_text
from buildup.drawing.text import Glyph, Lettering, Shaped
from buildup.geometry.tolerances import FARTHEST
from buildup.messages import refusal

MOST_LETTERS = 1_000
"""Characters that one item says."""
LARGEST_TYPE = 20_000.0
"""Sheet units an em, about 5 m."""
SMALLEST_TYPE = 0.1
"""Sheet units an em: what a frame can be squeezed to."""
MOST_TRACKING = 5_000.0
"""Thousandths of an em."""
LEADING = (10.0, 1_000.0)
"""Percent of the size, the least and the most."""
SMALLEST_EM, LARGEST_EM = 16.0, 16_384.0
"""Font units, the least and the most that OpenType allows ("head", unitsPerEm)."""
TAG = re.compile("[ -~]{4}")
"""A tag of OpenType."""
MOST_SETTINGS = 64
"""Axes and features that text is set by."""
MOST_AXIS = 32_768.0
"""Units of an axis (`fvar`, Fixed 16.16)."""
MOST_ALTERNATES = 255
"""By which a feature is set."""
MOST_FORMS = 2_048
"""Forms of glyphs remembered as contours: those of the words that are looked at."""


@lru_cache(maxsize=MOST_FORMS)
def form_contours(form: str) -> tuple[Contour, ...]:
    """The contours of a glyph's form, in font units."""
    return read_path(form)


def check_lettering(lettering: Lettering) -> None:
    """Refuses words that no drawing may hold.

    Raises:
        Refusal: `no_text`, `too_much`, `bad_type` or `bad_data`.

    """
    check_text_length(lettering.text)
    check_name(lettering.font_name)
    sound = (
        SMALLEST_TYPE <= lettering.size <= LARGEST_TYPE
        and abs(lettering.tracking) <= MOST_TRACKING
        and LEADING[0] <= lettering.leading <= LEADING[1]
    )
    if not sound or not _is_setting(lettering):
        raise refusal("bad_type")
    _check_shaped(lettering.shaped, lines=lettering.text.count("\n") + 1)


def check_text_length(text: str) -> None:
    """Refuses text that no words say.

    Raises:
        Refusal: `no_text`, `too_much` or `bad_text`.

    """
    check_text(text)
    if not text.strip():
        raise refusal("no_text")
    if len(text) > MOST_LETTERS:
        raise refusal("too_much.text", most=MOST_LETTERS, count=len(text))


def _is_setting(lettering: Lettering) -> bool:
    """Whether axes and features are such as fonts can have."""
    tags = [a.tag for a in lettering.axes] + [f.tag for f in lettering.features]
    return (
        len(tags) <= MOST_SETTINGS
        and all(map(TAG.fullmatch, tags))
        and all(abs(a.value) <= MOST_AXIS for a in lettering.axes)
        and all(0 <= f.value <= MOST_ALTERNATES for f in lettering.features)
    )


def _check_shaped(shaped: Shaped, *, lines: int) -> None:
    glyphs = [g for line in (*shaped.lines, *shaped.spaced) for g in line]
    known = range(len(shaped.forms))
    sound = (
        SMALLEST_EM <= shaped.em <= LARGEST_EM
        and len(shaped.lines) == lines
        and len(shaped.spaced) in (0, lines)
        and len(glyphs) <= 16 * MOST_LETTERS
        and all(g.form is None or g.form in known for g in glyphs)
        and all(_is_near(c) for f in shaped.forms for c in form_contours(f))
    )
    if not sound:
        raise refusal("bad_data.text")
    anchors = max(_anchors_of(shaped, shaped.lines), _anchors_of(shaped, shaped.spaced))
    if not anchors:
        raise refusal("no_text.font")
    if anchors > MOST_ANCHORS:
        raise refusal("too_many_anchors.text", most=MOST_ANCHORS)


def _anchors_of(shaped: Shaped, lines: Sequence[Sequence[Glyph]]) -> int:
    forms = (shaped.forms[g.form] for line in lines for g in line if g.form is not None)
    return sum(len(c.anchors) for form in forms for c in form_contours(form))


def _is_near(contour: Contour) -> bool:
    """Whether all of a contour lies where a glyph may."""
    positions = (p for segment in contour.segments for p in segment)
    return all(abs(p.real) <= FARTHEST and abs(p.imag) <= FARTHEST for p in positions)
