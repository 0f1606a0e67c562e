"""What a command is: frozen data with a literal kind, and one verb.

A command reads no clock, no random numbers, no files and no globals: whatever it needs comes in
its fields. What is always wrong with a command is refused when one is made.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, fields, is_dataclass, replace
from typing import Any, ClassVar, Self

from buildup.drawing.checks import check_id, check_numbers, check_text
from buildup.drawing.model import Drawing
from buildup.drawing.sharing.memo import LastResult
from buildup.drawing.tree import Tree
from buildup.edits.change import Delta, made_by
from buildup.messages import refusal

Point = tuple[float, float]
"""A place or a vector in sheet units, `[x, y]`."""

AnchorRef = tuple[str, int, int]
"""An anchor: the id of its item, the index of its contour, its index in the contour."""

MOST_TARGETS = 20_000
"""Items or anchors one command may name."""
ID_FIELDS = frozenset(
    {"item", "items", "copies", "container", "behind", "layer", "group", "symmetry", "target"}
)
"""The fields that hold ids of items."""
GOES_ON_WITHIN = 1.5
"""Seconds. An edit made later than that after the one before is a step of its own: the hand has
rested (common practice)."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Command:
    """The base of all commands."""

    __pydantic_config__: ClassVar[dict[str, Any]] = {
        "extra": "forbid",
        "allow_inf_nan": False,
        "use_attribute_docstrings": True,
    }

    merges_by: ClassVar[tuple[str, ...]] = ()
    """The fields in which an edit has to be as the last one to go on with it as one step; none for
    commands that are always a step of their own."""

    draws_outline: ClassVar[bool] = False
    """It goes on drawing an outline: such steps of one outline are listed as one."""

    checks_formulas: ClassVar[bool] = False
    """It is an edit of formulas: it is refused where one of them comes to nothing now."""

    whole: ClassVar[bool] = False
    """It moves whole items: none of their anchors is pulled back to a seam it lay on."""

    pointer_field: ClassVar[str] = ""
    """The field that the pointer sets: a place or a way, which moves on to what the pointer meets;
    of a row of places the last one."""

    def moved_on(self, by: Point) -> Self:
        """The command once what is drawn or dragged has met something that far away."""
        if not self.pointer_field or by == (0.0, 0.0):
            return self
        value = getattr(self, self.pointer_field)
        if isinstance(value[0], tuple):
            moved: Any = (*value[:-1], _plus(value[-1], by))
        else:
            moved = _plus(value, by)
        changes: dict[str, Any] = {self.pointer_field: moved}
        return replace(self, **changes)

    def continues(self, earlier: "Command", *, pause: float) -> bool:
        """Whether this edit and the one before are one step, as a series of nudges is.

        Args:
            earlier: the edit just before, on the same drawing.
            pause: seconds between the two, by the clock of whoever made them.

        """
        return (
            type(earlier) is type(self)
            and bool(self.merges_by)
            and 0.0 <= pause <= GOES_ON_WITHIN
            and all(getattr(self, f) == getattr(earlier, f) for f in self.merges_by)
        )

    def __post_init__(self) -> None:
        for f in fields(self):
            _check(getattr(self, f.name), f.name)

    reaches_links: ClassVar[bool] = False
    """It may change what linked copies hold, without the copies."""

    selects_made: ClassVar[bool] = False
    """What it makes is selected afterwards; of commands with `copies` these always are."""

    def selects(self, before: Tree, forward: Delta) -> tuple[str, ...]:
        """What is to be selected after it; nothing: the selection stays as it is.

        Args:
            before: what lay in what.
            forward: what it changed.

        """
        copies = getattr(self, "copies", None) is not None
        return made_by(forward, before) if self.selects_made or copies else ()

    @property
    def guide_line(self) -> "tuple[Point, Point] | None":
        """The straight line that it goes along, where the pointer alone does not say which."""
        return None

    @property
    def name(self) -> str:
        """What the step is called, for the designer."""
        raise NotImplementedError

    @property
    def phrase(self) -> str:
        """The name as it is put together with what it is done to, which stands for `{item}`."""
        if self.name.endswith(" item"):
            return self.name.removesuffix("item") + "{item}"
        return self.name if self.name.endswith(" items") else self.name + " of {item}"

    def title(self, drawing: Drawing) -> str:
        """The step's name on a drawing: what is done, and to what: one item by its name.

        What was not there before (a shape that is drawn) is named by the command itself.
        """
        return self._titled(drawing, self.phrase)

    def _titled(self, drawing: Drawing, phrase: str) -> str:
        there = [i for i in self._subjects() if i in drawing.items]
        if not there:
            return self.name
        what = drawing.items[there[0]].name if len(there) == 1 else f"{len(there)} items"
        return phrase.replace("{item}", what)

    def _subjects(self) -> tuple[str, ...]:
        """The items that it names, each once: those that it works on, or whose anchors it does."""
        found: list[str] = []
        for name in ("items", "item", "assembly", "symmetry"):
            value = getattr(self, name, ())
            found += (value,) if isinstance(value, str) else value
        for name in ("anchors", "segments"):
            found += (ref[0] for ref in getattr(self, name, ()))
        for name in ("anchor", "segment", "first"):
            if ref := getattr(self, name, None):
                found.append(ref[0])
        return tuple(dict.fromkeys(found))

    def delta(self, drawing: Drawing) -> Delta:
        """What this command does to a drawing.

        Raises:
            Refusal: when it cannot be done.

        """
        raise NotImplementedError


_sound: LastResult[None] = LastResult()
"""The items that were found sound last: a drag makes a command of the same at every move."""


def _check_all(values: Iterable[object], field: str) -> None:
    for value in values:
        _check(value, field)


def _plus(position: Point, by: Point) -> Point:
    return (position[0] + by[0], position[1] + by[1])


def _check(value: object, field: str) -> None:
    """Sound numbers, plain text and usable ids, however deep they sit."""
    if isinstance(value, float):
        check_numbers(value)
    elif isinstance(value, complex):
        check_numbers(value.real, value.imag)
    elif isinstance(value, tuple):
        if len(value) > MOST_TARGETS:
            raise refusal("too_many", field)
        if field == "items":
            _sound.of((value,), lambda: _check_all(value, field))
        else:
            _check_all(value, field)
    elif isinstance(value, str):
        check_text(value)
        if field in ID_FIELDS:
            check_id(value)
    elif isinstance(value, Mapping):
        for name, part in value.items():
            check_text(name)
            _check(part, field)
    elif is_dataclass(value):
        for f in fields(value):
            _check(getattr(value, f.name), field)
