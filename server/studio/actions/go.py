"""Move along the history: undo, redo, or go to any step on the line."""

from buildup.edits.change import Delta
from buildup.errors import Refusal
from django.db import transaction

from studio import models, store
from studio.actions.edit import Kept, again, check_version
from studio.drawings import locked
from studio.history import line, next_steps


@transaction.atomic
def go(user_id: int, drawing_id: int, *, command_id: str, version: int, to: int | str) -> Kept:
    """Bring the drawing to a step: `undo`, `redo`, or the number of a step (0: the beginning).

    Raises:
        Refusal: `nothing_to_undo`, `nothing_to_redo` or `unknown_step`; nothing is changed.
        Stale: as for an edit.
    """
    row = locked(user_id, drawing_id)
    if (kept := again(row, command_id, version)) is not None:
        return kept
    before = check_version(row, version)
    target, name = _target(row, to)
    delta = way(row, target)
    row.version += 1
    row.head = target
    after = store.write_delta(row, before, delta)
    models.Step.objects.create(
        drawing=row,
        number=row.version,
        command_id=command_id,
        action=models.Step.GO,
        name=name,
        change=delta.to_json(),
    )
    row.save()
    return Kept(row, delta, after, next_steps(row))


def _target(row: models.Drawing, to: int | str) -> tuple[int, str]:
    if to in ("undo", "redo"):
        undo, redo = next_steps(row)
        if to == "undo":
            if undo is None:
                raise Refusal("nothing_to_undo", "There is nothing left to undo.")
            return undo.parent, "Undo"
        if redo is None:
            raise Refusal("nothing_to_redo", "There is nothing left to redo.")
        return redo.number, "Redo"
    return int(to), "Go to step"


def way(row: models.Drawing, target: int) -> Delta:
    """The delta from the head to a step on its line, back or ahead.

    Raises:
        Refusal: `unknown_step`.
    """
    here = line(row)
    edits = row.steps.filter(action=models.Step.EDIT)
    total = Delta()
    if target in (0, *here.done):
        back = [n for n in here.done if n > target]
        for inverse in (
            edits.filter(number__in=back).order_by("-number").values_list("inverse", flat=True)
        ):
            total = total.then(Delta.from_json(inverse))
        return total
    if target not in here.ahead:
        raise Refusal("unknown_step", "That step is not in this drawing's history any more.")
    ahead = here.ahead[: here.ahead.index(target) + 1]
    for change in (
        edits.filter(number__in=ahead).order_by("number").values_list("change", flat=True)
    ):
        total = total.then(Delta.from_json(change))
    return total
