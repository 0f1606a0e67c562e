"""The crescent: an arc outside and an arc inside, from horn to horn."""

from buildup.contours.anchors import Contour
from buildup.contours.arcs import arc, joined, through
from buildup.geometry.angles import direction
from buildup.shapes.dialkinds import angle, percent
from buildup.shapes.fitted import between, fitted_shape
from buildup.shapes.kinds import Dials


def _form(dials: Dials) -> tuple[Contour, ...]:
    half = dials["opening"] / 2.0
    horns = direction(half), direction(-half)
    outside = arc(0j, 1.0, half, 360.0 - 2.0 * half)
    inside = through(horns[1], complex(-1.0 + 2.0 * dials["thickness"] / 100.0, 0.0), horns[0])
    return (Contour(joined(outside, inside), closed=True),)


CRESCENT = fitted_shape(
    name="crescent",
    label="Crescent",
    group="Round",
    words="moon sickle horn",
    dials=(
        percent(
            "thickness",
            "Thickness",
            25.0,
            "At the centre, in % of the circle's width.",
            least=1.0,
            most=90.0,
        ),
        angle(
            "opening", "Opening", 90.0, "Distance between the two horns.", least=10.0, most=300.0
        ),
    ),
    pegs=(between("thickness", lambda d: -1 + 0j, lambda d: 1 + 0j),),
    form=_form,
)
