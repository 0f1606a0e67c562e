"""The wave: open, from a zigzag over a sine to flat crests."""

from buildup.contours.anchors import Contour
from buildup.contours.arcs import knot
from buildup.shapes.dialkinds import percent
from buildup.shapes.fitted import FormPeg, fitted_shape
from buildup.shapes.kinds import Dial, Dials

SINE = 0.3642
"""Handle ÷ half a wavelength with which a cubic from crest to trough comes within 1.2 % of a sine
(least squares; also the usual figure of the trade)."""


def _form(dials: Dials) -> tuple[Contour, ...]:
    halves = max(1, round(dials["cycles"] * 2.0))
    reach = SINE * dials["roundness"] / 100.0
    anchors = []
    for k in range(halves + 1):
        at = complex(k, -0.5 if k % 2 == 0 else 0.5)
        handle = reach + 0j if reach > 0.0 else None
        back = None if handle is None or k == 0 else -handle
        on = None if k == halves else handle
        anchors.append(knot(at, back, on))
    return (Contour(tuple(anchors), closed=False),)


def _cycles(dials: Dials, to: complex) -> float:
    """From where the first whole wave ends, in a wave of the same length."""
    whole = max(1.0, round(dials["cycles"] * 2.0))
    return max(0.5, whole / max(to.real, 0.05))


WAVE = fitted_shape(
    name="wave",
    label="Wave",
    group="Open",
    words="zigzag sine ripple water scallop",
    dials=(
        Dial(
            "cycles",
            "Cycles",
            "number",
            4.0,
            0.5,
            50.0,
            0.5,
            "Number of waves.",
            felt=tuple(k / 2 for k in range(1, 101)),
        ),
        percent(
            "roundness",
            "Roundness",
            100.0,
            "Zigzag at 0 %, sine at 100 %.",
            most=270.0,
            felt=(0.0, 100.0),
        ),
    ),
    pegs=(FormPeg("cycles", lambda d: 2 + 0.5j, lambda d: -1 + 0j, _cycles),),
    form=_form,
)
