"""The parametric shapes there are: every other part learns of a shape from this table."""

from collections.abc import Mapping

from buildup.drawing.codec import finite
from buildup.errors import Refusal
from buildup.shapes.ellipse import ELLIPSE
from buildup.shapes.kinds import ShapeKind
from buildup.shapes.rectangle import RECTANGLE

SHAPES: Mapping[str, ShapeKind] = {kind.name: kind for kind in (RECTANGLE, ELLIPSE)}


def shape_kind(name: str) -> ShapeKind:
    """The shape of a name.

    Raises:
        Refusal: `unknown_shape`.

    """
    kind = SHAPES.get(name)
    if kind is None:
        known = ", ".join(SHAPES)
        raise Refusal("unknown_shape", f"There is no shape “{name[:40]}”. There are: {known}.")
    return kind


def checked_dials(kind: ShapeKind, dials: Mapping[str, float]) -> dict[str, float]:
    """All dials of a kind, the given ones checked, the others at their default.

    Raises:
        Refusal: `unknown_dial`, `bad_data` or `dial_out_of_range`.

    """
    values = kind.defaults()
    for name, value in dials.items():
        dial = kind.dial(name)
        if dial is None:
            raise Refusal(
                "unknown_dial", f"A {kind.label.lower()} has no dial “{name[:40]}”.", name
            )
        number = finite(value, name)
        if not dial.least <= number <= dial.most:
            raise Refusal(
                "dial_out_of_range",
                f"{dial.label} goes from {dial.least:g} to {dial.most:g}. The old value was kept.",
                name,
            )
        values[name] = number
    return values
