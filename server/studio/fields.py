"""Indexes of what can be met, for the drawings asked about last."""

from collections import OrderedDict
from threading import Lock

from buildup.cues.field import Field
from buildup.cues.kinds import Aim, Meeting
from buildup.cues.meet import meet
from buildup.drawing.model import Drawing

MOST_KEPT = 4

_kept: OrderedDict[int, Field] = OrderedDict()
_lock = Lock()


def meeting(drawing_id: int, drawing: Drawing, aim: Aim) -> Meeting:
    """What an aim meets on a drawing; the index is kept for the next question."""
    with _lock:
        field = _kept.setdefault(drawing_id, Field())
        _kept.move_to_end(drawing_id)
        while len(_kept) > MOST_KEPT:
            _kept.popitem(last=False)
        field.update(drawing)
        return meet(drawing, field, aim)
