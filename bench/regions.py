"""Set operations on regions beside skia-pathops and booleanOperations, all in one run."""

import random
import time
from collections.abc import Callable, Sequence

import pathops
from bench_rows import Row
from board import median, p95
from booleanOperations.booleanGlyph import BooleanContour, BooleanGlyph
from buildup.geometry.angles import direction
from buildup.geometry.bezier import Cubic, point_at
from buildup.geometry.intersect import meeting
from buildup.geometry.intersect.prepared import Operand
from buildup.geometry.nearest import nearest
from buildup.geometry.regions.setoperations import combined, difference, intersection_of, union
from fontTools.pens.recordingPen import RecordingPen

PAIRS = 40
ANCHORS = 30
CIRCLES = 100
HANDLE = 0.5522847498307936


def _blob(middle: complex, chance: random.Random) -> tuple[Cubic, ...]:
    """An uneven smooth outline of 30 anchors, about 100 across."""
    reach = [100 * chance.uniform(0.85, 1.15) for _ in range(ANCHORS)]
    ends = [middle + r * direction(360 * k / ANCHORS) for k, r in enumerate(reach)]
    ways = [(ends[(k + 1) % ANCHORS] - ends[k - 1]) / 6 for k in range(ANCHORS)]
    return tuple(
        (ends[k], ends[k] + ways[k], ends[j] - ways[j], ends[j])
        for k, j in ((k, (k + 1) % ANCHORS) for k in range(ANCHORS))
    )


def _circle(at: complex, radius: float) -> tuple[Cubic, ...]:
    ends = [at + radius * 1j**k for k in range(5)]
    way = HANDLE * radius
    return tuple(
        (ends[k], ends[k] + way * 1j ** (k + 1), ends[k + 1] + way * 1j**k, ends[k + 1])
        for k in range(4)
    )


def _outlines() -> list[tuple[tuple[Cubic, ...], tuple[Cubic, ...]]]:
    chance = random.Random(3)
    return [
        (
            _blob(0j, chance),
            _blob(complex(chance.uniform(20, 120), chance.uniform(-60, 60)), chance),
        )
        for _ in range(PAIRS)
    ]


def _circles() -> list[tuple[Cubic, ...]]:
    chance = random.Random(1)
    return [
        _circle(complex(chance.uniform(0, 400), chance.uniform(0, 400)), chance.uniform(20, 50))
        for _ in range(CIRCLES)
    ]


def _recorded(contours: Sequence[tuple[Cubic, ...]], pen: object) -> None:
    for contour in contours:
        pen.moveTo((contour[0][0].real, contour[0][0].imag))  # type: ignore[attr-defined]
        for segment in contour:
            places = ((p.real, p.imag) for p in segment[1:])
            pen.curveTo(*places)  # type: ignore[attr-defined]
        pen.closePath()  # type: ignore[attr-defined]


def _skia(contours: Sequence[tuple[Cubic, ...]]) -> pathops.Path:
    path = pathops.Path()
    _recorded(contours, path.getPen())
    return path


def _boolean(contours: Sequence[tuple[Cubic, ...]]) -> BooleanGlyph:
    glyph = BooleanGlyph()
    _recorded(contours, glyph.getPen())
    return glyph


_Result = list[Cubic]


def _read(draw: Callable[[object], None]) -> _Result:
    """What another program made, as cubics; its quadratics raised."""
    pen = RecordingPen()
    draw(pen)
    found: _Result = []
    here = first = 0j
    for verb, given in pen.value:
        places = [complex(*p) for p in given if p is not None]
        if verb == "moveTo":
            here = first = places[0]
        elif verb == "curveTo":
            found.append((here, *places))  # type: ignore[arg-type]
            here = places[-1]
        elif verb == "qCurveTo":
            q, end = places[-2], places[-1]
            found.append((here, here + (q - here) * 2 / 3, end + (q - end) * 2 / 3, end))
            here = end
        elif verb == "lineTo":
            found.append((here, here, places[0], places[0]))
            here = places[0]
        elif here != first:
            found.append((here, here, first, first))
    return found


def _away(result: _Result, sources: Sequence[Cubic]) -> float:
    """How far a result's curves are from those of what it was made of."""
    spots = (point_at(s, t) for s in result for t in (0.0, 0.25, 0.5, 0.75))
    return max(found.distance for at in spots if (found := nearest(sources, at)))


def _measured(
    work: Callable[[int], object], read: Callable[[object], _Result], sources: Sequence[list[Cubic]]
) -> tuple[list[float], float, float]:
    """Milliseconds of each, the largest distance from the sources, anchors on the mean."""
    times, away, anchors = [], 0.0, 0
    for n, source in enumerate(sources):
        meeting.remembered.clear()
        start = time.perf_counter()
        made = work(n)
        times.append((time.perf_counter() - start) * 1000)
        result = read(made)
        away = max(away, _away(result, source))
        anchors += len(result)
    return times, away, anchors / len(sources)


def regions() -> tuple[list[Row], str]:
    """The budgets, and a Markdown table beside the others."""
    pairs, circles = _outlines(), _circles()
    operands = [[Operand((a,)), Operand((b,))] for a, b in pairs]
    sources = [[*a, *b] for a, b in pairs]
    rows = []
    for name, keep in (
        ("union", union),
        ("difference", difference),
        ("intersection", intersection_of(2)),
    ):
        times = []
        for two in operands:
            meeting.remembered.clear()
            start = time.perf_counter()
            combined(two, keep)
            times.append((time.perf_counter() - start) * 1000)
        rows.append(Row(f"{name} of two outlines of 30 anchors", median(times), p95(times), 15))
    many = [Operand((c,)) for c in circles]
    flat = [s for c in circles for s in c]
    paths = [(_skia([a]), _skia([b])) for a, b in pairs]
    glyphs = [(_boolean([a]).contours, _boolean([b]).contours) for a, b in pairs]
    all_of_them = _skia(circles)
    rounds: list[BooleanContour] = _boolean(circles).contours

    def cubics(loops: object) -> _Result:
        return [p.curve for loop in loops for p in loop]  # type: ignore[attr-defined]

    def drawn(made: object) -> _Result:
        return _read(made.draw)  # type: ignore[attr-defined]

    def simple(_: int) -> pathops.Path:
        path = pathops.Path(all_of_them)
        path.simplify()
        return path

    def joined(first: list[BooleanContour], second: list[BooleanContour]) -> BooleanGlyph:
        glyph = BooleanGlyph()
        glyph.contours = [*first, *second]
        return glyph.removeOverlap()

    table = {
        "two of 30 anchors": (
            sources,
            {
                "ours": (lambda n: combined(operands[n], union), cubics),
                "skia-pathops": (
                    lambda n: pathops.op(*paths[n], pathops.PathOp.UNION),
                    drawn,
                ),
                "booleanOperations": (lambda n: joined(*glyphs[n]), drawn),
            },
        ),
        "100 circles": (
            [flat] * 3,
            {
                "ours": (lambda _: combined(many, union), cubics),
                "skia-pathops": (simple, drawn),
                "booleanOperations": (lambda _: joined(rounds, []), drawn),
            },
        ),
    }
    lines = [
        "| union of | by | ms | farthest from its sources | anchors |",
        "|---|---|---|---|---|",
    ]
    for what, (source, makers) in table.items():
        for who, (work, read) in makers.items():
            times, away, anchors = _measured(work, read, source)
            lines.append(f"| {what} | {who} | {median(times):.1f} | {away:.1e} | {anchors:.1f} |")
            if who == "ours" and source is not sources:
                rows.append(Row("union of 100 overlapping circles", median(times), max(times), 150))
    return rows, "\n".join(lines)
