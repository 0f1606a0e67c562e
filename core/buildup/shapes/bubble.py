"""The speech bubble: a rounded box or an ellipse with a tail."""

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.arcs import arc
from buildup.geometry.angles import angle_of_cosine, cosine, direction
from buildup.shapes.cornerdials import corner_of, radius_dial
from buildup.shapes.dialkinds import choice, percent
from buildup.shapes.fitted import between, fitted_shape
from buildup.shapes.kinds import Dials

WIDTH, HEIGHT = 1.5, 1.0
"""Of the body before it is fitted to the frame."""
LEAN = 30.0
"""Degrees round an ellipse that a tail's tip can lean over from end to end."""
MARGIN = 0.04 * WIDTH
"""Between a tail and the corners of a box."""


def _form(dials: Dials) -> tuple[Contour, ...]:
    return (_box(dials) if int(dials["body"]) == 0 else _ellipse(dials),)


def _box(dials: Dials) -> Contour:
    corner = corner_of(dials)
    wide = WIDTH * dials["width"] / 100.0
    left = MARGIN + (WIDTH - wide - 2.0 * MARGIN) * dials["place"] / 100.0
    spots = [
        Anchor(0j, corner=corner),
        Anchor(WIDTH + 0j, corner=corner),
        Anchor(complex(WIDTH, HEIGHT), corner=corner),
        Anchor(complex(left + wide, HEIGHT)),
        Anchor(_tip(dials, dials["length"])),
        Anchor(complex(left, HEIGHT)),
        Anchor(complex(0, HEIGHT), corner=corner),
    ]
    return Contour(tuple(spots), closed=True)


def _middle(dials: Dials) -> float:
    """Degrees: where the tail of an ellipse stands."""
    return 150.0 - 120.0 * dials["place"] / 100.0


def _lean(dials: Dials) -> tuple[float, float]:
    """A tail of an ellipse leans as far as its sides stay out of the body.

    That is to where the line through its two feet comes to be as far out as its tip.
    """
    if int(dials["body"]) == 0:
        return -40.0, 140.0
    half = 90.0 * dials["width"] / 100.0
    beyond = angle_of_cosine(cosine(half) / (1.0 + 2.0 * dials["length"] / 100.0))
    most = 95.0 * beyond / LEAN
    return 50.0 - most, 50.0 + most


def _tip(dials: Dials, length: float) -> complex:
    """Where a tail of some length (in % of the body's height) ends."""
    if int(dials["body"]) == 0:
        return complex(WIDTH * dials["lean"] / 100.0, HEIGHT + HEIGHT * length / 100.0)
    ray = direction(_middle(dials) - LEAN * (dials["lean"] / 100.0 - 0.5))
    tip = ray * (1.0 + 2.0 * length / 100.0)
    return complex(tip.real * WIDTH, tip.imag)


def _ellipse(dials: Dials) -> Contour:
    half = 90.0 * dials["width"] / 100.0
    body = arc(0j, 1.0, _middle(dials) + half, 360.0 - 2.0 * half)
    tip = Anchor(_tip(dials, dials["length"]))
    return Contour((*(_wide(a) for a in body), tip), closed=True)


def _wide(anchor: Anchor) -> Anchor:
    def by(p: complex) -> complex:
        return complex(p.real * WIDTH, p.imag)

    into, out = (None if h is None else by(h) for h in (anchor.into, anchor.out))
    kind = "smooth" if anchor.kind == "symmetric" else anchor.kind
    return Anchor(by(anchor.at), into, out, kind)


BUBBLE = fitted_shape(
    name="bubble",
    label="Bubble",
    group="Signs",
    words="speech balloon talk comment",
    dials=(
        choice("body", "Body", ("Box", "Ellipse"), "Shape of the body."),
        percent("place", "Tail position", 25.0, "From left to right, in %."),
        percent(
            "lean",
            "Tail tip",
            15.0,
            "From left to right, in %.",
            least=-40.0,
            most=140.0,
            sound=_lean,
        ),
        percent("width", "Tail width", 18.0, "Width at the body.", least=2.0, most=85.0),
        percent("length", "Tail length", 35.0, "In % of the body's height.", least=1.0, most=150.0),
        radius_dial(shown=lambda d: d["body"] == 0.0),
    ),
    pegs=(between("length", lambda d: _tip(d, 0.0), lambda d: _tip(d, 100.0)),),
    form=_form,
)
