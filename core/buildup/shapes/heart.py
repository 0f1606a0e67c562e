"""The heart, as it is built in practice.

A rectangle with two corners rounded fully, turned by 45°, and its mirror image.
"""

import math
from dataclasses import replace

from buildup.contours.anchors import Anchor, Contour, Corner
from buildup.contours.arcs import arc
from buildup.shapes.cornerdials import radius_dial
from buildup.shapes.dialkinds import percent
from buildup.shapes.fitted import between, fitted_shape
from buildup.shapes.kinds import Dial, Dials

GOLDEN = (1.0 + math.sqrt(5.0)) / 2.0
LEAST = 1.51
"""At a proportion of 1.5 the two rounded halves touch; below, they would cross each other."""
SIDE = math.sqrt(0.5)


def _form(dials: Dials) -> tuple[Contour, ...]:
    """The rectangle is 1 wide; its lower corner, the tip, is the origin."""
    far = dials["proportion"] - 0.5
    up_right = complex(SIDE, -SIDE)
    up_left = complex(-SIDE, -SIDE)
    lobe = arc(up_right * far + up_left * 0.5, 0.5, 45.0, -180.0)
    cleft = -1j * math.sqrt(2.0)
    top = min(a.at.imag for a in lobe) - 0.1
    cleft = complex(0.0, top + (cleft.imag - top) * dials["cleft"] / 100.0)
    tip = Corner(dials["radius"]) if dials["radius"] > 0.0 else None
    half = [*lobe[:-1], _towards(lobe[-1], cleft)]
    left = [_mirrored(a) for a in half]
    right = [replace(a, into=a.out, out=a.into) for a in reversed(half)]
    anchors = (Anchor(0j, corner=tip), *left, Anchor(cleft), *right)
    return (Contour(tuple(_smooth(a) for a in anchors), closed=True),)


def _towards(end: Anchor, cleft: complex) -> Anchor:
    """The lobe's last anchor, going on in its own direction to the cleft."""
    before_the_axis = 0.95 * end.at.real / SIDE
    return replace(end, out=complex(-SIDE, SIDE) * min(abs(cleft - end.at) * 0.35, before_the_axis))


def _mirrored(anchor: Anchor) -> Anchor:
    def flip(p: complex | None) -> complex | None:
        return None if p is None else complex(-p.real, p.imag)

    at = complex(-anchor.at.real, anchor.at.imag)
    return replace(anchor, at=at, into=flip(anchor.into), out=flip(anchor.out))


def _smooth(anchor: Anchor) -> Anchor:
    """An end of a lobe, which goes on straight."""
    both = anchor.kind == "corner" and (anchor.into or anchor.out)
    return replace(anchor, kind="smooth") if both else anchor


HEART = fitted_shape(
    name="heart",
    label="Heart",
    group="Round",
    words="love valentine card suit",
    dials=(
        Dial(
            "proportion",
            "Proportion",
            "number",
            GOLDEN,
            LEAST,
            3.0,
            0.05,
            "Length ÷ width of the two rounded halves it is built from.",
            felt=(GOLDEN, 2.0),
            sound=lambda d: (LEAST, 3.0),
        ),
        percent(
            "cleft",
            "Cleft",
            100.0,
            "Depth of the cleft.",
            least=10.0,
            most=160.0,
            felt=(50.0, 100.0),
        ),
        radius_dial("radius", "Tip radius", "Radius at the lower tip."),
    ),
    pegs=(
        between("cleft", lambda d: -1j * SIDE * (d["proportion"] + 0.8), lambda d: 0j, high=230.0),
    ),
    form=_form,
)
