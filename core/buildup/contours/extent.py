"""The extent of contours."""

from collections.abc import Sequence
from functools import lru_cache

from buildup.contours.anchors import Contour
from buildup.contours.runs import LONG, MOST_RUNS, Run, runs_of
from buildup.geometry.angles import direction
from buildup.geometry.bezier import tight_box
from buildup.geometry.boxes import Box


def box_of(contours: Sequence[Contour], *, angle: float = 0.0) -> Box:
    """The tight box of some contours (strokes not counted); at least one anchor among them.

    Args:
        contours: on the sheet.
        angle: degrees, of the axes along which the box lies, turned about the sheet's corner.

    """
    boxes: list[Box] = []
    for contour in contours:
        if len(contour.anchors) < LONG:
            boxes += _boxes(contour, angle)
        else:
            boxes += (_run_box(run, angle) for run in runs_of(contour))
    return Box.union(boxes)


@lru_cache(maxsize=MOST_RUNS)
def _run_box(run: Run, angle: float) -> Box:
    return Box.union(_boxes(run.path, angle))


def _boxes(contour: Contour, angle: float) -> list[Box]:
    """Tight boxes that hold a contour between them: of its anchors, and of what reaches beyond.

    A segment lies in the hull of its four points, so that only one of whose handles an end lies
    outside of the box of the anchors can reach beyond that.
    """
    back = direction(-angle) if angle else 1.0
    at = [a.at * back for a in contour.anchors] if angle else [a.at for a in contour.anchors]
    across, down = [p.real for p in at], [p.imag for p in at]
    left, right, top, bottom = min(across), max(across), min(down), max(down)
    boxes = [Box(left, top, right, bottom)]
    for a, b, c, d in contour.segments:
        p, q = (b * back, c * back) if angle else (b, c)
        if not (left <= p.real <= right and left <= q.real <= right) or not (
            top <= p.imag <= bottom and top <= q.imag <= bottom
        ):
            boxes.append(tight_box((a * back, p, q, d * back) if angle else (a, b, c, d)))
    return boxes
