"""The ellipse: whole, or a sector, a chord or an open arc of it; with an inner radius a ring."""

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.arcs import arc, circle, joined
from buildup.shapes.dialkinds import angle, choice, percent
from buildup.shapes.fitted import around, between, fitted_shape
from buildup.shapes.kinds import Dials

WHOLE, SECTOR, CHORD, OPEN = range(4)


def _part(dials: Dials) -> bool:
    return dials["cut"] > WHOLE


def _sweep(dials: Dials) -> float:
    """Degrees from start to end, clockwise, above 0; an end before the start goes round."""
    return (dials["end"] - dials["start"]) % 360.0 or 360.0


def _form(dials: Dials) -> tuple[Contour, ...]:
    inner, cut = dials["inner"] / 100.0, int(dials["cut"])
    if cut == WHOLE or (cut == SECTOR and _sweep(dials) == 360.0):
        return (circle(), circle(inner, back=True)) if inner > 0.0 else (circle(),)
    start, sweep = dials["start"], _sweep(dials)
    outside = arc(0j, 1.0, start, sweep)
    if cut == OPEN:
        return (Contour(tuple(outside), closed=False),)
    if cut == CHORD:
        return (Contour(joined(outside), closed=True),)
    inside = arc(0j, inner, start + sweep, -sweep) if inner > 0.0 else [Anchor(0j)]
    return (Contour(joined(outside, inside), closed=True),)


ELLIPSE = fitted_shape(
    name="ellipse",
    label="Ellipse",
    group="Basic",
    words="circle oval ring pie sector arc washer",
    dials=(
        choice(
            "cut",
            "Part",
            ("Whole", "Sector", "Chord", "Open arc"),
            "The whole ellipse, or part of it.",
        ),
        angle("start", "Start angle", 0.0, "Clockwise from the right.", shown=_part),
        angle(
            "end",
            "End angle",
            270.0,
            "Clockwise from the right; an end before the start wraps around.",
            least=-360.0,
            most=360.0,
            shown=_part,
        ),
        percent(
            "inner",
            "Inner radius",
            0.0,
            "Makes a ring, or a ring sector; in % of the outer radius.",
            most=99.0,
            shown=lambda d: d["cut"] in (WHOLE, SECTOR),
        ),
    ),
    pegs=(
        between("inner", lambda d: 0j, lambda d: 1 + 0j),
        around("start", radius=1.0),
        around("end", radius=1.0),
    ),
    form=_form,
)
