"""The gear: a wheel with teeth and a hole."""

from buildup.contours.anchors import Contour
from buildup.contours.arcs import circle
from buildup.geometry.angles import angle_of_cosine as angle_of
from buildup.geometry.angles import cosine, direction
from buildup.shapes.cornerdials import CORNER_DIALS
from buildup.shapes.dialkinds import count, percent
from buildup.shapes.fitted import between, count_around, fitted_shape, polygon
from buildup.shapes.kinds import Dials

EDGE = 0.97
"""Of the angle at which a tooth's edge would touch its root."""


def _form(dials: Dials) -> tuple[Contour, ...]:
    teeth, root = int(dials["teeth"]), 1.0 - dials["depth"] / 100.0
    pitch = 360.0 / teeth
    half_tip, half_root = (pitch * dials[name] / 200.0 for name in ("tip", "root"))
    # The straight edge of a tooth wider than its root stays outside the root.
    if half_tip > half_root:
        half_tip = max(half_root, min(half_tip, EDGE * angle_of(root * cosine(half_root))))
    spots = []
    for k in range(teeth):
        middle = k * pitch - 90.0
        spots += [
            root * direction(middle - half_root),
            direction(middle - half_tip),
            direction(middle + half_tip),
            root * direction(middle + half_root),
        ]
    hole = min(dials["hole"] / 100.0, root * 0.98)
    holes = (circle(hole, back=True),) if hole > 0.0 else ()
    return (polygon(spots, dials), *holes)


GEAR = fitted_shape(
    name="gear",
    label="Gear",
    group="Repeating",
    words="cog wheel teeth machine settings",
    dials=(
        count("teeth", "Teeth", 8, "Number of teeth; on the canvas drag the second tooth around."),
        percent("depth", "Depth", 22.0, "Height of the teeth.", least=1.0, most=90.0),
        percent("tip", "Width at tip", 30.0, "In % of one tooth's share.", least=2.0, most=98.0),
        percent("root", "Width at root", 55.0, "In % of one tooth's share.", least=2.0, most=98.0),
        percent("hole", "Hole", 35.0, "Radius, in % of the wheel's.", most=95.0),
        *CORNER_DIALS,
    ),
    pegs=(
        count_around("teeth"),
        between("depth", lambda d: -1j, lambda d: 0j),
        between("hole", lambda d: 0j, lambda d: 1 + 0j),
    ),
    form=_form,
)
