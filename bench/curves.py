"""Every single-curve operation beside fontTools and svgpathtools, all in one run."""

import itertools
import random
import time
from collections.abc import Callable, Sequence

from bench_rows import Row
from board import median, p95
from buildup.contours.anchors import HandStroke
from buildup.contours.handstrokes import fitted
from buildup.geometry.angles import direction
from buildup.geometry.bezier import Cubic, curvature_at, point_at, split_at, tight_box
from buildup.geometry.intersect.crossings import common, crossings
from buildup.geometry.lengths import length
from buildup.geometry.nearest import nearest, nearest_parameter
from fontTools.misc import bezierTools
from svgpathtools import CubicBezier

COUNT = 60
"""Curves, in a field of 500 × 500."""
REPEATS = 5


def _curves(seed: int) -> list[Cubic]:
    chance = random.Random(seed)

    def spot() -> complex:
        return complex(chance.uniform(0, 500), chance.uniform(0, 500))

    return [(spot(), spot(), spot(), spot()) for _ in range(COUNT)]


def _each(work: Callable[[int], object]) -> float:
    """Microseconds that one call takes: the best of some rounds over all curves."""
    best = float("inf")
    for _ in range(REPEATS):
        start = time.perf_counter()
        for n in range(COUNT):
            work(n)
        best = min(best, time.perf_counter() - start)
    return best / COUNT * 1e6


def comparison() -> str:
    """A Markdown table: microseconds for one call of each, and ours ÷ the faster of the others."""
    ours, others = _curves(1), _curves(2)
    pairs = [[(p.real, p.imag) for p in s] for s in ours]
    more = [[(p.real, p.imag) for p in s] for s in others]
    paths, more_paths = ([CubicBezier(*s) for s in many] for many in (ours, others))
    spots = [s[1] for s in others]
    rows: list[tuple[str, Callable[[int], object], dict[str, Callable[[int], object]]]] = [
        (
            "evaluate",
            lambda n: point_at(ours[n], 0.3),
            {
                "fontTools": lambda n: bezierTools.cubicPointAtT(*pairs[n], 0.3),
                "svgpathtools": lambda n: paths[n].point(0.3),
            },
        ),
        (
            "split",
            lambda n: split_at(ours[n], 0.3),
            {
                "fontTools": lambda n: bezierTools.splitCubicAtT(*pairs[n], 0.3),
                "svgpathtools": lambda n: paths[n].split(0.3),
            },
        ),
        (
            "tight bounds",
            lambda n: tight_box(ours[n]),
            {
                "fontTools": lambda n: bezierTools.calcCubicBounds(*pairs[n]),
                "svgpathtools": lambda n: paths[n].bbox(),
            },
        ),
        (
            "length to 1e-6",
            lambda n: length(ours[n]),
            {
                "fontTools": lambda n: bezierTools.calcCubicArcLength(*pairs[n], 1e-6),
                "svgpathtools": lambda n: CubicBezier(*ours[n]).length(error=1e-6),
            },
        ),
        (
            "nearest point",
            lambda n: nearest_parameter(ours[n], spots[n]),
            {"svgpathtools": lambda n: paths[n].radialrange(spots[n])},
        ),
        (
            "all crossings of two",
            lambda n: crossings(ours[n], others[n]),
            {
                "fontTools": lambda n: bezierTools.curveCurveIntersections(pairs[n], more[n]),
                "svgpathtools": lambda n: paths[n].intersect(more_paths[n]),
            },
        ),
        (
            "curvature",
            lambda n: curvature_at(ours[n], 0.3),
            {"svgpathtools": lambda n: paths[n].curvature(0.3)},
        ),
    ]
    lines = [
        "| one call, µs | ours | fontTools | svgpathtools | ours ÷ faster |",
        "|---|---|---|---|---|",
    ]
    for name, mine, theirs in rows:
        took = _each(mine)
        rest = {who: _each(work) for who, work in theirs.items()}
        shown = (f"{rest[w]:.1f}" if w in rest else "–" for w in ("fontTools", "svgpathtools"))
        lines.append(
            f"| {name} | {took:.1f} | {' | '.join(shown)} | {took / min(rest.values()):.2f} |"
        )
    return "\n".join(lines)


def _timed(what: str, budget: float, work: Callable[[int], object]) -> Row:
    times = []
    for n in range(40):
        start = time.perf_counter()
        work(n)
        times.append((time.perf_counter() - start) * 1000)
    return Row(what, median(times), p95(times), budget)


def _hand(seed: int) -> tuple[complex, ...]:
    """A thousand points of an unsteady hand, which curls on its way."""
    chance = random.Random(seed)
    ways = itertools.accumulate(chance.gauss(0, 1.2) for _ in range(1000))
    smooth: list[complex] = [0j]
    heading = 0.0
    for turn in ways:
        heading += (turn * 0.3 - heading) * 0.02
        smooth.append(smooth[-1] + 1.5 * direction(heading * 8))
    return tuple(p + complex(chance.uniform(-0.4, 0.4), chance.uniform(-0.4, 0.4)) for p in smooth)


def _meetings() -> list[Row]:
    """What curves cost that touch, lie on each other or beside each other, ÷ a plain pair."""
    ours, others = _curves(1), _curves(2)
    plain = _each(lambda n: common(ours[n], others[n]))

    def row(what: str, budget: float, work: Callable[[int], object]) -> Row:
        times = sorted(_each(work) / plain for _ in range(3))
        return Row(f"{what} ÷ a plain pair", times[1], times[2], budget, unit="")

    def beside(away: float) -> list[Cubic]:
        return [
            (a + by, b + by, c + by, d + by)
            for (a, b, c, d), by in ((s, away * (0.6 + 0.8j)) for s in ours)
        ]

    # an arch as high as 3/4 of its handles, and the same upside down, which it touches
    arches: list[Cubic] = [(0j, k * 1j, k + k * 1j, k + 0j) for k in range(40, 40 + COUNT)]
    hung: list[Cubic] = [
        (1.5j * k, 0.5j * k, k + 0.5j * k, k + 1.5j * k) for k in range(40, 40 + COUNT)
    ]
    parts = [(split_at(s, 0.7)[0], split_at(s, 0.3)[1]) for s in ours]
    rows = [
        row("two curves that touch", 4, lambda n: common(arches[n], hung[n])),
        row("two curves with a common length", 6, lambda n: common(*parts[n])),
    ]
    for away in (1e-9, 1e-5, 0.05):
        copies = beside(away)
        rows.append(row(f"copies {away:g} apart", 5, lambda n, c=copies: common(ours[n], c[n])))
    return rows


def budgets() -> Sequence[Row]:
    """Fitting a stroke, and the nearest point of a large outline."""
    hands = [_hand(n) for n in range(8)]
    ring: list[Cubic] = []
    for k in range(1000):
        a, b = (2000 * direction(k * 0.36 + 0.36 * s) for s in (0, 1))
        ring.append((a, a + 4 * direction(k * 0.36 + 90), b - 4 * direction(k * 0.36 + 90.36), b))
    return [
        *_meetings(),
        _timed("fit 1,000 freehand points", 50, lambda n: fitted(HandStroke((hands[n % 8],), 2.0))),
        _timed(
            "nearest point on an outline of 1,000 segments",
            5,
            lambda n: nearest(ring, (300 + 37 * n) * direction(n * 29)),
        ),
    ]
