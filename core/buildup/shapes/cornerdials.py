"""The dials that every shape with corners shares: radius, how it is measured, style."""

from collections.abc import Callable, Mapping
from dataclasses import replace

from buildup.contours.anchors import Corner, CornerStyle
from buildup.geometry.tolerances import FARTHEST
from buildup.shapes.dialkinds import choice
from buildup.shapes.kinds import Dial, Dials, always

STYLES: tuple[CornerStyle, ...] = ("round", "chamfer", "cove", "notch", "ogee", "soft")
LABELS = tuple(s.capitalize() for s in STYLES)


def half_short_side(width: float, height: float, dials: Dials) -> float:
    """The largest radius that has any effect on a box."""
    return 100.0 if dials.get("radius_in") else min(width, height) / 2.0


ROUNDS = "Rounds the corners; a radius that does not fit is drawn as large as possible."


def radius_dial(
    name: str = "radius",
    label: str = "Corner radius",
    help_text: str = ROUNDS,
    *,
    shown: Callable[[Dials], bool] = always,
    called: Callable[[Dials], str] | None = None,
) -> Dial:
    """A corner radius, in sheet units or (as `radius_in` says) in % of half the short side."""
    return Dial(
        name,
        label,
        "length",
        0.0,
        0.0,
        FARTHEST,
        1.0,
        help_text,
        reach=half_short_side,
        shown=shown,
        called=called,
    )


def style_dial(
    name: str = "style",
    label: str = "Corner style",
    *,
    shown: Callable[[Dials], bool] = always,
    called: Callable[[Dials], str] | None = None,
) -> Dial:
    """How the corners are worked."""
    text = "Arc, straight cut, hollow, square notch, S-curve, or a rounding with gentle curvature."
    return replace(choice(name, label, LABELS, text, shown=shown), called=called)


RADIUS_IN = choice(
    "radius_in",
    "Radius in",
    ("Length", "% of half side"),
    "A length stays when the shape is resized; a percentage scales with half its short side.",
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
