"""The rosette: petals round a disc."""

from buildup.contours.anchors import Contour
from buildup.contours.arcs import circle, knot
from buildup.geometry.angles import arc_handle, direction
from buildup.shapes.dialkinds import count, percent
from buildup.shapes.fitted import between, count_around, fitted_shape
from buildup.shapes.kinds import Dials

MOST_ROUND = 150.0
"""Per cent: rounder petals would reach across their neighbours."""


def _form(dials: Dials) -> tuple[Contour, ...]:
    petals, low = int(dials["petals"]), 1.0 - dials["depth"] / 100.0
    full = arc_handle(180.0 / petals)
    tip, dip = (full * 2.0 * dials[n] / 100.0 for n in ("petal", "dip"))
    anchors = []
    for k in range(petals):
        for radius, turn, handle in ((1.0, 0.0, tip), (low, 180.0 / petals, dip * low)):
            ray = direction(360.0 * k / petals + turn - 90.0)
            along = ray * 1j * handle if handle > 0.0 else None
            back = None if along is None else -along
            anchors.append(knot(ray * radius, back, along))
    disc = dials["disc"] / 100.0 * low
    inner = (circle(disc, back=True),) if disc > 0.0 else ()
    return (Contour(tuple(anchors), closed=True), *inner)


ROSETTE = fitted_shape(
    name="rosette",
    label="Rosette",
    group="Repeating",
    words="flower petals scallop sound hole",
    dials=(
        count(
            "petals", "Petals", 8, "Number of petals; on the canvas drag the second petal around."
        ),
        percent("depth", "Depth", 20.0, "Depth of the dips.", most=90.0),
        percent(
            "petal",
            "Petal roundness",
            100.0,
            "Pointed at 0 %.",
            most=200.0,
            felt=(0.0, 50.0, 100.0),
            sound=lambda d: (0.0, MOST_ROUND),
        ),
        percent(
            "dip",
            "Dip roundness",
            0.0,
            "Sharp at 0 %.",
            most=200.0,
            felt=(0.0, 50.0, 100.0),
            sound=lambda d: (0.0, MOST_ROUND),
        ),
        percent(
            "disc", "Inner disc", 40.0, "Hole at the centre, in % of the dips' radius.", most=98.0
        ),
    ),
    pegs=(
        count_around("petals"),
        between("depth", lambda d: direction(180.0 / d["petals"] - 90.0), lambda d: 0j),
        between("disc", lambda d: 0j, lambda d: (1.0 - d["depth"] / 100.0) + 0j),
    ),
    form=_form,
)
