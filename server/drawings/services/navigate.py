"""Move along the history: undo, redo, or go to any step on the line."""

from buildup.edits.change import Delta, chained_json
from common.messages import refusal
from common.retries import in_transaction

from drawings import models, store
from drawings.selectors.history import edits_of, next_steps, steps_ahead, steps_back
from drawings.selectors.lookup import locked
from drawings.services.edit import Known, Outcome, again, check_version


@in_transaction
def go(
    user_id: int,
    drawing_id: int,
    *,
    command_id: str,
    known: Known | None,
    to: int | str,
    edit: str | None = None,
) -> Outcome:
    """Bring the drawing to a step: `undo`, `redo`, or the number of a step (0: the beginning).

    `edit` names the edit that undo is to take back, or redo to bring back.

    Raises:
        Refusal: `nothing_to_undo`, `nothing_to_redo`, `unknown_step`, or `not_the_last` when
            another edit came in between; nothing is changed.
        Stale: as for an edit.
    """
    row = locked(user_id, drawing_id)
    if (kept := again(row, command_id, known)) is not None:
        return kept
    before = check_version(row, known)
    target, name = _target(row, to, edit)
    delta = delta_to(row, target)
    row.version += 1
    row.tip = command_id
    row.head = target
    after = store.write_delta(row, before, delta)
    step = models.Step(
        drawing=row,
        number=row.version,
        command_id=command_id,
        action=models.Step.GO,
        name=name,
        author_id=user_id,
        change=delta.to_json(),
    )
    store.write_step(row, step)
    row.save()
    return Outcome(row, delta, after, next_steps(row), None if known is None else before)


def _target(row: models.Drawing, to: int | str, edit: str | None) -> tuple[int, str]:
    undo, redo = next_steps(row) if isinstance(to, str) else (None, None)
    if to == "undo":
        if undo is None:
            raise refusal("nothing_to_undo")
        if edit not in (None, undo.command_id):
            raise refusal("not_the_last", name=undo.name)
        return undo.parent, "Undo"
    if to == "redo":
        if redo is None:
            raise refusal("nothing_to_redo")
        if edit not in (None, redo.command_id):
            raise refusal("not_the_last.redo")
        return redo.number, "Redo"
    return int(to), "Go to step"


def delta_to(row: models.Drawing, target: int, *, most: int | None = None) -> Delta:
    """The delta from the head to a step on its line, back or ahead.

    Raises:
        Refusal: `unknown_step`; `too_far` where more than `most` steps lie between.
    """
    if target <= row.head:
        numbers, field, order = steps_back(row, target), "inverse", "-number"
    else:
        numbers, field, order = steps_ahead(row, target), "change", "number"
    if numbers is None:
        raise refusal("unknown_step")
    if most is not None and len(numbers) > most:
        raise refusal("too_far.steps", most=most)
    values = edits_of(row).filter(number__in=numbers).order_by(order).values_list(field, flat=True)
    return chained_json(values)
