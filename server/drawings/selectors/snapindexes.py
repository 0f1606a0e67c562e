"""Indexes of what can be met, for the drawings asked about last."""

from collections import OrderedDict
from dataclasses import dataclass, field
from threading import Lock

from buildup.cues.cuekinds import Aim, Meeting
from buildup.cues.field import Field
from buildup.cues.meet import meet
from buildup.drawing.model import Drawing

MOST_KEPT = 4


@dataclass
class _Kept:
    """An index, and who uses it: one question at a time, each drawing by itself."""

    index: Field = field(default_factory=Field)
    lock: Lock = field(default_factory=Lock)


_kept: OrderedDict[int, _Kept] = OrderedDict()
_lock = Lock()


def meeting(drawing_id: int, drawing: Drawing, aim: Aim) -> Meeting:
    """What an aim meets on a drawing; the index is kept for the next question."""
    with _lock:
        kept = _kept.setdefault(drawing_id, _Kept())
        _kept.move_to_end(drawing_id)
        while len(_kept) > MOST_KEPT:
            _kept.popitem(last=False)
    with kept.lock:
        kept.index.update(drawing)
        return meet(drawing, kept.index, aim)
