"""How far a form is from being symmetric, about a line that is given or found, and what pairs up.

A form that is symmetric about a line through the middle of its outline has moments whose directions
lie on that line: for each m the sum of (z − c)^m points along m times its angle, or against that.
So a handful of lines is tried, and the best is drawn to the outline by least squares (iterative
closest point; Besl and McKay, "A method for registration of 3-D shapes", PAMI 14, 1992).
"""

import itertools
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache

from buildup.contours.anchors import Contour, anchor_count
from buildup.contours.twins import AnchorIndex
from buildup.forms.symmetry.axes import Axis
from buildup.forms.symmetry.seams import SeamLine
from buildup.geometry.angles import degrees_of, direction, line_degrees
from buildup.geometry.bezier import Cubic, point_at
from buildup.geometry.boxes import Box
from buildup.geometry.nearest import nearest
from buildup.geometry.tolerances import SAME_PLACE
from buildup.messages import refusal

MOST_ANCHORS = 1_500
"""Anchors of a form that is looked at: the work grows with their square."""
MOMENTS = range(2, 9)
"""Orders of the moments that are tried; forms without any of them are round to the eye."""
SIGNIFICANT = 1e-4
"""Part of its largest value at which a moment has a direction."""
ROUNDS = 6
"""Of drawing a line to the outline: each takes the error down by its square, once it is near."""
MOST_SAMPLES = 400
PAIRED = 0.02
"""Part of the form's size within which an anchor finds its pair."""


ALIKE = 0.02
"""Part of its size by which a form may miss being symmetric and still be taken for it."""
LEANS = 1.0
"""Degrees from level or upright at which a hand meant that, unless the form says otherwise."""


@dataclass(frozen=True, slots=True)
class Balance:
    """How far a form is from symmetric about a line.

    Args:
        line: the line.
        away: sheet units, the largest distance of the mirrored outline from the outline.
        at: where on the outline that is.
        to: the place on it that is nearest to the image of that one.
        size: of the form.

    """

    line: SeamLine
    away: float
    at: complex
    to: complex
    size: float

    @property
    def alike(self) -> bool:
        """Whether it is symmetric but for what a hand may miss by."""
        return self.away <= ALIKE * self.size


def check_size(contours: Sequence[Contour]) -> None:
    """Refuses forms that are too large to be compared with their images."""
    if anchor_count(contours) > MOST_ANCHORS:
        raise refusal("too_many_anchors.balance", most=MOST_ANCHORS)


def balanced(contours: tuple[Contour, ...], axis: Axis | None) -> Balance:
    """How far contours are from symmetric, about a line that is given or else found.

    Raises:
        Refusal: `too_many_anchors`.

    """
    if axis is None or axis.centre is None:
        return best_line(contours)
    return balance(contours, SeamLine(axis.place, axis.along))


def balance(contours: tuple[Contour, ...], line: SeamLine) -> Balance:
    """How far contours are from symmetric about a line.

    Raises:
        Refusal: `too_many_anchors`.

    """
    check_size(contours)
    segments = _segments(contours)
    box = Box.around(a.at for c in contours for a in c.anchors)
    size = max(box.width, box.height)
    found = Balance(line, 0.0, line.through, line.through, size)
    for position in _samples(segments):
        near = nearest(segments, line.image(position))
        if near is not None and near.distance > found.away:
            found = Balance(line, near.distance, position, near.at, size)
    return found


@lru_cache(maxsize=16)
def best_line(contours: tuple[Contour, ...]) -> Balance:
    """The line about which contours are nearest to symmetric, and how far they are.

    Raises:
        Refusal: `too_many_anchors`.

    """
    check_size(contours)
    segments = _segments(contours)
    samples = _samples(segments)
    if len(samples) < 2:
        at = contours[0].anchors[0].at
        return Balance(SeamLine(at, 1j), 0.0, at, at, 0.0)
    best: tuple[float, SeamLine] | None = None
    for line in _candidates(segments):
        away = _mean_away(segments, samples, line, most=best[0] if best else None)
        if best is None or away < best[0]:
            best = away, line
    assert best is not None  # noqa: S101
    found = balance(contours, _drawn_to(segments, samples, best[1]))
    square = _squared(found.line, contours)
    if square is None:
        return found
    other = balance(contours, square)
    return other if other.alike or not found.alike else found


def _segments(contours: Sequence[Contour]) -> list[Cubic]:
    found = [s for c in contours for s in c.segments]
    return found or [(a.at,) * 4 for c in contours for a in c.anchors]


def _samples(segments: Sequence[Cubic]) -> list[complex]:
    """Places all along the outline, at least one on each segment."""
    each = max(1, min(16, MOST_SAMPLES // max(len(segments), 1)))
    return [point_at(s, k / each) for s in segments for k in range(each)]


def _candidates(segments: Sequence[Cubic]) -> Iterator[SeamLine]:
    """Lines through the middle of the outline along which its moments point."""
    pieces = [
        (point_at(s, a / 8.0), point_at(s, b / 8.0))
        for s in segments
        for a, b in itertools.pairwise(range(9))
    ]
    weights = [abs(b - a) for a, b in pieces]
    whole = sum(weights) or 1.0
    middles = [(a + b) / 2.0 for a, b in pieces]
    centre = sum((w * m for w, m in zip(weights, middles, strict=True)), 0j) / whole
    rays = [m - centre for m in middles]
    size = max(map(abs, rays)) or 1.0
    yield SeamLine(centre, 1j)
    yield SeamLine(centre, 1 + 0j)
    for order in MOMENTS:
        terms = (w * (r / size) ** order for w, r in zip(weights, rays, strict=True))
        moment = sum(terms, 0j) / whole
        if abs(moment) > SIGNIFICANT:
            for k in range(order):
                yield SeamLine(centre, direction((degrees_of(moment) + 180.0 * k) / order))


def _mean_away(
    segments: Sequence[Cubic], samples: Sequence[complex], line: SeamLine, *, most: float | None
) -> float:
    """The mean distance of mirrored samples from the outline; soon given up beyond `most`."""
    few = samples[:: max(1, len(samples) // 60)]
    total = 0.0
    for position in few:
        near = nearest(segments, line.image(position))
        total += near.distance if near else 0.0
        if most is not None and total > most * len(few):
            break
    return total / len(few)


def _drawn_to(segments: Sequence[Cubic], samples: Sequence[complex], line: SeamLine) -> SeamLine:
    """A line drawn nearer to the one about which the outline is symmetric, where there is one."""
    for _ in range(ROUNDS):
        near = [nearest(segments, line.image(s)) for s in samples]
        pairs = [(s, n.at) for s, n in zip(samples, near, strict=True) if n is not None]
        middle = sum((a + b for a, b in pairs), 0j) / (2.0 * len(pairs))
        turn = sum(((a - middle) * (b - middle) for a, b in pairs), 0j)
        if abs(turn) == 0.0:
            return line
        along = direction(degrees_of(turn) / 2.0)
        line = SeamLine(middle, along)
    return line


def _squared(line: SeamLine, contours: Sequence[Contour]) -> SeamLine | None:
    """The level or upright line that is all but a line, through the middle of its pairs."""
    angle = line_degrees(degrees_of(line.along))
    near = min((0.0, 90.0), key=lambda a: abs(abs(angle) - a))
    if abs(abs(angle) - near) > LEANS:
        return None
    square = SeamLine(line.through, direction(near))
    anchors = [a.at for c in contours for a in c.anchors]
    middles = sorted(
        ((anchors[i] + anchors[j]) / 2.0 for i, j in _pairs(anchors, square).items()),
        key=square.away,
    )
    return SeamLine(middles[len(middles) // 2], square.along) if middles else square


def _pairs(anchors: Sequence[complex], line: SeamLine) -> dict[int, int]:
    """For each anchor the one that is nearest to its image, where each finds the other."""
    box = Box.around(anchors)
    most = max(PAIRED * max(box.width, box.height), SAME_PLACE)
    images = [line.image(a) for a in anchors]
    found = {}
    for i, image in enumerate(images):
        j = min(range(len(anchors)), key=lambda k: abs(anchors[k] - image))
        if abs(anchors[j] - image) <= most:
            found[i] = j
    return {i: j for i, j in found.items() if found.get(j) == i}


def pairs_about(
    contours: Sequence[Contour], line: SeamLine
) -> tuple[dict[AnchorIndex, AnchorIndex], list[AnchorIndex]]:
    """The anchors that are each other's image about a line, and those that have none.

    An anchor on the line is its own.
    """
    positions = [(c, i) for c, path in enumerate(contours) for i in range(len(path.anchors))]
    found = _pairs([contours[c].anchors[i].at for c, i in positions], line)
    lone = [p for n, p in enumerate(positions) if n not in found]
    return {positions[i]: positions[j] for i, j in found.items()}, lone
