"""The cutting table: the API's part of it."""

from buildup.cutting.faults import Fault
from buildup.cutting.job import Job
from buildup.cutting.marks import Alignment, mark_places
from buildup.cutting.plan import MM, MOST_COPIES, CutPlan
from buildup.cutting.record import CutRecord
from buildup.formats.hpgl.hpglwrite import Run
from buildup.geometry.transforms import Affine
from common.openapi import file_out
from common.requests import whose
from common.schema import CommandId
from django.http import HttpRequest, HttpResponse
from django.utils.http import content_disposition_header
from drawings.selectors.lookup import found
from ninja import Router, Schema
from pydantic import Field

from cutting import services as acts

router = Router(tags=["cutting"])
Matrix = tuple[float, float, float, float, float, float]


class CutIn(Schema):
    """How a drawing is to be cut."""

    plan: CutPlan
    measure_set: str | None = None
    """The set of measures in which it is, by its id; None: as it is shown."""
    sheet: int = Field(default=0, ge=0, le=MOST_COPIES)
    """Which of its sheets, from 0."""
    id: CommandId = ""
    """Under which one asks how far it is, and stops it."""

    @property
    def wanted(self) -> acts.Wanted:
        """What is to be cut."""
        return acts.Wanted(
            plan=self.plan, measure_set=self.measure_set, sheet=self.sheet, work=self.id
        )


class SetFacts(Schema):
    """A set of measures of the drawing."""

    id: str
    name: str


class ToolPaths(Schema):
    """What one tool cuts of a copy."""

    tool: int
    colour: str
    """By which it is told."""
    path: str
    """SVG path data on the drawing's sheet."""
    starts: list[tuple[float, float]]
    """Where each way begins, likewise."""


class CutTable(Schema):
    """A drawing at the cutting table."""

    name: str
    plan: CutPlan
    """How it was cut last."""
    sets: list[SetFacts] = []
    """Those of its measures."""


class CutLook(Schema):
    """A drawing as it will be cut."""

    faults: list[Fault]
    spots: list[tuple[float, float]] = []
    """Where each of them is on the sheet of the cutter, in the first copy; millimetres."""
    trouble: str = ""
    """Why it cannot be cut."""
    tools: list[ToolPaths] = []
    weeding: str = ""
    """SVG path data of what is cut to weed by."""
    copies: list[Matrix] = []
    """From the drawing's sheet to millimetres on that of the cutter, as SVG's `matrix()`."""
    room: int = 0
    """How many copies would fit."""
    turned: bool = False
    """They are turned by a quarter."""
    sheets: int = 1
    """How many sheets all copies take."""
    sheet: int = 0
    """Which of them this is."""
    spread: bool = False
    """A copy is larger than the sheet: its parts are spread over the sheets."""
    marks: list[tuple[float, float]] = []
    """Where registration marks should be, from the lower left of the sheet; millimetres."""
    alignment: Alignment | None = None
    """How the print lies in the cutter; None: its marks were not measured."""


class CutDone(Schema):
    """What was cut."""

    record: CutRecord
    trouble: str
    """Why no more was."""


@router.get("/drawings/{drawing}/cutting/plan", response=CutTable)
def get_cut_plan(request: HttpRequest, drawing: int) -> CutTable:
    """How a drawing was cut last."""
    row = found(whose(request), drawing)
    plan = acts.plan_of(row.owner_id, drawing)
    sets = [SetFacts(id=s.id, name=s.name) for s in acts.sets_of(row.owner_id, drawing)]
    return CutTable(name=row.name, plan=plan, sets=sets)


@router.post("/drawings/{drawing}/cutting/checks", response=CutLook)
def check_cut(request: HttpRequest, drawing: int, body: CutIn) -> CutLook:
    """What is wrong with it, and how its copies lie; how it is cut is kept."""
    look = acts.look(whose(request), drawing, body.wanted)
    spot = look.job.spot if look.job else lambda at: at
    placed = [(f, p / MM) for f in look.faults if (p := spot(complex(*f.at))) is not None]
    faults = [f for f, _ in placed]
    spots = [(p.real, p.imag) for _, p in placed]
    if look.job is None:
        return CutLook(faults=faults, spots=spots, trouble=look.trouble)
    made = _look(look.job, faults, spots)
    made.alignment = look.alignment
    if body.plan.marks:
        found = mark_places(body.plan)
        made.marks = [(p.real, body.plan.height - p.imag) for p in found]
    return made


@router.post("/drawings/{drawing}/cutting/jobs", response=CutDone)
def cut_drawing(request: HttpRequest, drawing: int, body: CutIn) -> CutDone:
    """Send it to the cutting table."""
    done = acts.cut(whose(request), drawing, body.wanted)
    return CutDone(record=done.record, trouble=done.trouble)


@router.post("/drawings/{drawing}/cutting/prints", openapi_extra=file_out("application/pdf"))
def print_cut_sheet(request: HttpRequest, drawing: int, body: CutIn) -> HttpResponse:
    """What is printed before a sheet is cut, with its registration marks, as a PDF."""
    file = acts.print_of(whose(request), drawing, body.wanted)
    answer = HttpResponse(file.data, content_type="application/pdf")
    disposition = content_disposition_header(as_attachment=True, filename=file.name)
    answer.headers["Content-Disposition"] = disposition or "attachment"
    return answer


def _look(job: Job, faults: list[Fault], spots: list[tuple[float, float]]) -> CutLook:
    tools = [
        ToolPaths(
            tool=pen,
            colour=job.colours[pen - 1],
            path="".join(_path(r) for r in job.paths if r.pen == pen),
            starts=[(r.places[0].real, r.places[0].imag) for r in job.paths if r.pen == pen],
        )
        for pen in dict.fromkeys(r.pen for r in job.paths)
    ]
    return CutLook(
        faults=faults,
        spots=spots,
        tools=tools,
        weeding="".join(map(_path, job.weeding)),
        copies=[_matrix(p) for p in job.nest.places],
        room=job.nest.room,
        turned=job.nest.turned,
        sheets=job.nest.sheets,
        sheet=job.sheet,
        spread=bool(job.spread),
    )


def _path(run: Run) -> str:
    return "M" + "L".join(f"{p.real:.2f} {p.imag:.2f}" for p in run.places)


def _matrix(position: Affine) -> Matrix:
    across, down, origin = (v / MM for v in (position.across, position.down, position.origin))
    return (across.real, across.imag, down.real, down.imag, origin.real, origin.imag)
