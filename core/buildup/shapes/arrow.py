"""The arrow: a shaft with one head or two, straight or bent along an arc."""

import math
from dataclasses import replace

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.arcs import arc, joined, knot
from buildup.geometry.angles import degrees_of, direction, normal_degrees
from buildup.shapes.cornerdials import CORNER_DIALS, corner_of
from buildup.shapes.dialkinds import angle, choice, percent
from buildup.shapes.fitted import FormPeg, between, fitted_shape
from buildup.shapes.kinds import Dials

LENGTH = 2.0
"""Of the axis, where the head is 1 wide."""
MOST_BEND = 210.0
"""Degrees: beyond, the head's inner barb would reach across the middle of the arc."""
NARROW = 0.97
"""Of what is there: so that two corners do not come to lie on each other."""
MOST_TURN = 30.0
"""Degrees that one cubic of a bent side may turn."""
LEAST_BEND = 0.5
"""Degrees below which an arrow counts as straight."""


def _head(dials: Dials) -> tuple[float, float]:
    """Two heads share the arrow."""
    return 2.0, 50.0 * NARROW if dials["ends"] else 100.0


def _notch(dials: Dials) -> tuple[float, float]:
    """Behind, within the shaft; in front, where the head is still wider than the shaft."""
    room = (100.0 / (2.0 if dials["ends"] else 1.0) - dials["head"]) / dials["head"]
    return -100.0 * NARROW * room, (100.0 - dials["shaft"]) * NARROW


def _spots(dials: Dials) -> list[complex]:
    """The corners of the straight arrow along the level axis, from the tip clockwise."""
    half = dials["shaft"] / 200.0
    head = LENGTH * dials["head"] / 100.0
    notch = head * dials["notch"] / 100.0
    neck = LENGTH - head
    right = [complex(LENGTH, 0), complex(neck, 0.5), complex(neck + notch, half)]
    if int(dials["ends"]) == 0:
        left = [complex(0, half), complex(0, -half)]
    else:
        left = [
            complex(head - notch, half),
            complex(head, 0.5),
            0j,
            complex(head, -0.5),
            complex(head - notch, -half),
        ]
    spots = [*right, *left, complex(neck + notch, -half), complex(neck, -0.5)]
    # Where the shaft is as wide as the head, its corners lie on the head's.
    return [p for k, p in enumerate(spots) if abs(p - spots[k - 1]) > 1e-9]


def _bent(position: complex, bend: float) -> complex:
    """On the arc with the axis' length; what lies beside the axis stays as far from it."""
    if abs(bend) < LEAST_BEND:
        return position
    radius = LENGTH / math.radians(bend)
    return 1j * radius + direction(-90.0 + bend * position.real / LENGTH) * (radius - position.imag)


def _bent_side(start: complex, end: complex, bend: float) -> list[Anchor]:
    """A straight side of the head, bent with the arrow: cubics with the ends' own directions.

    So no two sides can cross that do not in the straight arrow.
    """
    radius, heading = LENGTH / math.radians(bend), end - start
    parts = max(1, math.ceil(abs(bend * heading.real / LENGTH) / MOST_TURN))

    def handle(position: complex) -> complex:
        out = direction(-90.0 + bend * position.real / LENGTH)
        return (
            out
            * (1j * heading.real * (radius - position.imag) / radius - heading.imag)
            / (3.0 * parts)
        )

    positions = [start + heading * k / parts for k in range(parts + 1)]
    made = [knot(_bent(p, bend), -handle(p), handle(p)) for p in positions]
    return [replace(made[0], into=None), *made[1:-1], replace(made[-1], out=None)]


def _straightened(position: complex, bend: float) -> complex:
    """The place on the straight arrow that comes to lie there."""
    if abs(bend) < LEAST_BEND:
        return position
    radius = LENGTH / math.radians(bend)
    arm = (position - 1j * radius) * math.copysign(1.0, radius)
    turned = normal_degrees(degrees_of(arm) + 90.0)
    # Of all whole turns the one that lies on the arrow, or nearest to it.
    share = min((turned / bend + k * 360.0 / bend for k in (-1, 0, 1)), key=lambda s: abs(s - 0.5))
    return complex(share * LENGTH, radius - math.copysign(abs(arm), radius))


def _peg(dial: str, start: complex, end: complex) -> FormPeg:
    """A peg on a line of the straight arrow, which bends with it."""
    straight = between(dial, lambda d: start, lambda d: end)
    return FormPeg(
        dial,
        lambda d: _bent(straight.at(d), d["bend"]),
        lambda d: (
            _bent(straight.at(d) + 1e-3 * straight.along(d), d["bend"])
            - _bent(straight.at(d), d["bend"])
        ),
        lambda d, to: straight.value(d, _straightened(to, d["bend"])),
    )


def _form(dials: Dials) -> tuple[Contour, ...]:
    spots, bend = _spots(dials), dials["bend"]
    corner = corner_of(dials)
    if abs(bend) < LEAST_BEND:
        return (Contour(tuple(Anchor(p, corner=corner) for p in spots), closed=True),)
    radius = LENGTH / math.radians(bend)
    runs = []
    for a, b in zip(spots, [*spots[1:], spots[0]], strict=True):
        if abs(a.imag - b.imag) < 1e-9 and abs(a.imag) < 0.5 and a.real != b.real:
            start = -90.0 + bend * a.real / LENGTH
            away = radius - a.imag
            start += 180.0 if away < 0.0 else 0.0
            runs.append(arc(1j * radius, abs(away), start, bend * (b.real - a.real) / LENGTH))
        else:
            runs.append(_bent_side(a, b, bend))
    anchors = joined(*runs)
    bends = (_bent(p, bend) for p in spots)
    ends = {(round(p.real, 6), round(p.imag, 6)) for p in bends}
    marked = (
        Anchor(a.at, a.into, a.out, a.kind, corner=corner)
        if (round(a.at.real, 6), round(a.at.imag, 6)) in ends
        else a
        for a in anchors
    )
    return (Contour(tuple(marked), closed=True),)


ARROW = fitted_shape(
    name="arrow",
    label="Arrow",
    group="Signs",
    words="pointer direction turn",
    dials=(
        percent("shaft", "Shaft", 40.0, "Width, in % of the head's.", least=1.0, most=100.0),
        percent(
            "head",
            "Head",
            35.0,
            "Length, in % of the arrow's.",
            least=2.0,
            most=100.0,
            sound=_head,
        ),
        percent(
            "notch",
            "Notch",
            0.0,
            "Depth of the notch behind the head, in % of it.",
            least=-60.0,
            most=80.0,
            felt=(0.0,),
            sound=_notch,
        ),
        choice("ends", "Heads", ("One", "Two"), "At one end, or at both."),
        angle(
            "bend",
            "Bend",
            0.0,
            "Angle of the arc it follows.",
            least=-300.0,
            most=300.0,
            sound=lambda d: (-MOST_BEND, MOST_BEND),
        ),
        *CORNER_DIALS,
    ),
    pegs=(
        _peg("head", LENGTH + 0j, 0j),
        _peg("shaft", LENGTH / 3 + 0j, LENGTH / 3 + 0.5j),
    ),
    form=_form,
)
