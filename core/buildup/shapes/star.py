"""The star, and the burst with uneven rays."""

import math
import random
from dataclasses import replace

from buildup.contours.anchors import Anchor, Contour, Corner
from buildup.geometry.angles import direction, dot, unit
from buildup.shapes.cornerdials import CORNER_DIALS, RADIUS_IN, corner_of, radius_dial
from buildup.shapes.dialkinds import SEED, angle, count, percent
from buildup.shapes.fitted import between, count_around, fitted_shape
from buildup.shapes.kinds import Dials

TWISTED = 0.92
"""Of the angle between a tip and a dip: how far a dip may be turned towards the next tip."""
STEEPEST = 1.5
"""The largest slope of a bent side against the straight one."""


def _star(dials: Dials) -> tuple[Contour, ...]:
    points, inner = int(dials["points"]), dials["inner"] / 100.0
    step = 180.0 / points
    tips, dips = (
        Corner(dials[name]) if dials[name] > 0.0 else None for name in ("radius", "radius_dips")
    )
    anchors = []
    for k in range(points):
        at = 2 * k * step - 90.0
        anchors.append(Anchor(direction(at), corner=tips))
        twisted = at + step + dials["twist"]
        anchors.append(Anchor(inner * direction(twisted), corner=dips))
    return (_bulged(Contour(tuple(anchors), closed=True), dials["bulge"] / 100.0),)


def _between_tips(dials: Dials) -> tuple[float, float]:
    """Seen from the middle tips and dips follow each other, so that no two sides cross."""
    most = TWISTED * 180.0 / dials["points"]
    return -most, most


def _bulged(contour: Contour, by: float) -> Contour:
    """Straight sides bent outward (or inward, below 0); at 100 % neighbours would touch."""
    if by == 0.0:
        return contour
    made = list(contour.anchors)
    slope = by * min(_room(a.at, b.at, outward=by > 0.0) for a, b in contour.pairs)
    for k, (a, b) in enumerate(contour.pairs):
        third = (b.at - a.at) / 3.0
        off = third * -1j * slope
        made[k] = replace(made[k], out=third + off)
        after = (k + 1) % len(made)
        made[after] = replace(made[after], into=-third + off)
    return Contour(tuple(made), closed=True)


def _room(start: complex, end: complex, *, outward: bool) -> float:
    """The slope at which a bent side would touch its mirror image at a dip, or at a tip."""
    far, near = (start, end) if abs(start) > abs(end) else (end, start)
    corner, axis = (near, near) if outward else (far, -far)
    side = unit((far if outward else near) - corner)
    angle = math.acos(max(-1.0, min(1.0, dot(side, unit(axis)))))
    return min(math.tan(min(angle, 1.4)), STEEPEST)


def _burst(dials: Dials) -> tuple[Contour, ...]:
    rays, depth = int(dials["rays"]), dials["depth"] / 100.0
    chance = random.Random(int(dials["seed"]))  # noqa: S311 - for looks, not for secrets
    uneven = dials["irregularity"] / 100.0
    corner = corner_of(dials)
    anchors = []
    for k in range(rays):
        at = 360.0 * k / rays - 90.0
        tip = 1.0 - uneven * depth * chance.random()
        lean = uneven * (chance.random() - 0.5) * 180.0 / rays
        dip = (1.0 - depth) * (1.0 - uneven * 0.2 * chance.random())
        anchors.append(Anchor(tip * direction(at + lean), corner=corner))
        anchors.append(Anchor(dip * direction(at + 180.0 / rays), corner=corner))
    return (Contour(tuple(anchors), closed=True),)


STAR = fitted_shape(
    name="star",
    label="Star",
    group="Pointed",
    words="pentagram points badge",
    dials=(
        count("points", "Points", 5, "Number of points; on the canvas drag the second tip around."),
        percent(
            "inner",
            "Inner radius",
            38.196601125,
            "Radius of the dips, in % of the tips'.",
            least=1.0,
            felt=(38.196601125, 50.0, 57.735026919, 100.0),
        ),
        angle(
            "twist",
            "Twist",
            0.0,
            "Rotates the dips against the tips.",
            least=-60.0,
            most=60.0,
            sound=_between_tips,
        ),
        radius_dial("radius", "Tip radius", "Rounds the tips."),
        radius_dial("radius_dips", "Dip radius", "Rounds the dips."),
        RADIUS_IN,
        percent(
            "bulge",
            "Bulge",
            0.0,
            "Bends the sides outward, or inward below 0; at 100 % they touch.",
            least=-95.0,
            most=95.0,
            felt=(0.0,),
        ),
    ),
    pegs=(
        count_around("points"),
        between(
            "inner",
            lambda d: 0j,
            lambda d: direction(180.0 / d["points"] + d["twist"] - 90.0),
        ),
    ),
    form=_star,
)
BURST = fitted_shape(
    name="burst",
    label="Burst",
    group="Pointed",
    words="seal flare sunburst explosion rays sticker",
    dials=(
        count("rays", "Rays", 24, "Number of rays; on the canvas drag the second ray around."),
        percent("depth", "Depth", 15.0, "Depth of the dips.", least=1.0, most=95.0),
        percent("irregularity", "Irregularity", 0.0, "Variation between the rays.", felt=(0.0,)),
        SEED,
        *CORNER_DIALS,
    ),
    pegs=(
        count_around("rays"),
        between(
            "depth",
            lambda d: direction(180.0 / d["rays"] - 90.0),
            lambda d: 0j,
        ),
    ),
    form=_burst,
)
