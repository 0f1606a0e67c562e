"""What a number of a drawing may say of itself: that it follows a formula."""

import re
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Follow:
    """A number that follows a formula; what the formula came to last stands in the number itself.

    Args:
        field: which number, told from the value that holds this: `width`, `dials.radius`.
        formula: what it follows, as it was typed.
        unit: in which lengths without a unit were typed.

    """

    field: str
    formula: str
    unit: str


Follows = tuple[Follow, ...]
PLACED = "frame."
"""What the fields of an item's frame begin with."""
_STANDS = re.compile(r"frame\.\w+\.(?:x|y|angle)$|(?:centre|at)\.[xy]$")


def unplaced(follows: Follows) -> Follows:
    """What a copy follows: all but what says where its original stands.

    >>> unplaced((Follow("frame.nw.x", "r", "mm"), Follow("dials.radius", "r", "mm")))
    (Follow(field='dials.radius', formula='r', unit='mm'),)
    """
    return tuple(f for f in follows if not _STANDS.match(f.field))
