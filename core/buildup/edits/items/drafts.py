"""Commands that are drafted: seen, dragged by pegs and typed before anything is made of them."""

from dataclasses import dataclass
from typing import Self

from buildup.drawing.model import Drawing
from buildup.edits.command import Command
from buildup.forms.draftpegs import CopyPeg


@dataclass(frozen=True, slots=True, kw_only=True)
class Draft(Command):
    """The base of commands that may leave open what comes out of the drawing."""

    def laid_out(self, drawing: Drawing) -> Self:
        """The command with all that was left open.

        Raises:
            Refusal: when it cannot be done.

        """
        raise NotImplementedError

    def draft_pegs(self, drawing: Drawing) -> tuple[CopyPeg, ...]:
        """The pegs of a command that is laid out, on the sheet."""
        raise NotImplementedError

    def pulled(self, drawing: Drawing, peg: str, to: complex, *, held: bool) -> Self:
        """A laid out command after a peg was dragged to a place; `held`: by steps only."""
        raise NotImplementedError
