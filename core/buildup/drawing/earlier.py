"""How values were written in earlier forms, read as they are written now.

What is kept is never rewritten for its form alone, and an edit that waits in a window of an earlier
program is read, too.
"""

from collections.abc import Callable, Mapping
from functools import reduce
from typing import Any

from buildup.drawing.itemtypes import (
    Assembly,
    Group,
    Layer,
    Linked,
    OffsetEffect,
    Outline,
    Shape,
    StrokeEffect,
    Symmetry,
    TextItem,
    TextOnPath,
)
from buildup.drawing.paint import Style
from buildup.drawing.sheet import Reference, Sheet
from buildup.drawing.text import Lettering

Values = Mapping[str, Any]
_PEN = ("cap", "join", "miter_limit", "dashes", "dash_from", "placing")


def _style(stored: Values) -> Values:
    """Up to form 7 a style had one stroke, told in fields of its own."""
    flat = {"stroke", "stroke_width", *_PEN} & stored.keys()
    if not flat:
        return stored
    stroke = {name: stored[name] for name in _PEN if name in stored}
    if "stroke" in stored:
        stroke["paint"] = stored["stroke"]
    if "stroke_width" in stored:
        stroke["width"] = stored["stroke_width"]
    rest = {name: value for name, value in stored.items() if name not in flat}
    return {**rest, "strokes": [stroke]}


def _holder(stored: Values) -> Values:
    """Up to form 7 containers had an opacity only."""
    if "opacity" not in stored:
        return stored
    rest = {name: value for name, value in stored.items() if name != "opacity"}
    return {**rest, "finish": {"opacity": stored["opacity"]}}


def _assembly(stored: Values) -> Values:
    """Up to form 7 an assembly had an opacity beside its style."""
    if "opacity" not in stored:
        return stored
    rest = {name: value for name, value in stored.items() if name != "opacity"}
    style = {**_style(rest.get("style", {})), "finish": {"opacity": stored["opacity"]}}
    return {**rest, "style": style}


ROLES = {"joins": "union", "cuts": "difference", "keeps": "intersection", "inverts": "exclusion"}
"""What a part of an assembly does, and how it was said up to form 10."""


def _renamed(**names: str) -> Callable[[Values], Values]:
    """Up to form 10 some fields had other names."""
    return lambda stored: renamed_fields(stored, names)


def renamed_fields(stored: Values, names: Mapping[str, str]) -> Values:
    """Values whose fields had other names; those of a class outside the model stand with it."""
    return {names.get(name, name): value for name, value in stored.items()}


def _valued(field: str, words: Mapping[str, str]) -> Callable[[Values], Values]:
    """Up to form 10 some values were other words."""

    def as_now(stored: Values) -> Values:
        value = stored.get(field)
        if not isinstance(value, str) or value not in words:
            return stored
        return {**stored, field: words[value]}

    return as_now


def _all(*steps: Callable[[Values], Values]) -> Callable[[Values], Values]:
    return lambda stored: reduce(lambda values, step: step(values), steps, stored)


_role = _valued("role", ROLES)
_SHOWS = _renamed(shows="show_parts")
"""Up to form 14."""
EARLIER: Mapping[type, Callable[[Values], Values]] = {
    Style: _style,
    Layer: _all(_holder, _role),
    Group: _all(_holder, _role),
    Symmetry: _all(_holder, _role),
    Linked: _role,
    Outline: _all(_role, _renamed(drawn="hand_stroke")),
    Shape: _role,
    TextItem: _role,
    Assembly: _all(_assembly, _role, _valued("operation", ROLES), _renamed(edge="result")),
    OffsetEffect: _all(_valued("kind", {"grown": "offset"}), _SHOWS),
    StrokeEffect: _valued("kind", {"stroked": "stroke"}),
    TextOnPath: _all(_valued("kind", {"lettered": "text"}), _SHOWS),
    Lettering: _renamed(face="font", face_name="font_name"),
    Sheet: _renamed(underlays="references"),
    Reference: _renamed(silhouette="traced_area"),
}
"""What makes of the values of a type those that it has now."""
EARLIER_TYPES: Mapping[str, str] = {"words": "text"}
"""Types of items that had another word."""
