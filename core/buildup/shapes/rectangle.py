"""The rectangle: a radius and a style for all corners, or for each."""

from collections.abc import Callable

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.corners import worked
from buildup.shapes.cornerdials import (
    RADIUS_IN,
    corner_of,
    measured,
    radius_dial,
    style_dial,
)
from buildup.shapes.dialkinds import choice
from buildup.shapes.fitted import radius_peg
from buildup.shapes.kinds import Dial, Dials, ShapeKind

PLACES = ("top left", "top right", "bottom right", "bottom left")


def _each(dials: Dials) -> bool:
    return dials["each"] > 0.0


def _own(corner: int) -> tuple[Dial, Dial]:
    """Radius and style of one corner, the second to the fourth."""
    position = PLACES[corner]
    return (
        radius_dial(
            f"radius_{corner + 1}",
            f"Radius, {position}",
            shown=_each,
            help_text=f"Of the {position} corner.",
        ),
        style_dial(f"style_{corner + 1}", f"Style, {position}", shown=_each),
    )


def _sharp(width: float, height: float, dials: Dials) -> tuple[Contour, ...]:
    x, y = width / 2.0, height / 2.0
    positions = (complex(-x, -y), complex(x, -y), complex(x, y), complex(-x, y))
    names = [""] * 4 if not _each(dials) else ["", "_2", "_3", "_4"]
    lengths = measured(dials, width, height)
    corners = [corner_of(lengths, n, f"style{n}") for n in names]
    anchors = (Anchor(p, corner=c) for p, c in zip(positions, corners, strict=True))
    return (Contour(tuple(anchors), closed=True),)


def _contours(width: float, height: float, dials: Dials) -> tuple[Contour, ...]:
    return tuple(worked(c, together=True).contour for c in _sharp(width, height, dials))


def _near(dial: str, width: float, height: float, dials: Dials) -> Contour | None:
    """The upper left corner between its neighbours."""
    left, right, _, low = _sharp(width, height, dials)[0].anchors
    return Contour((low, left, right))


def _first(what: str, plain: str) -> Callable[[Dials], str]:
    """The label of a dial that is for all corners, or for the first one alone."""
    return lambda dials: f"{what}, {PLACES[0]}" if _each(dials) else plain


DIALS = (
    radius_dial(called=_first("Radius", "Corner radius")),
    style_dial(called=_first("Style", "Corner style")),
    RADIUS_IN,
    choice("each", "Corners", ("All the same", "Individual"), "One radius for all, or one each."),
    *(dial for corner in (1, 2, 3) for dial in _own(corner)),
)
RECTANGLE = ShapeKind(
    name="rectangle",
    label="Rectangle",
    group="Basic",
    words="square box plate rounded",
    dials=DIALS,
    pegs=(radius_peg(DIALS[0], _near),),
    contours=_contours,
)
