"""The dials that every shape with corners shares: radius, how it is measured, style."""

from collections.abc import Mapping

from buildup.drawing.model import Corner, CornerStyle
from buildup.geometry.tolerances import FARTHEST
from buildup.shapes.kinds import Dial, Dials

STYLES: tuple[CornerStyle, ...] = ("round", "chamfer", "cove", "notch", "ogee", "soft")
LABELS = tuple(s.capitalize() for s in STYLES)


def half_short_side(width: float, height: float, dials: Dials) -> float:
    """The largest radius that has any effect on a box."""
    return 100.0 if dials.get("radius_in") else min(width, height) / 2.0


def radius_dial(name: str = "radius", label: str = "Corner radius", **more: object) -> Dial:
    """A corner radius, in sheet units or (as `radius_in` says) in % of half the short side."""
    text = "Rounds the corners; a radius that does not fit is drawn as large as it can."
    known = {"help": text, **more}
    return Dial(
        name=name,
        label=label,
        unit="length",
        default=0.0,
        least=0.0,
        most=FARTHEST,
        step=1.0,
        reach=half_short_side,
        **known,  # type: ignore[arg-type]
    )


def style_dial(name: str = "style", label: str = "Corner style", **more: object) -> Dial:
    """How the corners are worked."""
    return Dial(
        name=name,
        label=label,
        unit="choice",
        default=0.0,
        least=0.0,
        most=len(STYLES) - 1.0,
        step=1.0,
        help="Arc, straight cut, hollow, square cut-in, S-curve, or a rounding that grows gently.",
        choices=LABELS,
        **more,  # type: ignore[arg-type]
    )


RADIUS_IN = Dial(
    name="radius_in",
    label="Radius as",
    unit="choice",
    default=0.0,
    least=0.0,
    most=1.0,
    step=1.0,
    help="A length stays when the shape is resized; a share grows with half its short side.",
    choices=("Length", "% of half side"),
)
CORNER_DIALS = (radius_dial(), style_dial(), RADIUS_IN)


def corner_of(dials: Mapping[str, float], suffix: str = "", style: str = "style") -> Corner | None:
    """The corner that the dials ask for; None for a radius of 0.

    Radii are lengths here: see `measured`.
    """
    radius = dials[f"radius{suffix}"]
    return Corner(radius, STYLES[int(dials.get(style, 0.0))]) if radius > 0.0 else None


def measured(dials: Dials, width: float, height: float) -> dict[str, float]:
    """The dials with radii that are a share of half the short side turned into lengths."""
    if not dials.get("radius_in"):
        return dict(dials)
    half = min(width, height) / 200.0
    return {
        name: value * half if name.startswith("radius") and name != "radius_in" else value
        for name, value in dials.items()
    }
