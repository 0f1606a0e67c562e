"""Equal spacing: what is dragged comes to lie midway between two neighbours."""

from collections.abc import Set

from buildup.geometry.boxes import Box
from buildup.snapping.cells import Boxes
from buildup.snapping.cues import Cue


def spaced(
    boxes: Boxes, own: Box, dragged: Set[str], reach: float
) -> tuple[complex, tuple[Cue, ...]]:
    """The shift that makes equal gaps, across and down, and a cue for each gap.

    Args:
        boxes: of all items.
        own: the box of what is dragged.
        dragged: the ids of that.
        reach: sheet units within which a gap is met.
    """
    rows = [boxes.of[i] for i in boxes.in_rows(own) - dragged]
    columns = [boxes.of[i] for i in boxes.in_columns(own) - dragged]
    beside = [b for b in rows if b.top <= own.bottom and own.top <= b.bottom]
    above = [b for b in columns if b.left <= own.right and own.left <= b.right]
    across = _midway(own.left, own.right, [(b.left, b.right) for b in beside], reach)
    down = _midway(own.top, own.bottom, [(b.top, b.bottom) for b in above], reach)
    cues: list[Cue] = []
    if across is not None:
        shift, before, after = across
        y = own.centre.imag
        for start, end in ((before, own.left + shift), (own.right + shift, after)):
            cues.append(Cue(kind="spacing", at=(end, y), start=(start, y), distance=end - start))
    if down is not None:
        shift, before, after = down
        x = own.centre.real
        for start, end in ((before, own.top + shift), (own.bottom + shift, after)):
            cues.append(Cue(kind="spacing", at=(x, end), start=(x, start), distance=end - start))
    return complex(across[0] if across else 0.0, down[0] if down else 0.0), tuple(cues)


def _midway(
    low: float, high: float, spans: list[tuple[float, float]], reach: float
) -> tuple[float, float, float] | None:
    """The shift to the middle between the nearest spans on both sides, and their near edges."""
    before = max((end for _, end in spans if end <= low + reach), default=None)
    after = min((start for start, _ in spans if start >= high - reach), default=None)
    if before is None or after is None or after - before < high - low:
        return None
    shift = (before + after) / 2.0 - (low + high) / 2.0
    return (shift, before, after) if abs(shift) <= reach else None
