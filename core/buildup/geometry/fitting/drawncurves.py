"""Cubics through drawn points: as few as a tolerance allows.

Source: P. J. Schneider, "An algorithm for automatically fitting digitized curves", Graphics Gems
(1990): a cubic by least squares, a split where the error is largest. Ours then tries to do without
each split again. The tolerance holds both ways: stroke to curve and curve to stroke.
"""

import bisect
import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass

from buildup.geometry.angles import cosine, dot, unit
from buildup.geometry.bezier import Cubic
from buildup.geometry.boxes import Box
from buildup.geometry.fitting.onefit import (
    Fit,
    better,
    chord_parameters,
    furthest,
    gentle,
    least_squares,
    sample,
    sample_step,
    two_way_fit,
)
from buildup.messages import refusal

ROUNDS = 4
"""Times the parameters are made better before a stretch is split."""
HOPELESS, AT_FIRST = 4.0, 20.0
"""Tolerances: errors from which more rounds cannot help (Schneider); in the first round, too."""
FEW, FINE = 12, 12
"""Up to how many cubics a shorter row is looked for, and to what part of a stretch its end."""
CORNER_TURN = 55.0
"""Degrees. A stroke that turns by more within a few tolerances has a corner there."""
REACH = 5.0
"""Scales (tolerances): the distance on both sides of a point over which its direction is taken."""
SMALL = 200.0
"""Parts of a stroke's width and height: with a wider tolerance than that, corners are also looked
for at this scale, as whole bends would count as corners; the fewer curves win."""
CLOSE = 1.5
"""Tolerances: a corner turns by as much within this distance too; a tight bend does not."""
SPOT = 0.01
"""Tolerances: points closer than this count as one; the fit takes that much less for itself."""
COARSE = 0.25
"""Scales: points closer than this count as one when corners are looked for."""
LOOKED = 64
"""Points on either side of one that its directions are taken from, at the most."""
SPLIT_WITHIN = 8
"""A stretch is split at its worst point, but not nearer to an end than an eighth of it: so the
work grows with n·log n."""
THROUGH = 2.0
"""Tolerances: how far on both sides of a split the direction through it is taken from."""
MOST_WORK = 1_500_000
"""Points looked at for one stroke; so many take some seconds."""


LITTLE = 0.1
"""Part of a stroke's length: what it ran past its start, or fell short of it, is less."""
MOST_CURVES = 20_000
"""Before those that can be are joined again."""


@dataclass(frozen=True, slots=True)
class Fitted:
    """Cubics that join up, and at which of their joints (0 for the start) there is a corner."""

    curves: tuple[Cubic, ...]
    corners: frozenset[int]


@dataclass(slots=True)
class Work:
    """What fitting may still look at, and what it has looked at."""

    most: int = MOST_WORK
    most_curves: int = MOST_CURVES
    done: int = 0

    def spend(self, points: int, *, curves: int = 0) -> None:
        """Count points that are looked at, and curves that a stretch takes so far.

        Raises:
            Refusal: `too_much` when there are too many.
        """
        self.done += points
        if self.done > self.most or curves > self.most_curves:
            raise refusal("too_much.fit")


def fit_stroke(
    points: Sequence[complex],
    *,
    tolerance: float,
    closed: bool = False,
    work: Work | None = None,
) -> Fitted:
    """The fewest cubics this method finds within a tolerance of drawn points, both ways.

    Joints are smooth but at corners. A closed stroke comes back to its first point; its start is
    smooth too unless a corner is there.

    Args:
        points: sheet units, in the order drawn; points on one spot count once.
        tolerance: sheet units, above 0.
        closed: joins the last point to the first.
        work: counts the points looked at.

    Returns:
        No curves when fewer than two places are left.

    Raises:
        Refusal: `bad_tolerance`, or `too_much` for a stroke far rougher than its tolerance.

    >>> len(fit_stroke([0j, 5 + 0j, 10 + 0j], tolerance=0.5).curves)
    1
    >>> fit_stroke([3j, 3j], tolerance=0.5).curves
    ()
    """
    if not 0.0 < tolerance < math.inf:
        raise refusal("bad_tolerance")
    work = work or Work()
    drawn = _distinct(points, tolerance * SPOT)
    drawn = _closed(drawn, tolerance) if closed else drawn
    if len(drawn) < 2:
        return Fitted((), frozenset())
    box = Box.around(drawn)
    scales = {tolerance, min(tolerance, (box.width + box.height) / SMALL)}
    within = tolerance * (1.0 - SPOT)
    fits = [_with_corners(drawn, within, scale, closed, work) for scale in sorted(scales)]
    return min(reversed(fits), key=lambda f: len(f.curves))


def _with_corners(
    drawn: Sequence[complex], tolerance: float, scale: float, closed: bool, work: Work
) -> Fitted:
    """The fit with corners as they show at a scale (sheet units)."""
    corners = _corners(drawn, scale, work)
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
        curves += _Stretch(drawn[start : end + 1], tolerance, work).fitted(first, last)
    return Fitted(tuple(curves), frozenset(marks))


_Part = tuple[int, int, complex, complex, Cubic]
"""The first and the last point of a cubic, the directions of its two handles, and the cubic."""


@dataclass(frozen=True, slots=True)
class _Stretch:
    """The points between two corners."""

    points: Sequence[complex]
    tolerance: float
    work: Work

    def fitted(self, first: complex, last: complex) -> list[Cubic]:
        """Cubics along the stretch, by the way that takes the fewer."""
        halved = self._joined(self._split(first, last))
        if not 2 < len(halved) <= FEW:
            return halved
        longest = self._longest(first, last, most=len(halved))
        return longest if longest and len(longest) < len(halved) else halved

    def _longest(self, first: complex, final: complex, *, most: int) -> list[Cubic]:
        """From the start on always the longest part that one cubic fits; nothing beyond `most`."""
        last = len(self.points) - 1
        found: list[Cubic] = []
        start, leave, guess = 0, first, max(2, last // most)
        while start < last and len(found) < most:
            low, high = start + 1, last + 1
            best: tuple[int, complex, Cubic] | None = None
            end = min(start + guess, last)
            while low < high - max(1, (end - start) // FINE):
                arrive = final if end == last else -self._through(end, 0, last)
                fit = self._try(start, end, leave, arrive)
                if fit.error <= self.tolerance:
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

    def _split(self, first: complex, last: complex) -> list[_Part]:
        """Split until each part fits."""
        done: list[_Part] = []
        todo = [(0, len(self.points) - 1, first, last)]
        while todo:
            start, end, leave, arrive = todo.pop()
            fit = self._try(start, end, leave, arrive)
            if fit.error <= self.tolerance or end - start < 2:
                done.append((start, end, leave, arrive, fit.curve))
                self.work.spend(0, curves=len(done))
                continue
            margin = max(1, (end - start) // SPLIT_WITHIN)
            at = start + min(max(fit.worst, margin), end - start - margin)
            along = self._through(at, start, end)
            todo += [(at, end, along, arrive), (start, at, leave, -along)]
        return done

    def _joined(self, parts: list[_Part]) -> list[Cubic]:
        """The parts, joined where one cubic does for two."""
        kept = parts[:1]
        for part in parts[1:]:
            start, _, leave, _, _ = kept[-1]
            fit = self._try(start, part[1], leave, part[3])
            if fit.error <= self.tolerance:
                kept[-1] = (start, part[1], leave, part[3], fit.curve)
            else:
                kept.append(part)
        return [curve for *_, curve in kept]

    def _try(self, start: int, end: int, leave: complex, arrive: complex) -> Fit:
        """The best cubic of a few rounds from one point to another."""
        part = self.points[start : end + 1]
        if len(part) == 2:
            self.work.spend(2)
            return Fit(gentle(part[0], part[1], (leave, arrive), self.tolerance), 0.0, 1)
        sampled = sample(part)
        step = sample_step(len(part))
        parameters, far = chord_parameters(sampled)
        fit: Fit | None = None
        for done in range(ROUNDS):
            self.work.spend(len(sampled))
            near = None if fit is None else fit.curve
            curve = least_squares(sampled, parameters, (leave, arrive), most=far, near=near)
            parameters = better(sampled, curve, parameters)
            found = furthest(sampled, curve, parameters)
            if fit is None or found.error < fit.error:
                fit, best = found, parameters
            hopeless = (HOPELESS if done else AT_FIRST) * self.tolerance
            if fit.error <= self.tolerance or fit.error > hopeless:
                break
        assert fit is not None  # noqa: S101
        if fit.error > self.tolerance:
            return Fit(fit.curve, fit.error, min(fit.worst * step, len(part) - 2))
        return self._checked(part, fit.curve, best, step)

    def _checked(
        self, part: Sequence[complex], curve: Cubic, parameters: Sequence[float], step: int
    ) -> Fit:
        """The error of all points, both ways; at most too large, as parameters are not the best."""
        self.work.spend(len(part))
        every: list[float] = []
        for k, (low, high) in enumerate(itertools.pairwise(parameters)):
            count = min(step, len(part) - 1 - k * step)
            every += [low + (high - low) * i / count for i in range(count)]
        every.append(1.0)
        whole = two_way_fit(part, curve, every, self.tolerance)
        for _ in range(2 if step > 1 else 1):
            if whole.error <= self.tolerance:
                break
            self.work.spend(len(part))
            every = better(part, curve, every)
            whole = two_way_fit(part, curve, every, self.tolerance)
        return whole

    def _through(self, at: int, start: int, end: int) -> complex:
        """The direction through a point: from the middle of those before to that of those after."""
        points, here, reach = self.points, self.points[at], THROUGH * self.tolerance
        sides: list[complex] = []
        for step, last in ((-1, max(start, at - LOOKED)), (1, min(end, at + LOOKED))):
            total, count, k = points[at + step], 1, at + 2 * step
            while (k - last) * step <= 0 and abs(points[k] - here) < reach:
                total += points[k]
                count += 1
                k += step
            sides.append(total / count)
        return unit(sides[1] - sides[0]) or unit(points[at + 1] - here) or 1 + 0j


def _closed(points: list[complex], tolerance: float) -> list[complex]:
    """A stroke brought back to its start, without the little way that it ran past or fell short.

    One that ends far away keeps all of itself, and what is missing is added.
    """
    start = points[0]
    whole = math.fsum(abs(q - p) for p, q in itertools.pairwise(points))
    near = max(min(abs(points[-1] - start), LITTLE * whole), 2.0 * tolerance)
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


def _corners(points: Sequence[complex], scale: float, work: Work) -> list[int]:
    """The points inside a stroke where it turns sharply, each the sharpest within its reach."""
    straight, reach = cosine(CORNER_TURN), scale * REACH
    kept = _spaced(points, scale * COARSE)
    spots = [points[i] for i in kept]
    work.spend(len(spots))
    found: list[tuple[float, int]] = []
    for i in range(1, len(spots) - 1):
        at, near = spots[i], (_reached(spots, i, k * scale * CLOSE) for k in (-1, 1))
        back, on = (spots[k] - at for k in near)
        if dot(-back, on) >= straight * abs(back) * abs(on):
            continue
        back, on = (spots[_reached(spots, i, k * reach)] - at for k in (-1, 1))
        straightness = dot(-unit(back), unit(on))
        if back and on and straightness < straight:
            found.append((straightness, i))
    corners: list[int] = []
    for _, i in sorted(found):
        position = bisect.bisect(corners, i)
        if all(
            abs(spots[i] - spots[k]) > reach for k in corners[max(0, position - 1) : position + 1]
        ):
            corners.insert(position, i)
    return [kept[i] for i in corners]


def _spaced(points: Sequence[complex], least: float) -> list[int]:
    """The indices of points that are some distance from the one kept before; both ends."""
    kept = [0]
    for i, p in enumerate(points):
        if abs(p - points[kept[-1]]) > least:
            kept.append(i)
    if kept[-1] != len(points) - 1:
        kept[max(1, len(kept) - 1) :] = [len(points) - 1]
    return kept


def _reached(points: Sequence[complex], i: int, reach: float) -> int:
    """The first point `reach` or more away from point i (negative: before it), or the last one."""
    step, distance, start = (1 if reach > 0 else -1), abs(reach), points[i]
    k = i + step
    last = i + step * LOOKED
    while 0 < k < len(points) - 1 and k != last and abs(points[k] - start) < distance:
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
