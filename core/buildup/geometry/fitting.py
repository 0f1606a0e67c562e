"""Cubics through drawn points: as few as a tolerance allows.

Source: P. J. Schneider, "An algorithm for automatically fitting digitized curves", Graphics Gems
(1990): least squares for the two handle lengths, better parameters by Newton's method, a split
where the error is largest. Ours then tries to do without each split again.
"""

import itertools
import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from buildup.errors import Refusal
from buildup.geometry.angles import cosine, dot, unit
from buildup.geometry.bezier import Cubic, point_at, points_at
from buildup.geometry.boxes import Box
from buildup.geometry.nearest import nearest_parameter

ROUNDS = 4
"""Times the parameters are made better before a stretch is split."""
MOST_ROUNDS = 24
"""The same where nothing can be split."""
HOPELESS, AT_FIRST = 4.0, 20.0
"""Tolerances: errors from which more rounds cannot help (Schneider); in the first round, too."""
FEW, FINE = 12, 12
"""Up to how many cubics a shorter row is looked for, and to what part of a stretch its end."""
ALONG = 0.1
"""How much a distance along the curve counts beside one across it."""
MOST_SAMPLES = 40
"""Points of a stretch that the least squares look at; all points count for the error."""
CORNER_TURN = 55.0
"""Degrees. A stroke that turns by more within a few tolerances has a corner there."""
REACH = 5.0
"""Scales (tolerances): the distance on both sides of a point over which its direction is taken."""
SMALL = 200.0
"""Parts of a stroke's width and height: with a wider tolerance than that, corners are also looked
for at this scale, as whole bends would count as corners; the fewer curves win."""
CLOSE = 1.5
"""Tolerances: a corner turns by as much within this distance too; a tight bend does not."""


@dataclass(frozen=True, slots=True)
class Fit:
    """A fitted cubic, the largest distance of a point from it, and the point's index."""

    curve: Cubic
    error: float
    worst: int


@dataclass(frozen=True, slots=True)
class Fitted:
    """Cubics that join up, and at which of their joints (0 for the start) there is a corner."""

    curves: tuple[Cubic, ...]
    corners: frozenset[int]


def fit_stroke(points: Sequence[complex], *, tolerance: float, closed: bool = False) -> Fitted:
    """The fewest cubics this method finds within a tolerance of drawn points.

    Joints are smooth but at corners. A closed stroke comes back to its first point; its start is
    smooth too unless a corner is there.

    Args:
        points: sheet units, in the order drawn; points on one spot count once.
        tolerance: sheet units, above 0.
        closed: joins the last point to the first.

    Returns:
        No curves when fewer than two places are left.

    Raises:
        Refusal: `bad_tolerance`.

    >>> len(fit_stroke([0j, 5 + 0j, 10 + 0j], tolerance=0.5).curves)
    1
    >>> fit_stroke([3j, 3j], tolerance=0.5).curves
    ()
    """
    if not 0.0 < tolerance < math.inf:
        raise Refusal("bad_tolerance", "A tolerance needs to be more than 0.")
    drawn = _distinct(points, tolerance / 4.0)
    drawn = _closed(drawn, tolerance) if closed else drawn
    if len(drawn) < 2:
        return Fitted((), frozenset())
    box = Box.around(drawn)
    scales = {tolerance, min(tolerance, (box.width + box.height) / SMALL)}
    fits = [_with_corners(drawn, tolerance, scale, closed=closed) for scale in sorted(scales)]
    return min(reversed(fits), key=lambda f: len(f.curves))


def _with_corners(
    drawn: Sequence[complex], tolerance: float, scale: float, *, closed: bool
) -> Fitted:
    """The fit with corners as they show at a scale (sheet units)."""
    corners = _corners(drawn, scale)
    smooth_start = closed and not _corner_at_start(drawn, scale)
    curves: list[Cubic] = []
    marks = {0} if not smooth_start else set()
    ends = [0, *corners, len(drawn) - 1]
    for start, end in itertools.pairwise(ends):
        if start:
            marks.add(len(curves))
        first = _direction(drawn, start, end, scale)
        last = _direction(drawn, end, start, scale)
        if smooth_start and (start == 0 or end == len(drawn) - 1):
            through = _through_start(drawn, scale)
            first = through if start == 0 else first
            last = -through if end == len(drawn) - 1 else last
        curves += _fitted(drawn[start : end + 1], first, last, tolerance)
    return Fitted(tuple(curves), frozenset(marks))


def fit_one(
    points: Sequence[complex], first: complex, last: complex, *, tolerance: float = 0.0
) -> Fit:
    """One cubic from the first point to the last with given directions, by least squares.

    Args:
        points: at least two, sheet units, not all on one spot.
        first: the direction in which it leaves, of length 1.
        last: the direction back from its end, of length 1.
        tolerance: an error that is good enough.
    """
    sampled = points[:: max(1, len(points) // MOST_SAMPLES)]
    if sampled[-1] != points[-1]:
        sampled = [*sampled, points[-1]]
    parameters = _chord_parameters(sampled)
    best: Fit | None = None
    for _ in range(MOST_ROUNDS):
        near = None if best is None else best.curve
        curve = _least_squares(sampled, parameters, (first, last), near=near)
        parameters = _better(sampled, curve, _better(sampled, curve, parameters))
        fit = _measured(sampled, curve, parameters)
        if best is not None and fit.error > best.error * 0.999:
            break
        best = fit
        if fit.error <= tolerance:
            break
    assert best is not None  # noqa: S101
    return best


def _fitted(
    points: Sequence[complex], first: complex, last: complex, tolerance: float
) -> list[Cubic]:
    """Stretches between corners, by the way that takes the fewer cubics."""
    halved = _split(points, first, last, tolerance)
    if not 2 < len(halved) <= FEW:
        return halved
    longest = _longest(points, (first, last), tolerance, most=len(halved))
    return longest if longest and len(longest) < len(halved) else halved


def _longest(
    points: Sequence[complex], ends: tuple[complex, complex], tolerance: float, *, most: int
) -> list[Cubic]:
    """From the start on always the longest stretch that one cubic fits; nothing beyond `most`."""
    last = len(points) - 1
    found: list[Cubic] = []
    start, leave, guess = 0, ends[0], max(2, last // most)
    while start < last and len(found) < most:
        low, high = start + 1, last + 1
        best: tuple[int, complex, Cubic] | None = None
        end = min(start + guess, last)
        while low < high - max(1, (end - start) // FINE):
            arrive = ends[1] if end == last else -_centre_direction(points, end, start, last)
            fit = _try(points[start : end + 1], leave, arrive, tolerance)
            if fit.error <= tolerance:
                low, best = end, (end, -arrive, fit.curve)
            else:
                high = end
            end = min(last, start + 2 * (end - start)) if high > last else (low + high) // 2
            if low == last:
                break
        if best is None:
            return []
        guess = best[0] - start
        start, leave = best[0], best[1]
        found.append(best[2])
    return found if start == last else []


def _split(
    points: Sequence[complex], first: complex, last: complex, tolerance: float
) -> list[Cubic]:
    """Split until each stretch fits, then joined where one cubic does."""
    done: list[tuple[int, int, complex, complex, Cubic]] = []
    todo = [(0, len(points) - 1, first, last)]
    while todo:
        start, end, leave, arrive = todo.pop()
        part = points[start : end + 1]
        fit = _try(part, leave, arrive, tolerance)
        if fit.error <= tolerance or end - start < 2:
            done.append((start, end, leave, arrive, fit.curve))
            continue
        at = start + min(max(fit.worst, 1), end - start - 1)
        along = _centre_direction(points, at, start, end)
        todo += [(at, end, along, arrive), (start, at, leave, -along)]
    return _joined(points, done, tolerance)


def _joined(
    points: Sequence[complex],
    parts: list[tuple[int, int, complex, complex, Cubic]],
    tolerance: float,
) -> list[Cubic]:
    kept = parts[:1]
    for part in parts[1:]:
        start, _, leave, _, _ = kept[-1]
        fit = _try(points[start : part[1] + 1], leave, part[3], tolerance)
        if fit.error <= tolerance:
            kept[-1] = (start, part[1], leave, part[3], fit.curve)
        else:
            kept.append(part)
    return [curve for *_, curve in kept]


def _try(part: Sequence[complex], leave: complex, arrive: complex, tolerance: float) -> Fit:
    """The best of a few rounds; the error is that of all points."""
    step = max(1, len(part) // MOST_SAMPLES)
    sampled = [*part[:-1:step], part[-1]]
    if len(sampled) == 2:
        third = abs(part[-1] - part[0]) / 3.0
        straight = (part[0], part[0] + leave * third, part[-1] + arrive * third, part[-1])
        return Fit(straight, 0.0, 1)
    parameters = _chord_parameters(sampled)
    fit: Fit | None = None
    for done in range(ROUNDS):
        near = None if fit is None else fit.curve
        curve = _least_squares(sampled, parameters, (leave, arrive), near=near)
        parameters = _better(sampled, curve, parameters)
        found = _measured(sampled, curve, parameters)
        if fit is None or found.error < fit.error:
            fit = found
        if fit.error <= tolerance or fit.error > (HOPELESS if done else AT_FIRST) * tolerance:
            break
    assert fit is not None  # noqa: S101
    if step == 1 or fit.error > tolerance:
        return Fit(fit.curve, fit.error, min(fit.worst * step, len(part) - 2))
    every: list[float] = []
    for k, (low, high) in enumerate(itertools.pairwise(parameters)):
        count = min(step, len(part) - 1 - k * step) if k < len(sampled) - 2 else 0
        count = count or len(part) - 1 - k * step
        every += [low + (high - low) * i / count for i in range(count)]
    every.append(1.0)
    whole = _measured(part, fit.curve, every)  # at most too large: the parameters are not the best
    return (
        whole
        if whole.error <= tolerance
        else _measured(part, fit.curve, _better(part, fit.curve, every))
    )


def _least_squares(
    points: Sequence[complex],
    parameters: Sequence[float],
    ways: tuple[complex, complex],
    *,
    near: Cubic | None = None,
) -> Cubic:
    """The two handle lengths that bring the curve nearest to the points at their parameters.

    With a curve that is near already, distances along it hardly count, as the parameters will
    follow: then a few rounds are enough (Gauss and Newton's method on the distances).
    """
    start, end = points[0], points[-1]
    c00 = c01 = c11 = x0 = x1 = 0.0
    first, last = ways
    chord = end - start
    for p, t, way in zip(points, parameters, _ways(near, parameters), strict=True):
        s = 1.0 - t
        b1, b2 = 3.0 * s * s * t, 3.0 * s * t * t
        rest = p - start - chord * (b2 + t * t * t)
        # In the frame of the curve's own direction there, what lies along it counts less.
        f, g, r = first * way * b1, last * way * b2, rest * way
        fr, fi, gr, gi = f.real * ALONG, f.imag, g.real * ALONG, g.imag
        if near is None:
            fr, gr = f.real, g.real
        rr = r.real if near is None else r.real * ALONG
        c00 += fr * fr + fi * fi
        c01 += fr * gr + fi * gi
        c11 += gr * gr + gi * gi
        x0 += fr * rr + fi * r.imag
        x1 += gr * rr + gi * r.imag
    det = c00 * c11 - c01 * c01
    span = abs(chord)
    if abs(det) > 1e-12 * c00 * c11:
        alpha, beta = (x0 * c11 - x1 * c01) / det, (c00 * x1 - c01 * x0) / det
    else:
        alpha = beta = 0.0
    least, most = 1e-4 * span, 40.0 * (span + abs(points[len(points) // 2] - start))
    if not (least < alpha < most and least < beta < most):
        alpha, beta = _one_at_a_time((c00, c01, c11), (x0, x1), span)
    return (start, start + first * alpha, end + last * beta, end)


def _ways(near: Cubic | None, parameters: Sequence[float]) -> Iterable[complex]:
    """The turns that bring the directions of a curve to the level; none without a curve."""
    if near is None:
        return itertools.repeat(1 + 0j, len(parameters))
    a, b, c, d = near
    constant, linear, square = b - a, 2.0 * (a - 2.0 * b + c), d - a + 3.0 * (b - c)
    ways = (constant + t * (linear + t * square) for t in parameters)
    return [w.conjugate() / abs(w) if w else 1 + 0j for w in ways]


def _one_at_a_time(
    normal: tuple[float, float, float], right: tuple[float, float], chord: float
) -> tuple[float, float]:
    """The best lengths that are not negative; a third of the chord where nothing is known."""
    (c00, c01, c11), (x0, x1) = normal, right
    options = [(chord / 3.0, chord / 3.0)]
    if c00 > 0.0 and x0 > 0.0:
        options.append((x0 / c00, 0.0))
    if c11 > 0.0 and x1 > 0.0:
        options.append((0.0, x1 / c11))

    def cost(pair: tuple[float, float]) -> float:
        a, b = pair
        return a * a * c00 + 2.0 * a * b * c01 + b * b * c11 - 2.0 * (a * x0 + b * x1)

    return min(options, key=cost)


def _measured(points: Sequence[complex], curve: Cubic, parameters: Sequence[float]) -> Fit:
    worst, error = 0, 0.0
    for i, (p, q) in enumerate(zip(points, points_at(curve, parameters), strict=True)):
        away = abs(p - q)
        if away > error:
            worst, error = i, away
    return Fit(curve, error, worst)


def _better(points: Sequence[complex], curve: Cubic, parameters: Sequence[float]) -> list[float]:
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


def _chord_parameters(points: Sequence[complex]) -> list[float]:
    far = _lengths(points)
    return [f / far[-1] for f in far]


def _lengths(points: Sequence[complex]) -> list[float]:
    """How far along the polyline each point is."""
    far = [0.0]
    for p, q in itertools.pairwise(points):
        far.append(far[-1] + abs(q - p))
    return far


def _closed(points: list[complex], tolerance: float) -> list[complex]:
    """A stroke brought back to its start, without the little way that it ran past or fell short."""
    start = points[0]
    near = max(abs(points[-1] - start), 2.0 * tolerance)
    kept = list(points)
    while len(kept) > 3 and abs(kept[-1] - start) <= near:
        kept.pop()
    return [*kept, start] if len(kept) > 2 else points


def _distinct(points: Sequence[complex], least: float) -> list[complex]:
    kept = [points[0]] if points else []
    for p in points[1:]:
        if abs(p - kept[-1]) > least:
            kept.append(p)
    if len(kept) > 1 and kept[-1] != points[-1]:
        kept[-1] = points[-1]
    return kept


def _corners(points: Sequence[complex], tolerance: float) -> list[int]:
    """The points inside a stroke where it turns sharply, each the sharpest within its reach."""
    straight, reach = cosine(CORNER_TURN), tolerance * REACH
    found: list[tuple[float, int]] = []
    for i in range(1, len(points) - 1):
        at, near = points[i], (_reached(points, i, k * tolerance * CLOSE) for k in (-1, 1))
        back, on = (points[k] - at for k in near)
        if dot(-back, on) >= straight * abs(back) * abs(on):
            continue
        back, on = (points[_reached(points, i, k * reach)] - at for k in (-1, 1))
        straightness = dot(-unit(back), unit(on))
        if back and on and straightness < straight:
            found.append((straightness, i))
    corners: list[int] = []
    for _, i in sorted(found):
        if all(abs(points[i] - points[k]) > reach for k in corners):
            corners.append(i)
    return sorted(corners)


def _reached(points: Sequence[complex], i: int, reach: float) -> int:
    """The first point `reach` or more away from point i (negative: before it), or the last one."""
    step, distance, start = (1 if reach > 0 else -1), abs(reach), points[i]
    k = i + step
    while 0 < k < len(points) - 1 and abs(points[k] - start) < distance:
        k += step
    return k


def _direction(points: Sequence[complex], at: int, towards: int, tolerance: float) -> complex:
    """The direction in which the stroke leaves an end: that of a parabola through three points."""
    near = _first_beyond(points, at, towards, REACH * tolerance)
    far = _first_beyond(points, near, towards, REACH * tolerance)
    one, two = points[near] - points[at], points[far] - points[at]
    s, r = abs(one), abs(one) + abs(two - one)
    if far == near or not s:
        return unit(one) or 1 + 0j
    bent = unit(one * r / s - two * s / r)
    return bent if dot(bent, unit(one)) > cosine(CORNER_TURN) else unit(one)


def _first_beyond(points: Sequence[complex], at: int, towards: int, reach: float) -> int:
    """The first point at least a distance from one, or the one towards which it goes."""
    step = 1 if towards > at else -1
    k = at
    while k != towards and (k == at or abs(points[k] - points[at]) < reach):
        k += step
    return k


def _centre_direction(points: Sequence[complex], at: int, start: int, end: int) -> complex:
    """The direction through a point, from its neighbours on both sides."""
    wide = max(1, min(3, at - start, end - at))
    along = unit(points[at + wide] - points[at - wide])
    return along or unit(points[at + 1] - points[at]) or 1 + 0j


def _through_start(points: Sequence[complex], tolerance: float) -> complex:
    """The direction through the joint of a closed stroke."""
    last = len(points) - 1
    on = _direction(points, 0, last, tolerance)
    back = _direction(points, last, 0, tolerance)
    return unit(on - back) or on


def _corner_at_start(points: Sequence[complex], tolerance: float) -> bool:
    """Whether a closed stroke has a corner where it starts."""
    last = len(points) - 1
    on = _direction(points, 0, last, tolerance)
    back = _direction(points, last, 0, tolerance)
    return last < 3 or dot(on, -back) < cosine(CORNER_TURN)


def samples(curve: Cubic, count: int) -> list[complex]:
    """Points of a curve at even parameters, both ends among them."""
    inner = points_at(curve, (k / count for k in range(1, count)))
    return [curve[0], *inner, curve[3]]


def largest_distance(old: Sequence[complex], new: Cubic) -> float:
    """How far the points of an old curve are from a new one, at most."""
    return max((abs(point_at(new, nearest_parameter(new, p)) - p) for p in old), default=0.0)
