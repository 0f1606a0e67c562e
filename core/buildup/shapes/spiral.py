"""The spiral: open, its distance from the middle growing evenly or by a factor."""

import math

from buildup.contours.anchors import Contour
from buildup.contours.arcs import knot
from buildup.geometry.angles import direction
from buildup.shapes.dialkinds import choice, percent
from buildup.shapes.fitted import fitted_shape
from buildup.shapes.kinds import Dial, Dials

PIECE = 45.0
"""Degrees of one cubic."""


def _form(dials: Dials) -> tuple[Contour, ...]:
    whole = 360.0 * dials["turns"]
    start = dials["start"] / 100.0
    pieces = max(1, math.ceil(whole / PIECE - 1e-9))
    step = whole / pieces
    swing = math.radians(step)
    side = -1.0 if int(dials["way"]) else 1.0
    anchors = []
    for k in range(pieces + 1):
        share = k / pieces
        if int(dials["growth"]):
            base = max(start, 0.01)
            radius = base ** (1.0 - share)
            slope = -radius * math.log(base) / math.radians(whole)
        else:
            radius = start + (1.0 - start) * share
            slope = (1.0 - start) / math.radians(whole)
        ray = direction(side * (k * step - whole) - 90.0)
        # Hermite's form: the handle is a third of the derivative times the step.
        along = ray * (slope + 1j * side * radius) * swing / 3.0
        into, out = (-along if k else None), (along if k < pieces else None)
        anchors.append(knot(ray * radius, into, out))
    return (Contour(tuple(anchors), closed=False),)


SPIRAL = fitted_shape(
    name="spiral",
    label="Spiral",
    group="Open",
    words="scroll volute coil snail",
    dials=(
        Dial(
            "turns",
            "Turns",
            "number",
            3.0,
            0.25,
            20.0,
            0.25,
            "Number of turns.",
            felt=tuple(k / 2 for k in range(1, 41)),
        ),
        percent(
            "start",
            "Inner radius",
            0.0,
            "In % of the outer radius.",
            most=95.0,
            felt=(0.0, 50.0),
        ),
        choice(
            "growth",
            "Growth",
            ("Even", "By a factor"),
            "Even spacing, or growing with the radius.",
        ),
        choice("way", "Direction", ("Clockwise", "Anticlockwise"), "From the centre outward."),
    ),
    form=_form,
)
