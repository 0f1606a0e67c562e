"""Keep one edit: lock the drawing, check the version, apply, write, all in one transaction.

What takes longer than a moment is worked out before that, against what the drawing is then, so that
nothing waits for it; where the drawing has changed meanwhile it is worked out again.
"""

import time
from dataclasses import dataclass
from typing import Any

from buildup.drawing.itemtypes import pictures_of
from buildup.drawing.model import Drawing
from buildup.edits.apply import apply, read_command, write_command
from buildup.edits.change import Change, Delta
from buildup.edits.command import Command
from buildup.errors import Refusal
from buildup.geometry.progress import reporting_to
from buildup.repainting import MOST_AT_ONCE
from buildup.timeline import Follows
from common import progress as longwork
from common.messages import refusal, sentence
from common.progress import ProgressReporter
from common.retries import in_transaction
from references.models import Picture

from drawings import models, store
from drawings.selectors.history import next_steps
from drawings.selectors.lookup import found, locked


class Stale(Refusal):
    """The drawing has moved on; carries what changed since the version the client knows."""

    def __init__(self, row: models.Drawing, version: int, since: Delta, after: Drawing) -> None:
        super().__init__("stale", sentence("stale"))
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


@dataclass(frozen=True)
class Known:
    """The version of a drawing that a client knows.

    Args:
        version: its number.
        identity: what tells it from another one of that number; None: an older page does not say.
    """

    version: int
    identity: str | None = None


def again(
    row: models.Drawing, command_id: str, known: Known | None, command: Command | None = None
) -> Outcome | None:
    """The answer for a command that was kept before, so that sending it twice applies it once.

    Its id counts for that command alone (None: a step along the history).

    Raises:
        Refusal: as `check_known`; `id_taken` where another one had the id.
    """
    kept = row.steps.filter(command_id=command_id).values_list("command", flat=True)
    if not (values := list(kept)):
        return None
    if not _is_same(values[0], command):
        raise refusal("id_taken")
    if known is not None:
        check_known(row, known)
    since = delta_after(row, row.version if known is None else known.version)
    return Outcome(row, since, store.value_of(row), next_steps(row))


def _is_same(kept: Any, command: Command | None) -> bool:
    """Whether a command is the one that was kept, in whatever form of the program."""
    if kept is None or command is None:
        return kept is None and command is None
    try:
        return read_command(kept) == command
    except Refusal:  # it cannot be told any more
        return True


def check_known(row: models.Drawing, known: Known) -> None:
    """Refuses a version that the drawing never had, or had in another past.

    Raises:
        Refusal: `unknown_version`.
    """
    ahead = known.version > row.version
    values = known.identity
    if ahead or (values is not None and not store.was_at(row, known.version, values)):
        raise refusal("unknown_version")


def check_version(row: models.Drawing, known: Known | None) -> Drawing:
    """The drawing's value, if the client knows its version or does not mind (None).

    Raises:
        Stale: when it has moved on.
        Refusal: as `check_known`; `long_ago` where too much has changed since.
    """
    if known is not None:
        check_known(row, known)
    drawing = store.value_of(row)
    if known is not None and known.version < row.version:
        since = delta_after(row, known.version)
        raise Stale(row, known.version, since, drawing)
    return drawing


def delta_after(row: models.Drawing, version: int) -> Delta:
    """What changed since a version, where that is not long ago.

    Raises:
        Refusal: `long_ago`.
    """
    if row.version - version > store.MOST_STEPS_BEHIND:
        raise refusal("long_ago")
    return store.delta_since(row, version)


@dataclass(frozen=True)
class Foreseen:
    """What a command does to a drawing of some version."""

    version: int
    identity: str
    change: Change


class TakesLong(Exception):
    """More work than may be done while others wait for the drawing."""


class Quick:
    """Hears of work that is done while the drawing is locked, as `patience.reporting_to` wants it.

    Raises:
        TakesLong: as soon as it is plain that it takes more than a moment.
    """

    def __init__(self) -> None:
        self._left = MOST_AT_ONCE
        self._until = time.monotonic() + longwork.AFTER

    def begins(self, pairs: int) -> None:
        """So much more work."""
        self._left -= pairs
        if self._left < 0:
            raise TakesLong

    def far(self, part: float) -> None:
        """It may be that each of its pieces takes long."""
        if time.monotonic() > self._until:
            raise TakesLong


MOST_TRIES = 5
"""Times that a long edit is worked out while others change the drawing."""


def edit(
    user_id: int,
    drawing_id: int,
    *,
    command_id: str,
    known: Known | None,
    command: Command,
    follows: Follows | None = None,
) -> Outcome:
    """Apply a command and keep it as a step.

    With `follows` it joins that edit where that one is still the last and the core says that the
    two are one step: the new step takes its place, standing on the same parent, and undoes both.

    Raises:
        Refusal: what the core refuses; nothing is changed. `busy` where others changed the drawing
            again and again while a long edit was worked out.
        Stale: as `check_version`.
    """
    foreseen = None
    for _ in range(MOST_TRIES):
        try:
            return _stored(
                user_id,
                drawing_id,
                command_id=command_id,
                known=known,
                command=command,
                follows=follows,
                foreseen=foreseen,
            )
        except TakesLong:
            foreseen = _foreseen(user_id, drawing_id, command_id, known, command)
    raise refusal("busy.drawing")


def _foreseen(
    user_id: int, drawing_id: int, command_id: str, known: Known | None, command: Command
) -> Foreseen:
    """What a command does, worked out while nobody waits for the drawing."""
    with store.snapshot():
        row = found(user_id, drawing_id)
        before = check_version(row, known)
    with reporting_to(ProgressReporter(user_id, command_id)):
        return Foreseen(row.version, row.identity, apply(before, command))


@in_transaction
def _stored(
    user_id: int,
    drawing_id: int,
    *,
    command_id: str,
    known: Known | None,
    command: Command,
    follows: Follows | None,
    foreseen: Foreseen | None,
) -> Outcome:
    """The command's step, in one transaction.

    Raises:
        TakesLong: it has to be worked out beforehand, or once more.
    """
    row = locked(user_id, drawing_id)
    if (kept := again(row, command_id, known, command)) is not None:
        return kept
    before = check_version(row, known)
    here = (row.version, row.identity)
    if foreseen is not None and (foreseen.version, foreseen.identity) == here:
        change = foreseen.change
    else:
        with reporting_to(Quick()):
            change = apply(before, command)
    _note_pictures(user_id, row, before, change.forward)
    row.version += 1
    row.tip = command_id
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
        author_id=user_id,
        command=write_command(command),
        change=whole.forward.to_json(),
        inverse=whole.back.to_json(),
    )
    store.write_step(row, step)
    row.head = row.version
    row.save()
    return Outcome(row, change.forward, after, (step, None), None if known is None else before)


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


def _note_pictures(user_id: int, row: models.Drawing, before: Drawing, delta: Delta) -> None:
    """Note that a drawing uses the pictures it comes to show; refuses somebody else's."""
    new = set[int]()
    for item in delta.put:
        old = before.items.get(item.id)
        new |= pictures_of(item) - (frozenset() if old is None else pictures_of(old))
    if delta.sheet is not None:
        known = {u.picture for u in before.sheet.references}
        new |= {u.picture for u in delta.sheet.references} - known
    if not new:
        return
    own = Picture.objects.filter(pk__in=new, owner_id=user_id).values_list("pk", flat=True)
    if len(found := list(own)) < len(new):
        raise refusal("unknown_picture.placed")
    uses = [models.PictureUse(picture_id=pk, drawing=row) for pk in found]
    models.PictureUse.objects.bulk_create(uses, ignore_conflicts=True)
