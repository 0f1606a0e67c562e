"""What a cutter did: how long it took, what came free, and what was cut too late."""

import itertools
from collections.abc import Sequence
from dataclasses import dataclass

from buildup.cutting.device import STEPS
from buildup.cutting.knife import FIRST_HEADING, trailed
from buildup.cutting.plan import CutPlan
from buildup.cutting.timing import times_along
from buildup.formats.hpgl.hpglread import PenStroke
from buildup.geometry.polygons import area, around_each, length
from buildup.geometry.progress import done

SPEED_UP = 400.0
"""Millimetres a second with the blade up (common practice for small cutters: 300 to 600)."""
LIFT = 0.06
"""Seconds to raise or to lower the blade."""
CHANGE = 12.0
"""Seconds to change the tool by hand at the carriage."""
NEARLY = 0.06
"""Millimetres within which a dragged tip has come round."""
SMALLEST = 1e-3
"""Square millimetres: less is no form."""
MOST_FORMS = 20_000
"""Forms that are told apart."""
Point = tuple[float, float]


@dataclass(frozen=True, slots=True, kw_only=True)
class Cut:
    """A way of the blade."""

    pen: int
    """The tool; 0 is none."""
    down: bool
    """It cuts."""
    places: tuple[Point, ...]
    """Millimetres, from the upper left of the sheet."""
    starts: float
    """Seconds from the beginning of the job."""
    lasts: float
    """Seconds."""
    changes: bool
    """The tool was changed before."""
    closes: int | None
    """After how many places it has come round to where it began; what follows is the overcut."""


@dataclass(frozen=True, slots=True, kw_only=True)
class FreeForm:
    """A form that came free."""

    cut: int
    """The number of the way that cut it."""
    at: float
    """Seconds from the beginning of the job."""
    area: float
    """Square millimetres, with what lies inside."""
    depth: int
    """In how many others it lies."""
    late: bool
    """It was begun after what it lies in had come free, and may have moved."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CutRecord:
    """What was cut."""

    cuts: tuple[Cut, ...]
    forms: tuple[FreeForm, ...]
    seconds: float
    """How long it took."""
    cut_length: float
    """Millimetres with the blade down."""
    idle_length: float
    """Millimetres with the blade up."""
    tools: int
    """How many tools were used."""
    late: int
    """Forms that were cut too late."""


def record_of(strokes: Sequence[PenStroke], plan: CutPlan) -> CutRecord:
    """What some strokes of a cutter come to.

    Args:
        strokes: as the cutter told them: the ways of its carriage.
        plan: its sheet, its speed and how fast that is reached, and its knife, whose tip trails.

    """
    cuts: list[Cut] = []
    clock, pen, heading = 0.0, 0, FIRST_HEADING
    lengths = {True: 0.0, False: 0.0}
    for n, (down, run) in enumerate(joined := _joined(strokes)):
        done(n / len(joined))
        route = [complex(p.real / STEPS, plan.height - p.imag / STEPS) for p in run.places]
        changes = down and run.pen != pen
        clock += CHANGE if changes and pen else 0.0
        clock += 2.0 * LIFT if down else 0.0
        speed = plan.speed if down else SPEED_UP
        lasts = times_along(route, speed=speed, acceleration=plan.acceleration)[-1]
        lengths[down] += length(route)
        if down and plan.knife > 0.0:
            route, heading = trailed(route, offset=plan.knife, heading=heading)
        cuts.append(
            Cut(
                pen=run.pen,
                down=down,
                places=tuple((p.real, p.imag) for p in route),
                starts=clock,
                lasts=lasts,
                changes=changes and pen > 0,
                closes=_closing(route, NEARLY if plan.knife > 0.0 else 0.0) if down else None,
            )
        )
        clock += lasts
        pen = run.pen if down else pen
    forms = _forms(cuts)
    return CutRecord(
        cuts=tuple(cuts),
        forms=forms,
        seconds=clock,
        cut_length=lengths[True],
        idle_length=lengths[False],
        tools=len({c.pen for c in cuts if c.down}),
        late=sum(f.late for f in forms),
    )


def _joined(strokes: Sequence[PenStroke]) -> list[tuple[bool, PenStroke]]:
    """Strokes that go on where the one before ended, with the same tool, as one."""
    found: list[tuple[bool, PenStroke]] = []
    for (pen, down), group in itertools.groupby(strokes, key=lambda s: (s.pen, s.down)):
        several = list(group)
        positions = [several[0].places[0], *(p for s in several for p in s.places[1:])]
        found.append((down, PenStroke(tuple(positions), pen, down)))
    return found


def _closing(positions: Sequence[complex], nearly: float) -> int | None:
    """After how many places a way has come round to where it began; None: it has not.

    A dragged tip comes round within a little of where it began, once it has been further away.
    """
    far = 0.0
    for n in range(1, len(positions)):
        away = abs(positions[n] - positions[0])
        far = max(far, away)
        if away <= nearly and far > 2.0 * nearly and n > 2:
            return n + 1
    return None


def _forms(cuts: Sequence[Cut]) -> tuple[FreeForm, ...]:
    found = [
        (n, cut, [complex(*p) for p in cut.places[: cut.closes]])
        for n, cut in enumerate(cuts)
        if cut.closes is not None
    ]
    found = [f for f in found if area(f[2]) > SMALLEST][:MOST_FORMS]
    rings = [ring for _, _, ring in found]
    free = [_free_at(cut, ring) for _, cut, ring in found]
    forms = []
    for (n, cut, ring), at, around in zip(found, free, around_each(rings), strict=True):
        late = any(free[o] < cut.starts for o in around)
        forms.append(FreeForm(cut=n, at=at, area=area(ring), depth=len(around), late=late))
    return tuple(sorted(forms, key=lambda f: f.at))


def _free_at(cut: Cut, ring: Sequence[complex]) -> float:
    """When a form came free: once the blade had come round."""
    whole = length([complex(*p) for p in cut.places])
    return cut.starts + (cut.lasts * length(ring) / whole if whole else 0.0)
