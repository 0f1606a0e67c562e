"""The numbers of a drawing that may follow a formula: what each is measured in, and its label."""

import re
from collections.abc import Mapping
from dataclasses import dataclass

from buildup.drawing.itemtypes import Shape
from buildup.drawing.model import Drawing
from buildup.drawing.units import unit_of
from buildup.following.bounds import number_at
from buildup.formulas.quantitykinds import ANGLE, LENGTH, Kind, kind_name
from buildup.formulas.working import Quantity
from buildup.messages import refusal
from buildup.shapes.registry import dials_of, shape_kind


@dataclass(frozen=True, slots=True)
class Field:
    """A number that may follow a formula.

    Args:
        label: what the designer reads.
        kind: what it is of.
        per: how many of it are one of a formula's; a percentage is told in parts of one there.

    """

    label: str
    kind: Kind
    per: float = 1.0

    def number(self, quantity: Quantity, *, unit: str) -> float:
        """The number that the field takes from what a formula came to.

        Args:
            quantity: what it came to.
            unit: in which a bare number counts, where this is a length.

        Raises:
            Refusal: `bad_formula.wanted` where that is of another kind.

        """
        measured, value = quantity.measured, quantity.value
        if self.kind is Kind.LENGTH and measured.bare:
            return value * unit_of(unit).size
        if self.kind is Kind.LENGTH and measured == LENGTH:
            return value
        if self.kind is Kind.ANGLE and (measured == ANGLE or _is_number(quantity)):
            return value
        if self.kind is Kind.PERCENTAGE and measured.is_plain:
            return value * self.per / (100.0 if measured.bare and _is_number(quantity) else 1.0)
        if self.kind in (Kind.COUNT, Kind.NUMBER) and measured.is_plain:
            return value * self.per
        wanted = _WANTED[self.kind]
        raise refusal(
            "bad_formula.wanted", field=self.label, wanted=wanted, given=kind_name(measured)
        )

    def quantity(self, number: float) -> float:
        """What a formula has to come to for the field to be a number."""
        return number / self.per


def _is_number(quantity: Quantity) -> bool:
    measured = quantity.measured
    return measured.is_plain and measured.plain is not Kind.PERCENTAGE


_WANTED = {
    Kind.LENGTH: "a length",
    Kind.ANGLE: "an angle",
    Kind.PERCENTAGE: "a percentage",
    Kind.COUNT: "a plain number",
    Kind.NUMBER: "a plain number",
}
_SPOTS = r"frame\.(?:[nsew]|[ns][ew]|middle)\."
_STOPS = r"style\.(?:fill|strokes\.\d+\.paint)\.stops\.\d+\."
_EFFECTS = r"(?:style\.)?finish\.effects\.\d+\."
_STROKE = r"style\.strokes\.\d+\."
_TEXT = r"(?:result\.)?lettering\."
_FIELDS: tuple[tuple[str, Field], ...] = (
    (_SPOTS + "x", Field("x", Kind.LENGTH)),
    (_SPOTS + "y", Field("y", Kind.LENGTH)),
    (_SPOTS + "width", Field("Width", Kind.LENGTH)),
    (_SPOTS + "height", Field("Height", Kind.LENGTH)),
    (_SPOTS + "angle", Field("Angle", Kind.ANGLE)),
    (_STROKE + "width", Field("Stroke width", Kind.LENGTH)),
    (_STROKE + r"dashes\.\d+", Field("Dashes and gaps", Kind.LENGTH)),
    (_STROKE + "dash_from", Field("Dash offset", Kind.LENGTH)),
    (_STROKE + "miter_limit", Field("Miter limit", Kind.NUMBER)),
    (_STROKE + "opacity", Field("Stroke opacity", Kind.PERCENTAGE)),
    (r"style\.fill_opacity", Field("Fill opacity", Kind.PERCENTAGE)),
    (r"(?:style\.)?finish\.opacity", Field("Opacity", Kind.PERCENTAGE)),
    (_EFFECTS + "radius", Field("Blur radius", Kind.LENGTH)),
    (_EFFECTS + "opacity", Field("Effect opacity", Kind.PERCENTAGE)),
    (_EFFECTS + r"by\.[xy]", Field("Shadow offset", Kind.LENGTH)),
    (_STOPS + "at", Field("Stop position", Kind.PERCENTAGE)),
    (_STOPS + "opacity", Field("Stop opacity", Kind.PERCENTAGE)),
    (r"(?:contours\.\d+\.anchors|corners)\.\d+\.corner\.radius", Field("Radius", Kind.LENGTH)),
    (r"contours\.\d+\.anchors\.\d+\.at\.x", Field("Anchor x", Kind.LENGTH)),
    (r"contours\.\d+\.anchors\.\d+\.at\.y", Field("Anchor y", Kind.LENGTH)),
    (r"result\.distance", Field("Offset distance", Kind.LENGTH)),
    (r"result\.count", Field("Steps", Kind.COUNT)),
    (r"result\.offset", Field("Distance from the path", Kind.LENGTH)),
    (r"result\.start", Field("Start", Kind.PERCENTAGE)),
    (_TEXT + "size", Field("Font size", Kind.LENGTH)),
    (_TEXT + "tracking", Field("Tracking", Kind.NUMBER)),
    (_TEXT + "leading", Field("Leading", Kind.PERCENTAGE, 100.0)),
    (r"radius", Field("Arc radius", Kind.LENGTH)),
    (r"centre\.[xy]", Field("Centre", Kind.LENGTH)),
    (r"angle", Field("Axis angle", Kind.ANGLE)),
    (r"count", Field("Copies around", Kind.COUNT)),
    (r"guides\.\d+\.[xy]", Field("Guide position", Kind.LENGTH)),
    (r"guides\.\d+\.angle", Field("Guide angle", Kind.ANGLE)),
    (r"width", Field("Sheet width", Kind.LENGTH)),
    (r"height", Field("Sheet height", Kind.LENGTH)),
    (r"grid\.step", Field("Grid spacing", Kind.LENGTH)),
)
_KNOWN = tuple((re.compile(pattern + "$"), field) for pattern, field in _FIELDS)
_DIALS: Mapping[str, tuple[Kind, float]] = {
    "length": (Kind.LENGTH, 1.0),
    "angle": (Kind.ANGLE, 1.0),
    "percent": (Kind.PERCENTAGE, 100.0),
    "count": (Kind.COUNT, 1.0),
    "number": (Kind.NUMBER, 1.0),
}


def field_at(drawing: Drawing, item_id: str, path: str) -> Field | None:
    """What the number at a path is measured in; None: there is none that could follow."""
    if number_at(drawing, item_id, path) is None:
        return None
    item = drawing.items.get(item_id)
    if isinstance(item, Shape) and path.startswith("dials."):
        return _dial(item, path.removeprefix("dials."))
    return next((field for pattern, field in _KNOWN if pattern.match(path)), None)


def _dial(shape: Shape, name: str) -> Field | None:
    dial, dials = shape_kind(shape.shape).dial(name), dials_of(shape)
    if dial is None or dial.choices:
        return None
    share = dial.unit == "length" and dials.get("radius_in")
    kind, per = _DIALS["percent" if share else dial.unit]
    return Field(dial.label_beside(dials), kind, per)
