"""A path pulled aside around a place, softly: most at the place, nothing beyond a reach.

The field moves a place at a distance d from its middle by (1 − (d / reach)²)² of the pull, so that
it begins and ends without a kink. Curves follow it within a tolerance; directions follow it
exactly, so that what is smooth stays smooth.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from buildup.geometry.angles import dot, unit
from buildup.geometry.bezier import Cubic, points_at, split_at
from buildup.geometry.fitting.onefit import fit_one
from buildup.geometry.fitting.simplifying import thinned
from buildup.geometry.stations import tangent_at
from buildup.geometry.tolerances import NO_LENGTH

SAMPLES = 24
"""Places of a curve that the fit looks at."""
WITHIN = 5e-3
"""Part of the reach by which a curve may be off the field before it is halved; twice that it may be
in the end, when as few curves as possible are left."""
DEEPEST = 4
"""Times a curve is halved at the most."""


@dataclass(frozen=True, slots=True)
class Pull:
    """A soft pull.

    Args:
        middle: where it is strongest.
        by: how far that place moves; sheet units.
        reach: beyond this distance nothing moves; sheet units, above 0.

    """

    middle: complex
    by: complex
    reach: float

    def __call__(self, position: complex) -> complex:
        """Where a place goes."""
        share = self._share(position)
        return position + self.by * share * share if share > 0.0 else position

    def direction(self, position: complex, direction: complex) -> complex:
        """Where a direction at a place goes, of length 1."""
        share = self._share(position)
        if share <= 0.0:
            return direction
        grows = -4.0 * share / (self.reach * self.reach) * dot(position - self.middle, direction)
        return unit(direction + self.by * grows) or direction

    def _share(self, position: complex) -> float:
        away = abs(position - self.middle) / self.reach
        return 1.0 - away * away


def pulled(segments: Sequence[Cubic], pull: Pull) -> list[tuple[Cubic, ...]]:
    """What each segment of a path becomes; those that the pull does not reach stay as they are.

    >>> far = (0j, 1 + 0j, 2 + 0j, 3 + 0j)
    >>> pulled([far], Pull(100 + 0j, 5j, 20.0)) == [(far,)]
    True
    """
    return [_followed(s, pull) if _reaches(s, pull) else (s,) for s in segments]


def _followed(segment: Cubic, pull: Pull) -> tuple[Cubic, ...]:
    """A segment under a pull, in as few curves as follow it well enough."""
    curves = _pulled(segment, pull, DEEPEST)
    return thinned(curves, keep=(), tolerance=2.0 * WITHIN * pull.reach).curves


def _reaches(segment: Cubic, pull: Pull) -> bool:
    cuts = (k / SAMPLES for k in range(SAMPLES + 1))
    return any(abs(p - pull.middle) < pull.reach for p in points_at(segment, cuts))


def _pulled(segment: Cubic, pull: Pull, deeper: int) -> list[Cubic]:
    """A segment under a pull, in halves where one curve does not follow it."""
    first, last = tangent_at(segment, 0.0), tangent_at(segment, 1.0)
    positions = [pull(p) for p in points_at(segment, (k / SAMPLES for k in range(SAMPLES + 1)))]
    positions[-1] = pull(segment[3])
    if not first or max(abs(p - positions[0]) for p in positions) <= NO_LENGTH:
        return [segment]
    directions = pull.direction(segment[0], first), -pull.direction(segment[3], last)
    found = fit_one(positions, *directions, tolerance=WITHIN * pull.reach)
    if found.error <= WITHIN * pull.reach or deeper == 0:
        return [found.curve]
    halves = split_at(segment, 0.5)
    return [curve for half in halves for curve in _pulled(half, pull, deeper - 1)]
