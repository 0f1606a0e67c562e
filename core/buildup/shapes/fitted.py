"""Shapes that are declared in coordinates of their own and fitted to the frame.

A form is a function from dials to contours about any origin; its box is laid on the frame. Corners
marked on its anchors are worked afterwards, so that a radius stays a length whatever the frame.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from functools import lru_cache

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.corners import corner_directions, half_tangent, worked
from buildup.contours.extent import box_of
from buildup.geometry.angles import degrees_of, direction, dot, unit
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine
from buildup.shapes.cornerdials import corner_of, measured
from buildup.shapes.kinds import Dial, Dials, Group, Peg, ShapeKind, ShapeLength, sounded

StyledPath = Callable[[Dials], tuple[Contour, ...]]
Spot = Callable[[Dials], complex]
LEAST_EXTENT = 1e-6
"""Of a form that is flat one way, as a straight wave is."""


@dataclass(frozen=True, slots=True)
class FormPeg:
    """A peg in the form's own coordinates.

    Args:
        dial: the name of the dial.
        at: where it stands.
        along: the direction in which dragging makes the value grow.
        value: the value for a point it is dragged to.

    """

    dial: str
    at: Spot
    along: Spot
    value: Callable[[Dials, complex], float]


def between(dial: str, start: Spot, end: Spot, *, low: float = 0.0, high: float = 100.0) -> FormPeg:
    """A peg that slides on the straight line from where `low` is to where `high` is."""

    def at(d: Dials) -> complex:
        share = (d[dial] - low) / (high - low)
        return start(d) + (end(d) - start(d)) * share

    def value(d: Dials, to: complex) -> float:
        line = end(d) - start(d)
        return low + (high - low) * dot(to - start(d), line) / dot(line, line)

    return FormPeg(dial, at, lambda d: unit(end(d) - start(d)), value)


def around(dial: str, *, radius: float = 1.0, offset: float = 0.0) -> FormPeg:
    """A peg that goes round the origin: the angle is the value."""
    return FormPeg(
        dial,
        lambda d: radius * direction(d[dial] + offset),
        lambda d: direction(d[dial] + offset) * 1j,
        lambda d, to: _near_turn(degrees_of(to) - offset, d[dial]),
    )


def _near_turn(angle: float, old: float) -> float:
    """The angle, by whole turns as near as can be to an old one."""
    return angle - 360.0 * round((angle - old) / 360.0)


def count_around(dial: str, *, radius: float = 1.0, share: float = 1.0) -> FormPeg:
    """A peg on the second of several parts round the origin: dragging it nearer makes more."""

    def at(d: Dials) -> complex:
        return radius * direction(360.0 * share / d[dial] - 90.0)

    def value(d: Dials, to: complex) -> float:
        angle = abs(_near_turn(degrees_of(to) + 90.0, 0.0))
        return 360.0 * share / max(angle, 1e-3)

    return FormPeg(dial, at, lambda d: direction(360.0 * share / d[dial] - 180.0), value)


def fitted_shape(
    *,
    name: str,
    label: str,
    group: Group,
    words: str,
    dials: tuple[Dial, ...],
    form: StyledPath,
    pegs: tuple[FormPeg, ...] = (),
    lengths: tuple[ShapeLength, ...] = (),
) -> ShapeKind:
    """A kind whose form is fitted to its frame."""

    @lru_cache(maxsize=64)
    def made(key: tuple[tuple[str, float], ...]) -> tuple[tuple[Contour, ...], Box]:
        contours = form(sounded(dials, dict(key)))
        box = box_of(contours)
        low = complex(box.left, box.top)
        size = complex(max(box.width, LEAST_EXTENT), max(box.height, LEAST_EXTENT))
        return contours, Box.around((low, low + size))

    def at_dials(d: Dials, width: float, height: float) -> tuple[tuple[Contour, ...], Affine]:
        lengths = measured(d, width, height)
        contours, box = made(tuple(sorted(lengths.items())))
        x, y = width / box.width, height / box.height
        return contours, Affine(x + 0j, y * 1j, -complex(x * box.centre.real, y * box.centre.imag))

    def contours(width: float, height: float, d: Dials) -> tuple[Contour, ...]:
        found, position = at_dials(d, width, height)
        return tuple(worked(_placed(c, position), together=True).contour for c in found)

    def extent(d: Dials) -> Box:
        return made(tuple(sorted(d.items())))[1]

    def placed_peg(peg: FormPeg) -> Peg:
        def plane(width: float, height: float, d: Dials) -> Affine:
            return at_dials(d, width, height)[1]

        return Peg(
            peg.dial,
            at=lambda w, h, d: plane(w, h, d)(peg.at(sounded(dials, d))),
            along=lambda w, h, d: unit(plane(w, h, d).vector(peg.along(sounded(dials, d)))),
            value=lambda w, h, d, to: peg.value(sounded(dials, d), plane(w, h, d).inverse()(to)),
        )

    def near(dial: str, width: float, height: float, d: Dials) -> Contour | None:
        """The first corner that a radius rounds, between its two neighbours."""
        found, position = at_dials(_alone(d, dial), width, height)
        around = _first_corner(found)
        return None if around is None else _placed(around, position)

    own = tuple(placed_peg(p) for p in pegs)
    return ShapeKind(
        name=name,
        label=label,
        group=group,
        words=words,
        dials=dials,
        pegs=own
        + tuple(
            radius_peg(d, near) for d in dials if d.name.startswith("radius") and not d.choices
        ),
        contours=contours,
        extent=extent,
        lengths=lengths,
    )


Near = Callable[[str, float, float, Dials], Contour | None]
"""The corner that a radius dial rounds first, between its two neighbours, in the frame."""


def _alone(dials: Dials, dial: str) -> dict[str, float]:
    """The dials with one radius of 1 and no other, so that its corners can be told."""
    radii = {n: 0.0 for n in dials if n.startswith("radius")}
    return {**dials, **radii, dial: 1.0}


def _first_corner(contours: tuple[Contour, ...]) -> Contour | None:
    for contour in contours:
        for i, anchor in enumerate(contour.anchors):
            if anchor.corner is not None:
                count = len(contour.anchors)
                return Contour((contour.anchors[i - 1], anchor, contour.anchors[(i + 1) % count]))
    return None


def radius_peg(dial: Dial, near: Near) -> Peg:
    """The peg of a corner radius: on the side that leaves the first corner it rounds."""

    def corner(width: float, height: float, d: Dials) -> tuple[complex, complex, float, float]:
        """The corner, the way on, how far a radius of 1 reaches, and the radius that fits."""
        around = near(dial.name, width, height, d)
        directions = None if around is None else corner_directions(around, 1)
        if around is None or directions is None:
            return 0j, 1 + 0j, 1.0, 0.0
        most = dial.reach(width, height, d) if dial.reach else dial.most
        return around.anchors[1].at, directions[1], half_tangent(*directions), most

    def scale(width: float, height: float, d: Dials) -> float:
        return min(width, height) / 200.0 if d.get("radius_in") else 1.0

    def at(width: float, height: float, d: Dials) -> complex:
        position, heading, reach, _ = corner(width, height, d)
        most = min(width, height) / 2.0
        return position + heading * min(d[dial.name] * scale(width, height, d) * reach, most)

    def value(width: float, height: float, d: Dials, to: complex) -> float:
        position, heading, reach, most = corner(width, height, d)
        found = max(0.0, dot(to - position, heading) / max(reach, 1e-6) / scale(width, height, d))
        return min(found, most)

    return Peg(dial.name, at, lambda w, h, d: corner(w, h, d)[1], value)


def _placed(contour: Contour, by: Affine) -> Contour:
    """A contour under a map; the radii of its corners stay."""
    return replace(contour, anchors=tuple(_placed_anchor(a, by) for a in contour.anchors))


def _placed_anchor(anchor: Anchor, by: Affine) -> Anchor:
    into = None if anchor.into is None else by.vector(anchor.into)
    out = None if anchor.out is None else by.vector(anchor.out)
    return Anchor(by(anchor.at), into, out, anchor.kind, anchor.twin, anchor.corner)


def polygon(points: list[complex], dials: Mapping[str, float] | None = None) -> Contour:
    """A closed polygon, its corners worked as the radius and style dials say."""
    corner = corner_of(dials) if dials is not None else None
    return Contour(tuple(Anchor(p, corner=corner) for p in points), closed=True)
