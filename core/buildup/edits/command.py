"""What a command is: frozen data with a literal kind, and one verb.

A command reads no clock, no random numbers, no files and no globals: whatever it needs comes in
its fields. What is always wrong with a command is refused when one is made.
"""

from dataclasses import dataclass, fields
from typing import Any, ClassVar

from buildup.drawing.checks import check_id, check_numbers
from buildup.drawing.model import Drawing
from buildup.edits.change import Delta
from buildup.errors import Refusal

Point = tuple[float, float]
"""A place or a vector in sheet units, `[x, y]`."""

AnchorRef = tuple[str, int, int]
"""An anchor: the id of its item, the index of its contour, its index in the contour."""

MOST_TARGETS = 20_000
"""Items or anchors one command may name."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Command:
    """The base of all commands."""

    __pydantic_config__: ClassVar[dict[str, Any]] = {
        "extra": "forbid",
        "allow_inf_nan": False,
        "use_attribute_docstrings": True,
    }

    def __post_init__(self) -> None:
        for f in fields(self):
            _check(getattr(self, f.name), f.name)

    @property
    def name(self) -> str:
        """What the step is called, for the designer."""
        raise NotImplementedError

    def delta(self, drawing: Drawing) -> Delta:
        """What this command does to a drawing.

        Raises:
            Refusal: when it cannot be done.

        """
        raise NotImplementedError


def _check(value: object, field: str) -> None:
    """Sound numbers and usable ids, however deep they sit."""
    if isinstance(value, float):
        check_numbers(value)
    elif isinstance(value, tuple):
        if len(value) > MOST_TARGETS:
            raise Refusal("too_many", "That is too much for one edit. Nothing was changed.", field)
        for part in value:
            _check(part, field)
    elif isinstance(value, str) and field in ("item", "items", "copies"):
        check_id(value)
