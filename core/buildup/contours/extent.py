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
    """The tight box of each segment, or that of a lone anchor."""
    segments = contour.segments or ((contour.anchors[0].at,) * 4,)
    if angle == 0.0:
        return [tight_box(s) for s in segments]
    back = direction(-angle)
    return [tight_box((a * back, b * back, c * back, d * back)) for a, b, c, d in segments]
