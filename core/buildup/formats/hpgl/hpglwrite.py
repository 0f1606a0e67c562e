"""Contours as HP-GL for cutters and pen plotters (HP-GL reference: IN, SP, PU, PD).

One plotter unit is 1/40 mm; the origin is the lower left corner of what is sent, y up.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from buildup.drawing.paint import hex_of, one_colour
from buildup.formats.formatsettings import HpglOut
from buildup.formats.scene import Piece
from buildup.geometry.boxes import Box
from buildup.geometry.flattening import polyline
from buildup.geometry.nextplace import NextPlace
from buildup.geometry.polygons import around_each
from buildup.geometry.progress import done
from buildup.messages import message

STEPS = 40.0 * 25.4 / 96.0
"""Plotter units in a sheet unit."""
PENS = 8
"""Of a plotter with a carousel; further colours share the last one."""
A_LINE = 60
"""Places of one command, so that no device's buffer overflows."""


@dataclass(frozen=True, slots=True)
class Run:
    """A path that is cut in one go.

    Args:
        places: on the sheet; a closed one ends where it begins.
        pen: from 1.

    """

    places: tuple[complex, ...]
    pen: int

    @property
    def closed(self) -> bool:
        """Whether it ends where it begins."""
        return len(self.places) > 2 and self.places[0] == self.places[-1]


def hpgl(pieces: Iterable[Piece], box: Box, settings: HpglOut) -> tuple[str, str]:
    """The paths of forms as HP-GL, each of several contours by itself; and what is to be said.

    Args:
        pieces: the forms, back to front; each path is drawn once, whatever is painted along it.
        box: what is sent; it is the plotter's page.
        settings: tolerance and order.

    """
    runs, colours = runs_of(pieces, settings.tolerance)
    pens = sorted({r.pen for r in runs})
    rows = [ordered([r for r in runs if r.pen == pen], settings.order) for pen in pens]
    note = ""
    if len(colours) > PENS:
        note = message("notes.pens", count=len(colours), pens=PENS)
    return job_text(rows, box), note


def job_text(rows: Iterable[Sequence[Run]], box: Box, before: Sequence[str] = ()) -> str:
    """Paths as HP-GL.

    Args:
        rows: those of each pen, in the order in which they are cut.
        box: the plotter's page.
        before: commands that come first.

    """
    lines = ["IN;", *before]
    for row in rows:
        lines.append(f"SP{row[0].pen};")
        for run in row:
            lines += _commands(run, box)
    lines.append("PU;SP0;")
    return "\n".join([*lines, ""])


def runs_of(pieces: Iterable[Piece], tolerance: float) -> tuple[list[Run], list[str]]:
    """Paths in the order in which they are drawn, and the colours of the pens."""
    colours: list[str] = []
    runs: list[Run] = []
    for piece in pieces:
        colour = colour_of(piece)
        if colour is None:
            continue
        if colour not in colours:
            colours.append(colour)
        pen = min(colours.index(colour) + 1, PENS)
        for contour in piece.form.contours:
            positions = polyline(contour.segments, tolerance)
            if len(positions) > 1:
                runs.append(Run(positions, pen))
    return runs, colours


def colour_of(piece: Piece) -> str | None:
    """The colour by which a form is known where only its lines count; None: nothing of it shows."""
    style = piece.form.style
    strokes = [s.paint for s in style.shown]
    for paint in (*reversed(strokes), style.fill):
        if paint is not None:
            return hex_of(one_colour(paint))
    return None


def ordered(runs: Sequence[Run], order: str) -> list[Run]:
    """Paths in the order in which they are cut.

    Args:
        runs: as they are drawn.
        order: `drawn` leaves them so; `nearest` goes on with the one whose beginning is next, an
            open one from either end, and begins a closed one where it is nearest; `inside`
            does so, too, but leaves a form until all that lies in it is cut.

    """
    if order == "drawn":
        return list(runs)
    depths = [0] * len(runs)
    if order == "inside":
        depths = [len(around) for around in around_each([r.places for r in runs])]
    found: list[Run] = []
    at = 0j
    for depth in sorted(set(depths), reverse=True):
        chosen = [k for k, d in enumerate(depths) if d == depth]
        left = NextPlace({k: _beginnings(runs[k]) for k in chosen})
        for _ in chosen:
            done(len(found) / len(runs))
            run = _from(runs[left.take(at)], at)
            found.append(run)
            at = run.places[-1]
    return found


def _beginnings(run: Run) -> Sequence[complex]:
    """From where a path is told how far it is: its first place, of an open one also its last."""
    return run.places[:1] if run.closed else (run.places[0], run.places[-1])


def _from(run: Run, at: complex) -> Run:
    """A path begun where it is nearest to a place."""
    if not run.closed:
        ends = run.places if abs(run.places[0] - at) <= abs(run.places[-1] - at) else None
        return run if ends else Run(run.places[::-1], run.pen)
    ring = run.places[:-1]
    k = min(range(len(ring)), key=lambda i: abs(ring[i] - at))
    return Run((*ring[k:], *ring[:k], ring[k]), run.pen)


def _commands(run: Run, box: Box) -> Iterable[str]:
    """Up to the beginning, then down along all places."""
    steps: list[tuple[int, int]] = []
    for position in run.places:
        x, y = (
            round((position.real - box.left) * STEPS),
            round((box.bottom - position.imag) * STEPS),
        )
        if not steps or (x, y) != steps[-1]:
            steps.append((x, y))
    yield f"PU{steps[0][0]},{steps[0][1]};"
    rest = steps[1:]
    for k in range(0, len(rest), A_LINE):
        yield "PD" + ",".join(f"{x},{y}" for x, y in rest[k : k + A_LINE]) + ";"
