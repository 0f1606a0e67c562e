"""What the front end shows of the registries, as the API answers it: worked out once for a build.

Its small pictures take some seconds of the processor, so processes of one machine share it.
"""

import hashlib
from functools import cache
from typing import get_args

from buildup.drawing.checks import WIDEST_STROKE
from buildup.drawing.clips import LONGEST_CLIP
from buildup.drawing.paint import Blend, Style
from buildup.drawing.sizes import SHEET_SIZES
from buildup.drawing.textchecks import LARGEST_TYPE, SMALLEST_TYPE
from buildup.drawing.units import UNITS
from buildup.edits.outlines.segmentedits import MOST_ADDED
from buildup.formats.gallery import picture
from buildup.forms.blends import MOST_STEPS
from buildup.forms.itemchecks import MOST_OFFSETS
from buildup.forms.matching.tracedarea import MOST_POINTS
from buildup.forms.sweepable import GAP_AT_FIRST, LARGEST_GAP
from buildup.forms.troubles import Limits
from buildup.shapes.kinds import ShapeKind
from buildup.shapes.registry import SHAPES
from django.conf import settings
from django.core.cache import cache as shared

from catalogue import schema

_LIMITS = schema.LimitFacts(
    blend_steps=MOST_STEPS,
    offset_steps=MOST_OFFSETS,
    added_anchors=MOST_ADDED,
    gap=LARGEST_GAP,
    gap_at_first=GAP_AT_FIRST,
    font_size=(SMALLEST_TYPE, LARGEST_TYPE),
    stroke_width=WIDEST_STROKE,
    clip_characters=LONGEST_CLIP,
    traced_points=MOST_POINTS,
    troubles=Limits(),
)


@cache
def vocabulary() -> tuple[str, str]:
    """The vocabulary as JSON, and what tells it from another one (RFC 9110, 8.8.3)."""
    key = f"vocabulary-{settings.BUILD}"
    text = shared.get(key) if settings.BUILD else None
    if not isinstance(text, str):
        text = _text()
        shared.set(key, text, timeout=None)
    return text, f'"{hashlib.sha256(text.encode()).hexdigest()[:16]}"'


def _text() -> str:
    facts = {
        "units": list(UNITS.values()),
        "shapes": [_shape_facts(kind) for kind in SHAPES.values()],
        "sizes": SHEET_SIZES,
        "style": Style(),
        "blends": list(get_args(Blend)),
        "limits": _LIMITS,
    }
    return schema.Vocabulary.model_validate(facts).model_dump_json()


def _shape_facts(kind: ShapeKind) -> dict[str, object]:
    facts = {"name": kind.name, "label": kind.label, "group": kind.group, "words": kind.words}
    return {**facts, "dials": kind.dials, "picture": picture(kind)}
