"""What a number of a drawing may say of itself: that it follows a formula."""

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
