"""The cloud: arcs along an ellipse."""

import math
import random

from buildup.contours.anchors import Contour
from buildup.contours.arcs import joined, through
from buildup.geometry.angles import direction
from buildup.shapes.dialkinds import SEED, count, percent
from buildup.shapes.fitted import count_around, fitted_shape
from buildup.shapes.kinds import Dials

FLATNESS = 0.62
"""Height ÷ width of the ellipse the lobes stand on."""


def _form(dials: Dials) -> tuple[Contour, ...]:
    lobes, uneven = int(dials["lobes"]), dials["irregularity"] / 100.0
    chance = random.Random(int(dials["seed"]))  # noqa: S311 - for looks, not for secrets
    spots = []
    for k in range(lobes):
        lean = uneven * (chance.random() - 0.5) * 0.7
        ray = direction(360.0 * (k + lean) / lobes - 90.0)
        spots.append(complex(ray.real, ray.imag * FLATNESS))
    runs = []
    for start, end in zip(spots, [*spots[1:], spots[0]], strict=True):
        side = end - start
        # A share of the chord: half a circle at 100 %.
        rise = math.tan(math.radians(20.0 + 25.0 * dials["size"] / 100.0)) / 2.0
        runs.append(through(start, (start + end) / 2.0 - 1j * side * rise, end))
    return (Contour(joined(*runs), closed=True),)


CLOUD = fitted_shape(
    name="cloud",
    label="Cloud",
    group="Repeating",
    words="lobes thought bubble weather",
    dials=(
        count(
            "lobes",
            "Lobes",
            9,
            "Number of lobes; on the canvas drag the second dip around.",
            most=60,
        ),
        percent("size", "Lobe size", 80.0, "Half circles at 100 %."),
        percent("irregularity", "Irregularity", 35.0, "Variation between the lobes.", felt=(0.0,)),
        SEED,
    ),
    pegs=(count_around("lobes", radius=0.8),),
    form=_form,
)
