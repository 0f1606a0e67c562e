"""Indexes of what can be met, for the drawings asked about last."""

from collections import OrderedDict
from dataclasses import dataclass, field
from threading import Lock

from buildup.drawing.model import Drawing
from buildup.snapping.cues import Aim, SnapResult
from buildup.snapping.snap import snap
from buildup.snapping.snapindex import SnapIndex

MOST_KEPT = 4


@dataclass
class _SharedIndex:
    """An index, and who uses it: one question at a time, each drawing by itself."""

    index: SnapIndex = field(default_factory=SnapIndex)
    lock: Lock = field(default_factory=Lock)


_kept: OrderedDict[int, _SharedIndex] = OrderedDict()
_lock = Lock()


def meeting(drawing_id: int, drawing: Drawing, aim: Aim) -> SnapResult:
    """What an aim meets on a drawing; the index is kept for the next question."""
    with _lock:
        kept = _kept.setdefault(drawing_id, _SharedIndex())
        _kept.move_to_end(drawing_id)
        while len(_kept) > MOST_KEPT:
            _kept.popitem(last=False)
    with kept.lock:
        kept.index.update(drawing)
        return snap(drawing, kept.index, aim)
