"""What the front end shows of the registries, as the API answers it: worked out once for a build.

Its small pictures take some seconds of the processor, so processes of one machine share it.
"""

import hashlib
from functools import cache
from typing import get_args

from buildup.drawing.paint import Blend, Style
from buildup.drawing.sizes import SHEET_SIZES
from buildup.drawing.units import UNITS
from buildup.formats.gallery import picture
from buildup.shapes.kinds import ShapeKind
from buildup.shapes.registry import SHAPES
from django.conf import settings
from django.core.cache import cache as shared

from catalogue import schema


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
    told = {
        "units": list(UNITS.values()),
        "shapes": [_shape_facts(kind) for kind in SHAPES.values()],
        "sizes": SHEET_SIZES,
        "style": Style(),
        "blends": list(get_args(Blend)),
    }
    return schema.Vocabulary.model_validate(told).model_dump_json()


def _shape_facts(kind: ShapeKind) -> dict[str, object]:
    facts = {"name": kind.name, "label": kind.label, "group": kind.group, "words": kind.words}
    return {**facts, "dials": kind.dials, "picture": picture(kind)}
