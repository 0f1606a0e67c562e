"""The forms of requests and answers; what comes from the core is taken from its dataclasses."""

from datetime import datetime
from functools import reduce
from operator import or_
from typing import Annotated, Any, Literal

from buildup.drawing.sheet import Sheet
from buildup.edits.apply import COMMANDS, read_command
from buildup.edits.command import Command
from buildup.repainting import Repaint
from buildup.view.selection import ViewRequest
from common.openapi import ReadByCore
from common.schema import CommandId, Problem
from ninja import Schema
from pydantic import AliasChoices, Field

AnyCommand = Annotated[
    Command, ReadByCore(read_command, name="AnyCommand", kinds=reduce(or_, COMMANDS))
]


class NewSheet(Schema):
    """The size of a new sheet, in sheet units."""

    width: float
    height: float
    unit: str
    colour: str | None = "#FFFFFF"


class SheetIn(Schema):
    """A new drawing."""

    name: str
    sheet: NewSheet


class NameIn(Schema):
    """A new name."""

    name: str


class Card(Schema):
    """A drawing on the home page."""

    id: int
    name: str
    sheet: Sheet
    version: int
    tip: str
    """What tells that version from another one of the same number."""
    changed: datetime
    deleted: datetime | None
    """When it was put into the bin."""


class CardPage(Schema):
    """Some drawings, and whether there are more after the last of them."""

    cards: list[Card]
    more: bool


class StepName(Schema):
    """A step of the history."""

    number: int
    name: str
    edit: str
    """The id of the edit that made it."""


class ListedStep(StepName):
    """A step as the history lists it."""

    drew: str | None
    """The outline that it drew on at; such steps of one outline can be shown as one."""


class DeltaForm(Schema):
    """What changed, as the core stores it; for hosts of the core that keep the drawing."""

    form: int
    put: list[dict[str, Any]]
    patches: list[dict[str, Any]]
    moves: list[tuple[str, str, str | None]]
    removed: list[str]
    sheet: dict[str, Any] | None


class DeskDrawing(Schema):
    """A drawing for a host of the core.

    Of each item its id, its container and its JSON text; those of a container back to front.
    """

    version: int
    tip: str
    """What tells that version from another one of the same number."""
    sheet: dict[str, Any]
    items: list[tuple[str, str, str]]
    undo: StepName | None
    redo: StepName | None


class Answer(Schema):
    """A change that was kept, and what it changed since the version the client knew."""

    version: int
    tip: str
    """What tells that version from another one of the same number."""
    since: int
    """The version that the changes start from."""
    delta: DeltaForm
    repaint: Repaint
    undo: StepName | None
    redo: StepName | None
    saved: datetime


class Board(Schema):
    """A whole drawing, opened."""

    id: int
    name: str
    version: int
    tip: str
    """What tells that version from another one of the same number."""
    repaint: Repaint
    places: list[tuple[str, str]]
    """Each item with its container; those of a container back to front."""
    undo: StepName | None
    redo: StepName | None
    saved: datetime


class Since(Schema):
    """What changed since a version; nothing when nothing did."""

    answer: Answer | None


class Work(Schema):
    """How far an edit is that takes long."""

    part: float | None
    """From 0 to 1; None where nothing is known of it."""


class StaleAnswer(Problem):
    """The drawing has moved on: what changed since."""

    answer: Answer


class Following(Schema):
    """The edit just before that one may go on with."""

    edit: CommandId
    pause: float = Field(ge=0)
    """Seconds between the two."""


class CommandIn(Schema):
    """An edit. The id is made by the client; sending it twice applies it once."""

    id: CommandId
    version: int | None = Field(None, ge=0)
    """The version the client knows; none where it only sends and shows nothing."""
    tip: str | None = Field(None, max_length=40)
    """What came with that version."""
    command: AnyCommand
    selection: list[str] = []
    view: ViewRequest = Field(ViewRequest(), validation_alias=AliasChoices("view", "shows"))
    """What the tool in the hand shows of the selection."""
    follows: Following | None = None
    """Makes one step with that edit, where the core says that the two are one."""


class GoIn(Schema):
    """A step along the history."""

    id: CommandId
    version: int | None = Field(None, ge=0)
    tip: str | None = Field(None, max_length=40)
    """What came with that version."""
    to: Literal["undo", "redo"] | Annotated[int, Field(ge=0, le=2**31 - 1)]
    edit: CommandId | None = None
    """The edit that undo is to take back or redo to bring back; none for whichever is next."""
    selection: list[str] = []
    view: ViewRequest = Field(ViewRequest(), validation_alias=AliasChoices("view", "shows"))


class History(Schema):
    """Some steps of the line of history, oldest first, and where the drawing stands."""

    steps: list[ListedStep]
    at: int
    earlier: bool
    """There are more before these."""
    later: bool
    """There are more after these."""
