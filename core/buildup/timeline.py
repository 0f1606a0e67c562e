"""Where a drawing stands in its history, as far as a host without the whole history knows it.

A host that shows edits before they are kept goes along this line with them: undo and redo act on
what is on its way, too. The server's own history decides in the end.
"""

from dataclasses import dataclass, replace

from buildup.drawing.model import Drawing
from buildup.edits.apply import apply
from buildup.edits.change import Change, Delta, updated
from buildup.edits.command import Command

MOST_KNOWN = 200
"""Steps back that a host remembers; further ones are the server's."""


@dataclass(frozen=True, slots=True, kw_only=True)
class StepName:
    """What undo would take back, or redo bring back."""

    edit: str
    name: str


@dataclass(frozen=True, slots=True)
class Done:
    """An edit on the line.

    Args:
        step: its id and its name.
        command: what was done; None where only the name is known.
        change: what it changed, with what it goes on with; None likewise.

    """

    step: StepName
    command: Command | None = None
    change: Change | None = None


@dataclass(frozen=True, slots=True)
class Follows:
    """The edit just before that one may go on with, and the seconds of pause between the two."""

    edit: str
    pause: float


@dataclass(frozen=True, slots=True)
class Timeline:
    """A drawing, the edits that led to it (oldest first), and those that redo would bring back."""

    drawing: Drawing
    done: tuple[Done, ...] = ()
    ahead: tuple[Done, ...] = ()

    def edited(
        self, step_id: str, command: Command, follows: Follows | None = None
    ) -> "tuple[Timeline, Delta]":
        """The line after one more edit, and what it changed.

        Raises:
            Refusal: as `apply`.
        """
        change = apply(self.drawing, command)
        return self.with_done(step_id, command, change, follows), change.forward

    def with_done(
        self, step_id: str, command: Command, change: Change, follows: Follows | None
    ) -> "Timeline":
        """The line after an edit whose change is known; it may go on with the one before."""
        done = self.done
        last = done[-1] if done else None
        whole = change
        if (
            follows is not None
            and last is not None
            and last.step.edit == follows.edit
            and last.command is not None
            and last.change is not None
            and command.continues(last.command, pause=follows.pause)
        ):
            done, whole = done[:-1], last.change.then(change)
        new = Done(StepName(edit=step_id, name=change.name), command, whole)
        after = updated(self.drawing, change.forward)
        return Timeline(after, (*done[-MOST_KNOWN:], new))

    def undone(self, edit: str | None) -> "tuple[Timeline, Delta] | None":
        """The line without its last edit; None where that is not the one, or is not known."""
        last = self.done[-1] if self.done else None
        if last is None or last.change is None or edit not in (None, last.step.edit):
            return None
        after = updated(self.drawing, last.change.back)
        return Timeline(after, self.done[:-1], (*self.ahead, last)), last.change.back

    def redone(self, edit: str | None) -> "tuple[Timeline, Delta] | None":
        """The line with the edit that was undone last; None likewise."""
        last = self.ahead[-1] if self.ahead else None
        if last is None or last.change is None or edit not in (None, last.step.edit):
            return None
        after = updated(self.drawing, last.change.forward)
        return Timeline(after, (*self.done, last), self.ahead[:-1]), last.change.forward

    def synced(self, undo: StepName | None, redo: StepName | None) -> "Timeline":
        """The same drawing on the line as the server tells it; what does not agree is forgotten."""
        return replace(self, done=_agreed(self.done, undo), ahead=_agreed(self.ahead, redo))


def _agreed(known: tuple[Done, ...], step: StepName | None) -> tuple[Done, ...]:
    if step is None:
        return ()
    return known if known and known[-1].step.edit == step.edit else (Done(step),)
