"""Edits at growing sizes: what they take for n and for 2n, in the core alone."""

import itertools
import math
import random
import time
from collections.abc import Callable, Sequence

from buildup.contours.anchors import Anchor, Contour, HandStroke
from buildup.contours.handstrokes import fitted
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.edits.apply import apply, read_command
from buildup.edits.change import placed, updated
from buildup.errors import Refusal
from buildup.geometry.angles import direction
from buildup.geometry.bezier import Cubic, part_of
from buildup.geometry.intersect.crossings import crossings


def _wavy(count: int) -> Drawing:
    """A closed outline of handles, every second anchor a corner."""
    anchors = []
    for i in range(count):
        way = direction(360.0 * i / count)
        along = way * 1j * 400.0 * math.pi / count / 3.0
        corner = i % 2 == 1
        into = -along * (complex(0.8, 0.3) if corner else 1.0)
        place = way * (200.0 + 10.0 * math.sin(9.0 * 2.0 * math.pi * i / count))
        anchors.append(Anchor(place, into, along, "corner" if corner else "smooth"))
    outline = Outline(id="o", name="o", contours=(Contour(tuple(anchors), True),))
    return _in_a_layer((outline,))


def _many(count: int) -> Drawing:
    line = (Anchor(0j), Anchor(9j))
    ids = (f"i{k}" for k in range(count))
    return _in_a_layer([Outline(id=i, name="i", contours=(Contour(line),)) for i in ids])


def _in_a_layer(items: Sequence[Outline]) -> Drawing:
    return updated(Drawing(), placed(Drawing(), items))


def _refs(indices: range) -> list[list[object]]:
    return [["o", 0, i] for i in indices]


def _hand(count: int, noise: float) -> HandStroke:
    dice = random.Random(3)
    points = []
    for k in range(count):
        x = 0.15 * k
        place = complex(x, 80.0 * math.sin(x / 60.0))
        points.append(place + complex(dice.uniform(-noise, noise), dice.uniform(-noise, noise)))
    return HandStroke((tuple(points),), 1.0)


def _edit(drawing: Drawing, data: dict[str, object]) -> Callable[[], object]:
    command = read_command(data)
    return lambda: apply(drawing, command)


def _stroke(stroke: HandStroke, tolerance: float) -> Callable[[], object]:
    return lambda: fitted(HandStroke(stroke.parts, tolerance))


CASES: dict[str, tuple[tuple[int, ...], Callable[[int], Callable[[], object]]]] = {
    "work every second corner, of anchors": (
        (250, 500),
        lambda n: _edit(
            _wavy(n), {"kind": "set_corners", "anchors": _refs(range(1, n, 2)), "radius": 0.3}
        ),
    ),
    "add anchors at all middles, of anchors": (
        (1000, 2000),
        lambda n: _edit(
            _wavy(n), {"kind": "add_anchors", "segments": _refs(range(n)), "where": "middle"}
        ),
    ),
    "straighten all segments, of anchors": (
        (2000, 4000),
        lambda n: _edit(_wavy(n), {"kind": "straighten_segments", "segments": _refs(range(n))}),
    ),
    "remove every second, of anchors": (
        (250, 500, 2000),
        lambda n: _edit(_wavy(n), {"kind": "delete_anchors", "anchors": _refs(range(0, n, 2))}),
    ),
    "duplicate all, of items": (
        (4000, 8000),
        lambda n: _edit(
            _many(n),
            {
                "kind": "duplicate_items",
                "items": [f"i{k}" for k in range(n)],
                "copies": [f"c{k}" for k in range(n)],
            },
        ),
    ),
    "fit a hand, noise 0.4 at tolerance 2, of points": (
        (10_000, 20_000),
        lambda n: _stroke(_hand(n, 0.4), 2.0),
    ),
    "fit a hand, noise 0.5 at tolerance 0.5, of points": (
        (5_000, 10_000),
        lambda n: _stroke(_hand(n, 0.5), 0.5),
    ),
}


def _took(work: Callable[[], object]) -> float:
    start = time.perf_counter()
    try:
        work()
    except Refusal:
        return math.nan
    return (time.perf_counter() - start) * 1000.0


def growing() -> str:
    """A Markdown table: milliseconds at each size, and how they grow from one to the next."""
    lines = ["| what | sizes | ms | grows by |", "|---|---|---|---|"]
    for name, (sizes, made) in CASES.items():
        times = [min(_took(made(n)) for _ in range(2)) for n in sizes]
        growth = (f"{b / a:.1f}" for a, b in itertools.pairwise(times))
        told = " · ".join(f"{t:.0f}" for t in times)
        lines.append(f"| {name} | {' · '.join(map(str, sizes))} | {told} | {' · '.join(growth)} |")
    return "\n".join(lines)


def close_curves() -> str:
    """A Markdown table: milliseconds for pairs of curves that are hard to tell apart."""
    dice = random.Random(4)

    def curve() -> Cubic:
        a, b, c, d = (complex(dice.uniform(0, 300), dice.uniform(0, 300)) for _ in range(4))
        return (a, b, c, d)

    curves = [curve() for _ in range(20)]
    pairs = {
        "the same": [(c, c) for c in curves],
        "parts that overlap": [(part_of(c, 0.0, 0.6), part_of(c, 0.4, 1.0)) for c in curves],
        "copies 1e-6 apart": [(c, tuple(p + 1e-6 for p in c)) for c in curves],
        "copies 0.01 apart": [(c, tuple(p + 0.01 for p in c)) for c in curves],
        "any two": [(c, curve()) for c in curves],
    }
    lines = ["| pair | ms |", "|---|---|"]
    for name, both in pairs.items():
        took = min(_took(lambda b=both: [crossings(*p) for p in b]) for _ in range(3))
        lines.append(f"| {name} | {took / len(both):.2f} |")
    return "\n".join(lines)


if __name__ == "__main__":
    print(growing(), close_curves(), sep="\n\n")
