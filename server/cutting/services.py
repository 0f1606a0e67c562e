"""Look at how a drawing will be cut, and cut it; how is kept with the drawing."""

from contextlib import suppress
from dataclasses import dataclass

from buildup.cutting.faults import Fault, faults_of
from buildup.cutting.job import Job, job_of
from buildup.cutting.marks import Alignment, alignment_of
from buildup.cutting.plan import CutPlan, read_plan
from buildup.cutting.printsheet import print_sheet
from buildup.cutting.record import CutRecord, record_of
from buildup.drawing.codec import write
from buildup.drawing.measures import MeasureSet
from buildup.drawing.model import Drawing as Value
from buildup.errors import Refusal
from buildup.geometry.progress import reporting_to, stage_of_work
from buildup.measuresets import in_set
from common.messages import refusal
from common.progress import ProgressReporter
from common.retries import in_transaction
from drawings import store
from drawings.selectors.lookup import found, locked
from exports.parcels import File
from exports.services import printed

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
        alignment: how the print lies in the cutter; None where that is not known.
    """

    faults: tuple[Fault, ...]
    job: Job | None
    trouble: str
    alignment: Alignment | None = None


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


@dataclass(frozen=True, kw_only=True)
class Wanted:
    """What is to be cut.

    Args:
        plan: how.
        measure_set: the set of measures in which it is; None: as it is shown.
        sheet: which of its sheets, from 0.
        work: the id under which one asks how far it is, and stops it.
    """

    plan: CutPlan
    measure_set: str | None = None
    sheet: int = 0
    work: str = ""


def look(user_id: int, drawing_id: int, wanted: Wanted) -> CutPreview:
    """What is wrong with a drawing, and its job.

    Raises:
        Refusal: `unknown_drawing`, `stopped`; as `in_set`.
    """
    _remember(user_id, drawing_id, wanted.plan)
    _, value = _value(user_id, drawing_id, wanted.measure_set)
    with reporting_to(ProgressReporter(user_id, wanted.work)):
        with stage_of_work(0.0, 0.6):
            faults = faults_of(value, None, wanted.plan)
        try:
            with stage_of_work(0.6, 1.0):
                job = job_of(value, None, wanted.plan, sheet=wanted.sheet)
            return CutPreview(faults, job, "", alignment_of(wanted.plan))
        except Refusal as problem:
            if problem.code == "stopped":
                raise
            return CutPreview(faults, None, problem.sentence)


def cut(user_id: int, drawing_id: int, wanted: Wanted) -> Done:
    """Send a sheet of a drawing to the cutting table, as `look` looks at it.

    Raises:
        Refusal: `unknown_drawing`, `no_cutter`; as `job_of`; `stopped` before anything was cut.
    """
    plan = wanted.plan
    _remember(user_id, drawing_id, plan)
    _, value = _value(user_id, drawing_id, wanted.measure_set)
    with reporting_to(ProgressReporter(user_id, wanted.work)):
        with stage_of_work(0.0, 0.4):
            job = job_of(value, None, plan, sheet=wanted.sheet)
        with stage_of_work(0.4, 1.0):
            answered = sent(job.text, width=plan.width, height=plan.height)
    return Done(record_of(answered.strokes, plan), answered.trouble)


def print_of(user_id: int, drawing_id: int, wanted: Wanted) -> File:
    """What is printed before a sheet is cut, as a PDF.

    Raises:
        Refusal: `too_large` where a copy is; as `job_of`, `print_sheet` and `printed`.
    """
    name, value = _value(user_id, drawing_id, wanted.measure_set)
    job = job_of(value, None, wanted.plan, sheet=wanted.sheet)
    if job.spread:
        raise refusal("too_large.print")
    called = f"{name} sheet {wanted.sheet + 1}" if job.nest.sheets > 1 else f"{name} sheet"
    return printed(user_id, called, print_sheet(value, job.nest, wanted.plan))


def sets_of(user_id: int, drawing_id: int) -> tuple[MeasureSet, ...]:
    """The sets of measures of a drawing.

    Raises:
        Refusal: `unknown_drawing`.
    """
    return _value(user_id, drawing_id, None)[1].sheet.measure_sets


def _value(user_id: int, drawing_id: int, measure_set: str | None) -> tuple[str, Value]:
    with store.snapshot():
        row = found(user_id, drawing_id)
        name, value = row.name, store.value_of(row)
    return name, value if measure_set is None else in_set(value, measure_set)


@in_transaction
def _remember(user_id: int, drawing_id: int, plan: CutPlan) -> None:
    row = locked(user_id, drawing_id)
    written = write(plan, defaults=True)
    if row.export_settings.get(KEPT) != written:
        kept = {**row.export_settings, KEPT: written}
        type(row).objects.filter(pk=row.pk).update(export_settings=kept)  # it was not changed
