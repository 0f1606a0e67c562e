"""The parametric shapes there are: every other part learns of a shape from this table."""

from collections.abc import Mapping

from buildup.drawing.codec import finite
from buildup.drawing.itemtypes import Shape
from buildup.messages import refusal
from buildup.shapes.arrow import ARROW
from buildup.shapes.banner import BANNER
from buildup.shapes.bubble import BUBBLE
from buildup.shapes.cloud import CLOUD
from buildup.shapes.crescent import CRESCENT
from buildup.shapes.cross import CROSS
from buildup.shapes.drop import DROP, PIN
from buildup.shapes.ellipse import ELLIPSE
from buildup.shapes.gear import GEAR
from buildup.shapes.heart import HEART
from buildup.shapes.kinds import Dial, ShapeKind
from buildup.shapes.leaf import LEAF
from buildup.shapes.polygon import POLYGON, TRIANGLE
from buildup.shapes.rectangle import RECTANGLE
from buildup.shapes.rosette import ROSETTE
from buildup.shapes.spiral import SPIRAL
from buildup.shapes.star import BURST, STAR
from buildup.shapes.superellipse import SUPERELLIPSE
from buildup.shapes.wave import WAVE

SHAPES: Mapping[str, ShapeKind] = {
    kind.name: kind
    for kind in (
        *(RECTANGLE, ELLIPSE, TRIANGLE, POLYGON),
        *(STAR, BURST),
        *(SUPERELLIPSE, DROP, HEART, LEAF, CRESCENT),
        *(GEAR, ROSETTE, CLOUD),
        *(CROSS, ARROW, PIN, BANNER, BUBBLE),
        *(SPIRAL, WAVE),
    )
}


FORMER = {"cog": "gear"}
"""Names that kinds had before, as they were kept in drawings and on shelves."""


def shape_kind(name: str) -> ShapeKind:
    """The shape of a name.

    Raises:
        Refusal: `unknown_shape`.

    """
    kind = SHAPES.get(FORMER.get(name, name))
    if kind is None:
        known = ", ".join(SHAPES)
        raise refusal("unknown_shape", name=name[:40], known=known)
    return kind


def dials_of(shape: Shape) -> dict[str, float]:
    """All dials of a shape: its own, and the defaults of those that came later."""
    return dials_of_kind(shape_kind(shape.shape), shape.dials)


def dials_of_kind(kind: ShapeKind, kept: Mapping[str, float]) -> dict[str, float]:
    """All dials of a kind: the kept values, and the defaults of those that came later."""
    return kind.defaults() | {name: v for name, v in kept.items() if kind.dial(name)}


def checked_dials(kind: ShapeKind, dials: Mapping[str, float]) -> dict[str, float]:
    """All dials of a kind, the given ones checked, the others at their default.

    Raises:
        Refusal: `unknown_dial`, `bad_data` or `dial_out_of_range`.

    """
    return kind.defaults() | {name: checked_dial(kind, name, v)[1] for name, v in dials.items()}


def checked_dial(kind: ShapeKind, name: str, value: object) -> tuple[Dial, float]:
    """A dial of a kind and a value that it accepts; a count is rounded.

    Raises:
        Refusal: `unknown_dial`, `bad_data` or `dial_out_of_range`.

    """
    dial = kind.dial(name)
    if dial is None:
        raise refusal("unknown_dial.shape", name, shape=kind.label.lower(), dial=name[:40])
    number = finite(value, name)
    if not dial.least <= number <= dial.most:
        raise refusal("dial_out_of_range", name, dial=dial.label, least=dial.least, most=dial.most)
    return dial, float(round(number)) if dial.whole else number
