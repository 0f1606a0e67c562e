"""How values were written in earlier forms, read as they are written now.

What is kept is never rewritten for its form alone, and an edit that waits in a window of an earlier
program is read, too.
"""

from collections.abc import Callable, Mapping
from typing import Any

from buildup.drawing.model import Assembly, Group, Layer, Symmetry
from buildup.drawing.paint import Style

Values = Mapping[str, Any]
_PEN = ("cap", "join", "miter_limit", "dashes", "dash_from", "placing")


def _style(told: Values) -> Values:
    """Up to form 7 a style had one stroke, told in fields of its own."""
    flat = {"stroke", "stroke_width", *_PEN} & told.keys()
    if not flat:
        return told
    stroke = {name: told[name] for name in _PEN if name in told}
    if "stroke" in told:
        stroke["paint"] = told["stroke"]
    if "stroke_width" in told:
        stroke["width"] = told["stroke_width"]
    rest = {name: value for name, value in told.items() if name not in flat}
    return {**rest, "strokes": [stroke]}


def _holder(told: Values) -> Values:
    """Up to form 7 containers had an opacity only."""
    if "opacity" not in told:
        return told
    rest = {name: value for name, value in told.items() if name != "opacity"}
    return {**rest, "finish": {"opacity": told["opacity"]}}


def _assembly(told: Values) -> Values:
    """Up to form 7 an assembly had an opacity beside its style."""
    if "opacity" not in told:
        return told
    rest = {name: value for name, value in told.items() if name != "opacity"}
    style = {**_style(rest.get("style", {})), "finish": {"opacity": told["opacity"]}}
    return {**rest, "style": style}


EARLIER: Mapping[type, Callable[[Values], Values]] = {
    Style: _style,
    Layer: _holder,
    Group: _holder,
    Symmetry: _holder,
    Assembly: _assembly,
}
"""What makes of the values of a type those that it has now."""
