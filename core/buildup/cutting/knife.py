"""A drag knife: its tip trails behind the axis that the carriage moves.

So that the tip runs where a path runs, the axis runs ahead of it by the offset, and swings in an
arc about each corner, on which the tip stands (common practice). The heading of the knife goes from
each path to the next: it turns in the sheet only.
"""

import math
from collections.abc import Iterable, Iterator, Sequence
from itertools import pairwise

from buildup.formats.hpgl.hpglwrite import Run
from buildup.geometry.angles import cross, dot, turned_by, unit

FIRST_HEADING = 1.0 + 0j
"""Where the knife points before anything is cut: along the width of the sheet."""
WIDEST_STEP = math.radians(15.0)
"""Of an arc about a corner, in which the tip then moves by less than a hundredth of the offset."""
STILL = 1e-3
"""Radians that a knife may point aside and count as aligned."""
TRAILED = 6
"""Places of the tip that are told of a straight way on which it turns."""
ALIGNED = 7.0
"""Offsets of way after which a knife points where it is dragged to, within a thousandth."""


def steered(
    runs: Iterable[Run], *, offset: float, tolerance: float, heading: complex = FIRST_HEADING
) -> Iterator[Run]:
    """The ways of the axis, so that the tip runs along some paths, one after the other.

    Args:
        runs: the paths, in the order in which they are cut.
        offset: from the tip to the axis, above 0, in the units of the paths.
        tolerance: that chords of an arc about a corner may stay from it.
        heading: where the knife points at first, of length 1.

    >>> (made,) = steered([Run((0j, 10 + 0j), 1)], offset=1, tolerance=1)
    >>> [round(p.real, 3) for p in made.places]
    [1.0, 11.0]
    """
    step = min(WIDEST_STEP, 2.0 * math.acos(max(1.0 - tolerance / offset, -1.0)))
    for run in runs:
        places: list[complex] = [run.places[0] + heading * offset]
        for a, b in pairwise(run.places):
            if a == b:
                continue
            direction = unit(b - a)
            places += [a + h * offset for h in _arc(heading, direction, step)]
            places.append(b + direction * offset)
            heading = direction
        yield Run(tuple(places), run.pen)


def _arc(start: complex, end: complex, step: float) -> list[complex]:
    """The directions from one to another behind the first, no further apart than a step."""
    angle = math.atan2(cross(start, end), dot(start, end))
    count = math.ceil(abs(angle) / step - 1e-9)
    return [turned_by(start, angle * n / count) for n in range(1, count)] + [end] * (count > 0)


def trailed(
    places: Sequence[complex], *, offset: float, heading: complex
) -> tuple[list[complex], complex]:
    """Where the tip of a knife runs whose axis takes some way, and where it points at last.

    Along a straight way the angle between the knife and the way falls so that the tangent of its
    half falls by e on each offset: the tip draws a tractrix (closed form).

    Args:
        places: of the axis while the knife is in the sheet; one at least.
        offset: from the tip to the axis, above 0.
        heading: where the knife points at first.

    """
    tips = [places[0] - heading * offset]
    for a, b in pairwise(places):
        far = abs(b - a)
        if far == 0.0:
            continue
        direction = unit(b - a)
        aside = math.atan2(cross(direction, heading), dot(direction, heading))
        turning = min(far, offset * ALIGNED) if abs(aside) > STILL else 0.0
        for n in range(1, TRAILED if turning else 0):
            along = turning * n / TRAILED
            tips.append(a + direction * along - _after(direction, aside, along / offset) * offset)
        heading = _after(direction, aside, far / offset)
        tips.append(b - heading * offset)
    return tips, heading


def _after(direction: complex, aside: float, offsets: float) -> complex:
    """Where a knife points that pointed aside, after some offsets of way."""
    return turned_by(direction, 2.0 * math.atan(math.tan(aside / 2.0) * math.exp(-offsets)))
