"""Keep one edit: lock the drawing, check the version, apply, write, all in one transaction."""

from dataclasses import dataclass

from buildup.drawing.model import Drawing
from buildup.edits.apply import apply, read_command, write_command
from buildup.edits.change import Change, Delta
from buildup.edits.command import Command
from buildup.errors import Refusal
from buildup.geometry.patience import heard_by
from buildup.timeline import Follows

from studio import models, store
from studio.actions.turns import in_turn
from studio.finding import locked
from studio.history import next_steps
from studio.longwork import Watch


class Stale(Refusal):
    """The drawing has moved on; carries what changed since the version the client knows."""

    def __init__(self, row: models.Drawing, version: int, since: Delta, after: Drawing) -> None:
        super().__init__(
            "stale", "The drawing changed elsewhere in the meantime. Your edit is put on top of it."
        )
        self.row, self.version, self.since, self.after = row, version, since, after


@dataclass(frozen=True)
class Outcome:
    """A drawing after a change was kept, and what changed since the client's version."""

    row: models.Drawing
    delta: Delta
    after: Drawing
    around: tuple[models.Step | None, models.Step | None]
    """The steps that undo and redo would take now."""
    before: Drawing | None = None
    """The drawing just before, where that is the client's version."""


def again(row: models.Drawing, command_id: str, version: int | None) -> Outcome | None:
    """The answer for a command that was kept before, so that sending it twice applies it once."""
    if not row.steps.filter(command_id=command_id).exists():
        return None
    since = store.delta_since(row, row.version if version is None else version)
    return Outcome(row, since, store.value_of(row), next_steps(row))


def check_ahead(row: models.Drawing, version: int) -> None:
    """Refuses a version that the drawing never had.

    Raises:
        Refusal: `unknown_version`.
    """
    if version > row.version:
        raise Refusal(
            "unknown_version", "This page is ahead of the store. It is read again; nothing is lost."
        )


def check_version(row: models.Drawing, version: int | None) -> Drawing:
    """The drawing's value, if the client knows its version or does not mind (None).

    Raises:
        Stale: when it has moved on.
        Refusal: `unknown_version` when it never was that far.
    """
    if version is not None:
        check_ahead(row, version)
    drawing = store.value_of(row)
    if version is not None and version < row.version:
        raise Stale(row, version, store.delta_since(row, version), drawing)
    return drawing


@in_turn
def edit(
    user_id: int,
    drawing_id: int,
    *,
    command_id: str,
    version: int | None,
    command: Command,
    follows: Follows | None = None,
) -> Outcome:
    """Apply a command and keep it as a step.

    With `follows` it joins that edit where that one is still the last and the core says that the
    two are one step: the new step takes its place, standing on the same parent, and undoes both.

    Raises:
        Refusal: what the core refuses; nothing is changed.
        Stale: as `check_version`.
    """
    row = locked(user_id, drawing_id)
    if (kept := again(row, command_id, version)) is not None:
        return kept
    before = check_version(row, version)
    with heard_by(Watch(user_id, command_id)):
        change = apply(before, command)
    _check_pictures(user_id, before, change.forward)
    row.version += 1
    after = store.write_delta(row, before, change.forward)
    parent = row.head
    whole = change
    if follows is not None and (last := _continued(row, command, follows)) is not None:
        parent = last.parent
        back = Delta() if last.inverse is None else Delta.from_json(last.inverse)
        earlier = Change(last.name, Delta.from_json(last.change), back)
        whole = earlier.then(change)
    step = models.Step(
        drawing=row,
        number=row.version,
        command_id=command_id,
        action=models.Step.EDIT,
        name=change.name[:120],
        parent=parent,
        command=write_command(command),
        change=whole.forward.to_json(),
        inverse=whole.back.to_json(),
    )
    store.write_step(step)
    row.head = row.version
    row.save()
    return Outcome(row, change.forward, after, (step, None), None if version is None else before)


def _continued(row: models.Drawing, command: Command, follows: Follows) -> models.Step | None:
    """The last edit, where this one goes on with it."""
    last = row.steps.filter(number=row.head, action=models.Step.EDIT).first()
    if last is None or last.command_id != follows.edit:
        return None
    try:
        earlier = read_command(last.command)
    except Refusal:  # kept by an earlier form of the program
        return None
    return last if command.continues(earlier, pause=follows.pause) else None


def _check_pictures(user_id: int, before: Drawing, delta: Delta) -> None:
    """Refuses an underlay that shows somebody else's picture."""
    if delta.sheet is None:
        return
    known = {u.picture for u in before.sheet.underlays}
    new = {u.picture for u in delta.sheet.underlays} - known
    own = models.Picture.objects.filter(pk__in=new, drawing__owner_id=user_id)
    if new and own.count() < len(new):
        raise Refusal(
            "unknown_picture", "That picture is not there. Nothing was placed; choose a file again."
        )
