"""The job of a cutter: the paths of a drawing, once for each copy, as HP-GL.

What lies inside another form is cut before it, whatever the tools, closed paths are cut on beyond
where they began, and what is weeded is framed and parted by lines.
"""

import itertools
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from buildup.contours.anchors import Anchor, Contour
from buildup.cutting.knife import steered
from buildup.cutting.marks import BAND, alignment
from buildup.cutting.nesting import Nest, nested
from buildup.cutting.plan import MM, CutPlan
from buildup.cutting.spreading import parts_of, spread
from buildup.drawing.model import Drawing
from buildup.formats.hpgl.hpglwrite import PENS, Run, job_text, ordered, runs_of
from buildup.formats.scene import Piece, pieces, scene
from buildup.forms.assembling import operands_of
from buildup.geometry.boxes import Box
from buildup.geometry.boxgrid import BoxGrid
from buildup.geometry.flattening import polyline
from buildup.geometry.intersect.prepared import Operand
from buildup.geometry.polygons import around_each, first_of_same
from buildup.geometry.progress import stage_of_work
from buildup.geometry.regions.setoperations import divided
from buildup.geometry.tolerances import SAME_PLACE
from buildup.geometry.transforms import Affine
from buildup.messages import refusal

MOST_PATHS = 10_000
"""Of one copy."""
MOST_PLACES = 400_000
"""Of one job."""
MOST_LINES = 200
"""Weeding lines across one copy."""


@dataclass(frozen=True, slots=True)
class Job:
    """What is sent to a cutter.

    Args:
        paths: of one copy, on the drawing's sheet, in the order in which they are cut; where it is
            spread, of all parts where they lie.
        weeding: likewise, of what is cut to weed by.
        nest: the copies; where it is spread, one.
        colours: of the tools, from the first on.
        sheet: which of the sheets it is, from 0.
        text: all of it as HP-GL.
        spread: a copy is larger than the sheet; its parts on this one, each with its box.

    """

    paths: tuple[Run, ...]
    weeding: tuple[Run, ...]
    nest: Nest
    colours: tuple[str, ...]
    text: str
    sheet: int = 0
    spread: tuple[tuple[Box, Affine], ...] = ()

    def spot(self, at: complex) -> complex | None:
        """Where a place of the drawing lies on this sheet first; None: on another one."""
        if not self.spread:
            return self.nest.places[0](at)
        here = Box.around([at]).grown(SAME_PLACE)
        return next((place(at) for box, place in self.spread if box.meets(here)), None)


@dataclass(frozen=True, slots=True)
class _Cuts:
    """What is cut on a sheet.

    Args:
        passes: of one copy, one tool each.
        weeding: what is weeded by.
        nest: the copies.
        spread: where a copy is spread: its parts on this sheet.
    """

    passes: list[list[Run]]
    weeding: list[Run]
    nest: Nest
    spread: tuple[tuple[Box, Affine], ...] = ()


def job_of(drawing: Drawing, items: Iterable[str] | None, plan: CutPlan, *, sheet: int = 0) -> Job:
    """The job of a drawing, or of some of its items, on one of its sheets.

    Raises:
        Refusal: `nothing_to_cut`, `too_large`, `too_much`, `no_sheet`; as `divided`, `alignment`.

    """
    drawn = list(pieces(scene(drawing, items)))
    found, colours = runs_of(drawn, plan.tolerance * MM)
    if not found:
        raise refusal("nothing_to_cut")
    if len(found) > MOST_PATHS:
        raise refusal("too_much.job", count=len(found), most=MOST_PATHS)
    cuts = _nested(found, drawn, plan, sheet) or _spread(found, drawn, plan, sheet)
    passes, weeding, nest = cuts.passes, cuts.weeding, cuts.nest
    paths = [r for one in passes for r in one]
    if not nest.places:
        raise refusal("no_sheet", number=sheet + 1, count=nest.sheets)
    passes = [[_cut_on(r, plan.overcut * MM) for r in one] for one in passes]
    passes += [weeding] if weeding else []
    _check_places((r for one in passes for r in one), copies=len(nest.places))
    # copies in turn from the first to the last and back, so that the ways in between are short
    turns = (nest.places[:: -1 if n % 2 else 1] for n in range(len(passes)))
    aligned = alignment(plan)
    aligned = replace(aligned, origin=aligned.origin * MM)
    rows = [
        [_moved(r, aligned.after(position)) for position in positions for r in one]
        for one, positions in zip(passes, turns, strict=True)
    ]
    if plan.knife > 0.0:
        rows = _steered(rows, plan)
        _check_places(r for row in rows for r in row)
    page = Box(0.0, 0.0, plan.width * MM, plan.height * MM)
    text = job_text(rows, page, (f"VS{plan.speed / 10.0:g};",))
    tools = tuple(colours[:PENS])
    return Job(tuple(paths), tuple(weeding), nest, tools, text, sheet, cuts.spread)


def _nested(
    found: Sequence[Run], drawn: Sequence[Piece], plan: CutPlan, sheet: int
) -> _Cuts | None:
    """Whole copies on a sheet; None where there is no room for one."""
    frame = _frame(found, plan)
    nest = nested(frame, _framed(plan), sheet)
    return _Cuts(_in_order(found), _weeding(drawn, frame, plan), nest) if nest.room else None


def _spread(found: Sequence[Run], drawn: Sequence[Piece], plan: CutPlan, sheet: int) -> _Cuts:
    """The parts of all copies that come to lie on a sheet.

    Raises:
        Refusal: `too_large`, of a part.
    """
    parts = [[found[k] for k in numbers] for numbers in parts_of([r.places for r in found])]
    frames = [_frame(part, plan) for part in parts]
    laid = spread(frames, _framed(plan))
    if not laid:
        largest = max(frames, key=lambda b: b.width * b.height)
        raise refusal("too_large", width=largest.width / MM, height=largest.height / MM)
    here = [p for p in laid if p.sheet == sheet]
    runs = [_moved(r, p.place) for p in here for r in parts[p.number]]
    forms = _forms_of(parts, drawn)
    weeded = {k: _weeding(forms[k], frames[k], plan) for k in {p.number for p in here}}
    weeding = [_moved(r, p.place) for p in here for r in weeded[p.number]]
    nest = Nest((Affine(),) if here else (), 1, turned=False, sheets=laid[-1].sheet + 1)
    places = tuple((frames[p.number], p.place) for p in here)
    return _Cuts(_in_order(runs), weeding, nest, places)


def _forms_of(parts: Sequence[Sequence[Run]], drawn: Sequence[Piece]) -> list[list[Piece]]:
    """For each of the parts, which lie apart, the forms that have a contour in it."""
    grid = BoxGrid()
    boxes = [Box.around(p for r in part for p in r.places) for part in parts]
    for number, box in enumerate(boxes):
        grid.add(number, box)
    found: list[dict[str, Piece]] = [{} for _ in parts]
    for piece in drawn:
        for contour in piece.form.contours:
            here = Box.around([contour.anchors[0].at]).grown(SAME_PLACE)
            for number in grid.near(contour.anchors[0].at):
                if boxes[number].meets(here):
                    found[number][piece.name] = piece
    return [list(pieces.values()) for pieces in found]


def _frame(runs: Iterable[Run], plan: CutPlan) -> Box:
    """The box of some paths with the frame around them, where there is one."""
    around = Box.around(p for r in runs for p in r.places)
    return around.grown(max(plan.gap, plan.blade) * MM / 2.0) if plan.frames else around


def _check_places(runs: Iterable[Run], copies: int = 1) -> None:
    """Refuses a job with more places than a cutter takes."""
    if sum(len(r.places) for r in runs) * copies > MOST_PLACES:
        raise refusal("too_much.points", most=MOST_PLACES)


def _framed(plan: CutPlan) -> CutPlan:
    """The plan by which copies lie: their frames, where there are any, take the gap.

    The axis of a knife runs ahead of what it cuts, and marks stand within the margin.
    """
    margin = max(plan.margin, plan.knife) + (BAND if plan.marks else 0.0)
    return replace(plan, margin=margin, gap=0.0 if plan.frames else plan.gap)


def _steered(rows: Sequence[Sequence[Run]], plan: CutPlan) -> list[list[Run]]:
    """The ways of the axis of a drag knife, whose heading goes from each path to the next."""
    flat = [run for row in rows for run in row]
    made = steered(flat, offset=plan.knife * MM, tolerance=plan.tolerance * MM)
    return [list(itertools.islice(made, len(row))) for row in rows]


def _in_order(runs: Sequence[Run]) -> list[list[Run]]:
    """Paths in passes of one tool each: none is cut before all that lies in it is.

    So a tool may be taken twice, for what lies around that of another one.
    """
    rows = [r.places for r in runs]
    own: list[set[int]] = [set() for _ in runs]
    for k, rings in enumerate(around_each(rows)):
        for ring in rings:
            own[ring].add(k)
    inside = [own[first] for first in first_of_same(rows)]
    left = set(range(len(runs)))
    passes: list[list[Run]] = []
    while left:
        ready: dict[int, list[int]] = {}
        for k in sorted(left):
            if all(runs[i].pen == runs[k].pen for i in inside[k] & left):
                ready.setdefault(runs[k].pen, []).append(k)
        if not ready:  # two that lie in each other, which cross
            ready = {runs[k].pen: [k] for k in sorted(left)[:1]}
        chosen = max(ready.values(), key=len)
        before = 1.0 - len(left) / len(runs)
        left -= set(chosen)
        with stage_of_work(before, 1.0 - len(left) / len(runs)):
            passes.append(ordered([runs[k] for k in chosen], "inside"))
    return passes


def _cut_on(run: Run, by: float) -> Run:
    """A closed path that goes on beyond where it began."""
    if not run.closed or by <= 0.0:
        return run
    more: list[complex] = []
    for a, b in zip(run.places, run.places[1:], strict=False):
        far = abs(b - a)
        if far >= by:
            more.append(a + (b - a) * (by / far))
            break
        more.append(b)
        by -= far
    return Run((*run.places, *more), run.pen)


def _weeding(drawn: Sequence[Piece], frame: Box, plan: CutPlan) -> list[Run]:
    """A frame, and lines across what is weeded, as far as they cut no form."""
    if not plan.frames:
        return []
    corners = frame.corners
    runs = [Run((*corners, corners[0]), 1)]
    if plan.weeding <= 0.0:
        return runs
    step = plan.weeding * MM
    count = min(int(frame.height / step), MOST_LINES)
    first = frame.centre.imag - step * (count - 1) / 2.0
    across = [
        Contour((Anchor(complex(frame.left, y)), Anchor(complex(frame.right, y))))
        for y in (first + n * step for n in range(count))
        if frame.top < y < frame.bottom
    ]
    forms = operands_of([p.form for p in drawn if p.form.is_region])
    lines = Operand(tuple(c.segments for c in across), path=True)
    for _, parts in divided([lines], forms, lambda inside: not inside):
        positions = polyline([p.curve for p in parts], plan.tolerance * MM)
        runs.append(Run(positions, 1))
    return runs


def _moved(run: Run, by: Affine) -> Run:
    return Run(tuple(map(by, run.places)), run.pen)
