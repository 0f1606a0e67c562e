"""One cubic through points: its two handle lengths by least squares, and how far it is from them.

Source: P. J. Schneider, "An algorithm for automatically fitting digitized curves", Graphics Gems
(1990). From the second round on distances along the curve hardly count, as the parameters will
follow (Gauss and Newton's method on the distances across).
"""

import itertools
import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from buildup.geometry.angles import cross, dot
from buildup.geometry.bezier import Cubic, points_at

MOST_ROUNDS = 24
"""Times the parameters are made better where nothing can be split."""
ALONG = 0.1
"""How much a distance along the curve counts beside one across it."""
SHORTEST = 1e-3
"""Part of the chord that a handle has at least."""
MOST_SAMPLES = 40
"""Points of a stretch that the least squares look at; all points count for the error."""
MOST_INNER = 24
"""Places of a curve that are looked at between two drawn points."""


@dataclass(frozen=True, slots=True)
class Fit:
    """A cubic, how far points and curve are from each other, and the index of the worst point.

    Of `two_way_fit` an error within the tolerance holds both ways: no point is further from the
    curve, and no place of the curve is further from the line through the points. Of `furthest` it
    holds for the points only.
    """

    curve: Cubic
    error: float
    worst: int


def fit_one(
    points: Sequence[complex], first: complex, last: complex, *, tolerance: float = 0.0
) -> Fit:
    """One cubic from the first point to the last with given directions, by least squares.

    Args:
        points: at least two, sheet units, not all on one spot.
        first: the direction in which it leaves, of length 1.
        last: the direction back from its end, of length 1.
        tolerance: a distance of the points that is good enough.
    """
    sampled = sample(points)
    parameters, far = chord_parameters(sampled)
    best: Fit | None = None
    for _ in range(MOST_ROUNDS):
        near = None if best is None else best.curve
        curve = least_squares(sampled, parameters, (first, last), most=far, near=near)
        parameters = better(sampled, curve, better(sampled, curve, parameters))
        fit = furthest(sampled, curve, parameters)
        if best is not None and fit.error > best.error * 0.999:
            break
        best = fit
        if fit.error <= tolerance:
            break
    assert best is not None  # noqa: S101
    return best


def sample_step(count: int) -> int:
    """Each how many of some points are looked at, so that they are about `MOST_SAMPLES`."""
    return max(1, count // MOST_SAMPLES)


def sample(points: Sequence[complex]) -> list[complex]:
    """Some of the points, at even steps, the last one among them."""
    return [*points[: -1 : sample_step(len(points))], points[-1]]


def gentle(
    start: complex, end: complex, directions: tuple[complex, complex], tolerance: float
) -> Cubic:
    """A curve between two points that leaves and arrives as told, and stays near their chord.

    A handle of length h at an angle θ to the chord takes the curve at most 4/9·h·sin θ off it (the
    largest value of a middle Bernstein polynomial), and no further than that beyond its ends.
    """
    chord = end - start
    third = abs(chord) / 3.0

    def handle(direction: complex, towards: complex) -> complex:
        off = abs(cross(towards, direction)) if dot(towards, direction) > 0.0 else 1.0
        return (
            direction * min(third, tolerance / (8.0 / 9.0 * off))
            if off > 0.0
            else direction * third
        )

    towards = chord / abs(chord) if chord else 1 + 0j
    return (
        start,
        start + handle(directions[0], towards),
        end + handle(directions[1], -towards),
        end,
    )


def least_squares(
    points: Sequence[complex],
    parameters: Sequence[float],
    directions: tuple[complex, complex],
    *,
    most: float,
    near: Cubic | None = None,
    weights: Sequence[float] | None = None,
) -> Cubic:
    """The two handle lengths that bring the curve nearest to the points at their parameters.

    Args:
        points: sheet units; the first and the last are the curve's ends.
        parameters: one for each point.
        directions: the directions of both handles, of length 1.
        most: the longest handle; no curve needs one longer than the way along its points.
        near: a curve that is near already: then distances along it hardly count.
        weights: how much each point counts.

    """
    start, end = points[0], points[-1]
    c00 = c01 = c11 = x0 = x1 = 0.0
    first, last = directions
    chord = end - start
    counts = itertools.repeat(1.0) if weights is None else weights
    along = 1.0 if near is None else ALONG
    turns = _turns(near, parameters)
    for p, t, direction, weight in zip(points, parameters, turns, counts, strict=False):
        s = 1.0 - t
        b1, b2 = 3.0 * s * s * t, 3.0 * s * t * t
        rest = (p - start - chord * (b2 + t * t * t)) * direction
        # In the frame of the curve's own direction there, what lies along it counts less.
        f, g = first * direction * b1, last * direction * b2
        fr, fi, gr, gi = f.real * along, f.imag, g.real * along, g.imag
        rr, ri = rest.real * along, rest.imag
        c00 += weight * (fr * fr + fi * fi)
        c01 += weight * (fr * gr + fi * gi)
        c11 += weight * (gr * gr + gi * gi)
        x0 += weight * (fr * rr + fi * ri)
        x1 += weight * (gr * rr + gi * ri)
    det = c00 * c11 - c01 * c01
    alpha = beta = 0.0
    if abs(det) > 1e-12 * c00 * c11:
        alpha, beta = (x0 * c11 - x1 * c01) / det, (c00 * x1 - c01 * x0) / det
    least = 1e-4 * abs(chord)
    if not (least < alpha < most and least < beta < most):
        alpha, beta = _within((c00, c01, c11), (x0, x1), abs(chord), most)
    return (start, start + first * alpha, end + last * beta, end)


def _turns(near: Cubic | None, parameters: Sequence[float]) -> Iterable[complex]:
    """The turns that bring the directions of a curve to the level; none without a curve."""
    if near is None:
        return itertools.repeat(1 + 0j)
    a, b, c, d = near
    constant, linear, square = b - a, 2.0 * (a - 2.0 * b + c), d - a + 3.0 * (b - c)
    directions = (constant + t * (linear + t * square) for t in parameters)
    return [w.conjugate() / abs(w) if w else 1 + 0j for w in directions]


def _within(
    normal: tuple[float, float, float], right: tuple[float, float], chord: float, most: float
) -> tuple[float, float]:
    """The best lengths from the least to the most; a third of the chord where nothing is known.

    A handle of no length at all would lose the direction that the curve is to have there.
    """
    (c00, c01, c11), (x0, x1) = normal, right
    least = min(SHORTEST * chord, most)
    options = [(min(chord / 3.0, most), min(chord / 3.0, most))]
    for held in (least, most):
        if c00 > 0.0:
            options.append((min(max((x0 - c01 * held) / c00, least), most), held))
        if c11 > 0.0:
            options.append((held, min(max((x1 - c01 * held) / c11, least), most)))

    def cost(pair: tuple[float, float]) -> float:
        a, b = pair
        return a * a * c00 + 2.0 * a * b * c01 + b * b * c11 - 2.0 * (a * x0 + b * x1)

    return min(options, key=cost)


def better(points: Sequence[complex], curve: Cubic, parameters: Sequence[float]) -> list[float]:
    """Each parameter after one step of Newton's method towards the nearest point."""
    a, b, c, d = curve
    linear, square = 3.0 * (b - a), 3.0 * (a - 2.0 * b + c)
    cube = d - a + 3.0 * (b - c)
    after = [0.0]
    for p, t in zip(points[1:-1], parameters[1:-1], strict=True):
        away = a + t * (linear + t * (square + t * cube)) - p
        along = linear + t * (2.0 * square + t * 3.0 * cube)
        bend = 2.0 * square + t * 6.0 * cube
        x, y, u, v = away.real, away.imag, along.real, along.imag
        rise = u * u + v * v + x * bend.real + y * bend.imag
        new = t - (x * u + y * v) / rise if rise > 0.0 else t
        after.append(new if 0.0 <= new <= 1.0 else (0.0 if new < 0.0 else 1.0))
    return [*after, 1.0]


def furthest(points: Sequence[complex], curve: Cubic, parameters: Sequence[float]) -> Fit:
    """How far the points are from the curve at their parameters; one way only."""
    aways = [abs(p - q) for p, q in zip(points, points_at(curve, parameters), strict=True)]
    error = max(aways)
    return Fit(curve, error, aways.index(error))


def two_way_fit(
    points: Sequence[complex], curve: Cubic, parameters: Sequence[float], tolerance: float
) -> Fit:
    """How far points and curve are from each other, so that an error within the tolerance is sure.

    Between two points the curve is at most w²/8·max |B″| away from the chord of its piece of width
    w, and that is no further from the line between the points than the ends are. Where this is not
    enough to be sure, places in between are looked at.
    """
    aways = [abs(p - q) for p, q in zip(points, points_at(curve, parameters), strict=True)]
    error = max(aways)
    if error > tolerance:
        return Fit(curve, error, aways.index(error))
    a, b, c, d = curve
    bend = 0.75 * max(abs(a - 2.0 * b + c), abs(b - 2.0 * c + d))
    for i, (low, high) in enumerate(itertools.pairwise(parameters)):
        bulge = bend * (high - low) ** 2
        if max(aways[i], aways[i + 1]) + bulge <= tolerance:
            continue
        parts = min(MOST_INNER, math.ceil(math.sqrt(8.0 * bulge / tolerance)) + 1)
        inner = points_at(curve, (low + (high - low) * k / parts for k in range(1, parts)))
        away = max((to_line(points[i], points[i + 1], q) for q in inner), default=0.0)
        away = max(away, aways[i], aways[i + 1]) + bulge / (parts * parts)
        if away > tolerance:
            return Fit(curve, away, i)
    return Fit(curve, error, aways.index(error))


def to_line(start: complex, end: complex, position: complex) -> float:
    """How far a place is from a straight line between two points."""
    direction, gap = end - start, position - start
    square = direction.real * direction.real + direction.imag * direction.imag
    if square == 0.0:
        return abs(gap)
    k = (gap.real * direction.real + gap.imag * direction.imag) / square
    return abs(gap - direction * min(1.0, max(0.0, k)))


def chord_parameters(points: Sequence[complex]) -> tuple[list[float], float]:
    """How far along the line through the points each is, from 0 to 1; and the line's length."""
    far = [0.0]
    for p, q in itertools.pairwise(points):
        far.append(far[-1] + abs(q - p))
    return [f / far[-1] for f in far], far[-1]
