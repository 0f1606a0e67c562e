"""What of lettering is always wrong, and the forms of its glyphs as contours."""

from functools import lru_cache

from buildup.drawing.checks import MOST_ANCHORS, check_name, check_text
from buildup.drawing.lettering import Lettering, Shaped
from buildup.drawing.model import Contour
from buildup.drawing.pathreader import read_path
from buildup.errors import Refusal
from buildup.geometry.tolerances import FARTHEST

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
MOST_FORMS = 2_048
"""Forms of glyphs remembered as contours: those of the words that are looked at."""


@lru_cache(maxsize=MOST_FORMS)
def form_contours(form: str) -> tuple[Contour, ...]:
    """The contours of a glyph's form, in font units."""
    return read_path(form)


def check_lettering(lettering: Lettering) -> None:
    """Refuses words that no drawing may hold.

    Raises:
        Refusal: `no_words`, `too_much`, `bad_type` or `bad_data`.

    """
    check_text_length(lettering.text)
    check_name(lettering.face_name)
    sound = (
        SMALLEST_TYPE <= lettering.size <= LARGEST_TYPE
        and abs(lettering.tracking) <= MOST_TRACKING
        and LEADING[0] <= lettering.leading <= LEADING[1]
    )
    if not sound:
        raise Refusal(
            "bad_type",
            "Letters are from 0.1 px to 20,000 px large, tracking is up to 5,000 thousandths of an "
            "em, leading from 10 % to 1,000 %. Nothing was changed.",
        )
    _check_shaped(lettering.shaped, lines=lettering.text.count("\n") + 1)


def check_text_length(text: str) -> None:
    """Refuses text that no words say.

    Raises:
        Refusal: `no_words`, `too_much` or `bad_text`.

    """
    check_text(text)
    if not text.strip():
        raise Refusal(
            "no_words",
            "Words need at least one letter. Nothing was changed; type one, or remove "
            "the words with Delete.",
        )
    if len(text) > MOST_LETTERS:
        raise Refusal(
            "too_much",
            f"One item says up to {MOST_LETTERS:,} characters; this is {len(text):,}. Nothing was "
            "changed; make several items of it.",
        )


def _check_shaped(shaped: Shaped, *, lines: int) -> None:
    glyphs = [g for line in shaped.lines for g in line]
    known = range(len(shaped.forms))
    sound = (
        SMALLEST_EM <= shaped.em <= LARGEST_EM
        and len(shaped.lines) == lines
        and len(glyphs) <= 8 * MOST_LETTERS
        and all(g.form is None or g.form in known for g in glyphs)
        and all(_is_near(c) for f in shaped.forms for c in form_contours(f))
    )
    if not sound:
        raise Refusal("bad_data", "Words came without what they look like. Nothing was changed.")
    anchors = sum(
        len(c.anchors)
        for g in glyphs
        if g.form is not None
        for c in form_contours(shaped.forms[g.form])
    )
    if not anchors:
        raise Refusal(
            "no_words",
            "Nothing of these words shows in that face. Nothing was changed; choose another face.",
        )
    if anchors > MOST_ANCHORS:
        raise Refusal(
            "too_many_anchors",
            f"These words would have more than {MOST_ANCHORS:,} anchors. Nothing was changed; make "
            "several items of them.",
        )


def _is_near(contour: Contour) -> bool:
    """Whether all of a contour lies where a glyph may."""
    places = (p for segment in contour.segments for p in segment)
    return all(abs(p.real) <= FARTHEST and abs(p.imag) <= FARTHEST for p in places)
