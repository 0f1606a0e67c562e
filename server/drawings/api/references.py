"""What is read off a picture to trace, and how well an outline covers a form in it."""

from buildup.drawing.checks import check_point
from buildup.drawing.codec import read
from buildup.edits.apply import foreseen
from buildup.edits.change import updated
from buildup.forms.matching.tracedarea import Found, fitted_traced_area, reference_of, to_picture
from buildup.geometry.progress import reporting_to
from buildup.repainting import MOST_ON_SERVER, InteractiveBudget
from buildup.view.matchmarks import MatchMark, match_mark
from common.idempotency import once
from common.openapi import created, file_in
from common.requests import whose
from common.sandbox import pool
from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.decorators import decorate_view
from references.models import Picture
from references.selectors import picture_of

from drawings.queryschema import FoundForm, MainColours, MatchIn, PictureFacts, TracedAreaIn
from drawings.selectors.values import value_now
from drawings.services.pictures import bring

router = Router(tags=["references"])


@router.post("/drawings/{drawing}/queries/traced-area", response=FoundForm)
def trace_area(request: HttpRequest, drawing: int, body: TracedAreaIn) -> FoundForm:
    """The form around some places of a reference; nothing is kept."""
    value = value_now(request, drawing)[1]
    reference = reference_of(value, body.reference)
    row = picture_of(whose(request), reference.picture)
    positions = [to_picture(reference, check_point(p)) for p in body.places]
    values, _ = pool.run(
        "traced_area",
        bytes(row.bytes),
        places=[[p.real, p.imag] for p in positions],
        tolerance=body.tolerance,
        holes=body.holes,
    )
    found = read(Found, values)
    form = fitted_traced_area(found.loops, pixel=found.pixel, ratio=row.height / row.width)
    return FoundForm(traced_area=form, colour=found.colour)


@router.get("/drawings/{drawing}/references/{reference}/colours", response=MainColours)
def list_reference_colours(request: HttpRequest, drawing: int, reference: str) -> MainColours:
    """The main colours of a reference."""
    found = reference_of(value_now(request, drawing)[1], reference)
    row = picture_of(whose(request), found.picture)
    values, _ = pool.run("colours", bytes(row.bytes))
    return MainColours(colours=[str(c) for c in values])


@router.post("/drawings/{drawing}/queries/match", response=MatchMark)
def match_reference(request: HttpRequest, drawing: int, body: MatchIn) -> MatchMark:
    """How well some items cover the form in a reference, after an edit that is being made."""
    value = value_now(request, drawing)[1]
    with reporting_to(InteractiveBudget(MOST_ON_SERVER)):
        if body.command is not None:
            value = updated(value, foreseen(value, body.command))
        return match_mark(value, body.items, body.reference)


@router.post(
    "/drawings/{drawing}/pictures",
    response={201: PictureFacts},
    openapi_extra=file_in(),
    tags=["references"],
)
@decorate_view(once)
def add_picture(request: HttpRequest, response: HttpResponse, drawing: int) -> tuple[int, Picture]:
    """Upload a picture to trace: the request's body is the file."""
    made = bring(whose(request), drawing, data=request.body)
    created(response, f"drawings/{drawing}/pictures/{made.pk}")
    return 201, made
