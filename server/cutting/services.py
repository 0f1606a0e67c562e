"""Look at how a drawing will be cut, and cut it; how is kept with the drawing."""

from contextlib import suppress
from dataclasses import dataclass

from buildup.cutting.faults import Fault, faults_of
from buildup.cutting.job import Job, job_of
from buildup.cutting.plan import CutPlan, read_plan
from buildup.cutting.record import CutRecord, record_of
from buildup.drawing.codec import write
from buildup.drawing.measures import MeasureSet
from buildup.drawing.model import Drawing as Value
from buildup.errors import Refusal
from buildup.measuresets import in_set
from common.retries import in_transaction
from drawings import store
from drawings.selectors.lookup import found, locked

from cutting.client import sent

KEPT = "cutting"
"""Beside the settings of formats."""


@dataclass(frozen=True)
class CutPreview:
    """A drawing as it will be cut.

    Args:
        faults: what is wrong with it.
        job: None where it cannot be cut.
        trouble: why; empty where it can.
    """

    faults: tuple[Fault, ...]
    job: Job | None
    trouble: str


@dataclass(frozen=True)
class Done:
    """What was cut, and why no more was (empty: it was all)."""

    record: CutRecord
    trouble: str


def plan_of(user_id: int, drawing_id: int) -> CutPlan:
    """How a drawing was cut last.

    Raises:
        Refusal: `unknown_drawing`.
    """
    kept = found(user_id, drawing_id).export_settings.get(KEPT, {})
    with suppress(Refusal):  # kept by another form of the program
        return read_plan(kept)
    return CutPlan()


def look(
    user_id: int, drawing_id: int, plan: CutPlan, measure_set: str | None = None
) -> CutPreview:
    """What is wrong with a drawing, and its job.

    Args:
        user_id: whose drawing.
        drawing_id: which.
        plan: how it is cut.
        measure_set: the set of measures in which it is; None: as it is shown.

    Raises:
        Refusal: `unknown_drawing`; as `in_set`.
    """
    _remember(user_id, drawing_id, plan)
    value = _value(user_id, drawing_id, measure_set)
    faults = faults_of(value, None, plan)
    try:
        return CutPreview(faults, job_of(value, None, plan), "")
    except Refusal as refusal:
        return CutPreview(faults, None, refusal.sentence)


def cut(user_id: int, drawing_id: int, plan: CutPlan, measure_set: str | None = None) -> Done:
    """Send a drawing to the cutting table, as `look` looks at it.

    Raises:
        Refusal: `unknown_drawing`, `no_cutter`; as `job_of`.
    """
    _remember(user_id, drawing_id, plan)
    job = job_of(_value(user_id, drawing_id, measure_set), None, plan)
    answered = sent(job.text, width=plan.width, height=plan.height)
    record = record_of(answered.strokes, height=plan.height, speed=plan.speed)
    return Done(record, answered.trouble)


def sets_of(user_id: int, drawing_id: int) -> tuple[MeasureSet, ...]:
    """The sets of measures of a drawing.

    Raises:
        Refusal: `unknown_drawing`.
    """
    return _value(user_id, drawing_id, None).sheet.measure_sets


def _value(user_id: int, drawing_id: int, measure_set: str | None) -> Value:
    with store.snapshot():
        value = store.value_of(found(user_id, drawing_id))
    return value if measure_set is None else in_set(value, measure_set)


@in_transaction
def _remember(user_id: int, drawing_id: int, plan: CutPlan) -> None:
    row = locked(user_id, drawing_id)
    told = write(plan, defaults=True)
    if row.export_settings.get(KEPT) != told:
        kept = {**row.export_settings, KEPT: told}
        type(row).objects.filter(pk=row.pk).update(export_settings=kept)  # it was not changed
