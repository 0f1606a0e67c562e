"""Keep one edit: lock the drawing, check the version, apply, write, all in one transaction."""

from dataclasses import dataclass

from buildup.drawing.model import Drawing
from buildup.edits.apply import apply, write_command
from buildup.edits.change import Change, Delta
from buildup.edits.command import Command
from buildup.errors import Refusal
from django.db import transaction

from studio import models, store
from studio.drawings import locked
from studio.history import next_steps


class Stale(Refusal):
    """The drawing has moved on; carries what changed since the version the client knows."""

    def __init__(self, row: models.Drawing, version: int, since: Delta, after: Drawing) -> None:
        super().__init__(
            "stale", "The drawing changed elsewhere in the meantime. Your edit is put on top of it."
        )
        self.row, self.version, self.since, self.after = row, version, since, after


@dataclass(frozen=True)
class Kept:
    """A drawing after a change was kept, and what changed since the client's version."""

    row: models.Drawing
    delta: Delta
    after: Drawing
    around: tuple[models.Step | None, models.Step | None]
    """The steps that undo and redo would take now."""


def again(row: models.Drawing, command_id: str, version: int) -> Kept | None:
    """The answer for a command that was kept before, so that sending it twice applies it once."""
    if not row.steps.filter(command_id=command_id).exists():
        return None
    since = store.delta_since(row, version)
    return Kept(row, since, store.value_of(row), next_steps(row))


def check_version(row: models.Drawing, version: int) -> Drawing:
    """The drawing's value, if the client knows its version.

    Raises:
        Stale: when it has moved on.
        Refusal: `unknown_version` when it never was that far.
    """
    if version > row.version:
        raise Refusal(
            "unknown_version", "This page is ahead of the store. Load it again; nothing was lost."
        )
    drawing = store.value_of(row)
    if version < row.version:
        raise Stale(row, version, store.delta_since(row, version), drawing)
    return drawing


@transaction.atomic
def edit(
    user_id: int,
    drawing_id: int,
    *,
    command_id: str,
    version: int,
    command: Command,
    merge: bool = False,
) -> Kept:
    """Apply a command and keep it as a step.

    `merge` continues the last edit when it is of the same kind on the same items (a series of
    nudges): the new step takes its place, standing on the same parent, and undoes both.

    Raises:
        Refusal: what the core refuses; nothing is changed.
        Stale: as `check_version`.
    """
    row = locked(user_id, drawing_id)
    if (kept := again(row, command_id, version)) is not None:
        return kept
    before = check_version(row, version)
    change = apply(before, command)
    row.version += 1
    after = store.write_delta(row, before, change.forward)
    step = models.Step(
        drawing=row,
        number=row.version,
        command_id=command_id,
        action=models.Step.EDIT,
        name=change.name[:120],
        parent=row.head,
        command=write_command(command),
        change=change.forward.to_json(),
        inverse=change.back.to_json(),
    )
    if merge:
        _join(row, step, change)
    step.save(force_insert=True)
    row.head = row.version
    row.save()
    return Kept(row, change.forward, after, (step, None))


def _join(row: models.Drawing, step: models.Step, change: Change) -> None:
    last = row.steps.filter(number=row.head, action=models.Step.EDIT).first()
    if last is None or _target(last.command) != _target(step.command):
        return
    step.parent = last.parent
    step.change = Delta.from_json(last.change).then(change.forward).to_json()
    step.inverse = change.back.then(Delta.from_json(last.inverse)).to_json()


def _target(command: dict[str, object]) -> tuple[object, ...]:
    return tuple(command.get(k) for k in ("kind", "items", "anchors"))
