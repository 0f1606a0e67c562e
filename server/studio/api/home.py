"""The home page: drawings as cards, and what the front end shows of the registries."""

from typing import Any

from buildup.drawing.checks import LONGEST_NAME
from buildup.drawing.sheet import Sheet
from buildup.drawing.units import read_length, read_number
from buildup.formats.svg.svgread import Reading
from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.decorators import decorate_view

from studio import answers, schema
from studio.actions import drawings as acts
from studio.actions.cards import card_picture
from studio.actions.incoming import take_in
from studio.api.asking import whose
from studio.api.described import created, file_in, file_out
from studio.api.paging import PAGE, page_of
from studio.api.unchanging import unchanging
from studio.finding import of_owner
from studio.models import Drawing
from studio.once import once
from studio.reading.files import read_file
from studio.vocabulary import vocabulary

router = Router(tags=["drawings"])


@router.get("/catalogue", response=schema.Vocabulary, auth=None, tags=["catalogue"])
def get_catalogue(request: HttpRequest) -> HttpResponse:
    """Units and shapes, and how things are painted."""
    text, tag = vocabulary()
    return unchanging(request, text, kind="application/json", tag=tag, seconds=0)


@router.get("/drawings", response=schema.CardPage)
def list_drawings(
    request: HttpRequest, find: str = "", after: int | None = None, most: int = PAGE
) -> dict[str, Any]:
    """The drawings of whoever is signed in, newest first, some at a time."""
    rows = of_owner(whose(request))
    if wanted := find.strip()[:LONGEST_NAME]:
        rows = rows.filter(name__icontains=wanted)
    found, more = page_of(rows, "changed", after=after, most=most)
    return {"cards": [answers.card(row) for row in found], "more": more}


def _created_card(response: HttpResponse, row: Drawing) -> tuple[int, dict[str, Any]]:
    created(response, f"drawings/{row.pk}")
    return 201, answers.card(row)


@router.post("/drawings", response={201: schema.Card})
@decorate_view(once)
def create_drawing(
    request: HttpRequest, response: HttpResponse, body: schema.SheetIn
) -> tuple[int, dict[str, Any]]:
    """A new sheet."""
    made = acts.make(whose(request), name=body.name, sheet=Sheet(**body.sheet.dict()))
    return _created_card(response, made)


@router.post(
    "/imports", response={201: schema.TakenInDrawings}, openapi_extra=file_in(), tags=["imports"]
)
@decorate_view(once)
def import_drawings(
    request: HttpRequest, response: HttpResponse, name: str
) -> tuple[int, dict[str, Any]]:
    """A new drawing of a file, the request's body, or one for each of its pages."""
    done = take_in(whose(request), name=name, data=request.body)
    created(response, f"drawings/{done.rows[0].pk}")
    return 201, {"cards": [answers.card(row) for row in done.rows], "said": done.said}


@router.post("/queries/file-items", response=Reading, openapi_extra=file_in(), tags=["imports"])
def read_file_items(request: HttpRequest, name: str) -> Reading:
    """The items of a file, the request's body, as a clip that can be pasted."""
    found = read_file(whose(request), name, request.body)
    more = (
        f"To import the other pages ({len(found.further)}), use Import on the "
        "home page: each becomes a drawing."
    )
    return Reading(found.clip.text(), f"{found.said} {more if found.further else ''}".strip())


@router.post("/drawings/{drawing}/copies", response={201: schema.Card})
@decorate_view(once)
def duplicate_drawing(
    request: HttpRequest, response: HttpResponse, drawing: int
) -> tuple[int, dict[str, Any]]:
    """A copy, with its history."""
    return _created_card(response, acts.duplicate(whose(request), drawing))


@router.post("/drawings/{drawing}/restoration", response=schema.Card)
def restore_drawing(request: HttpRequest, drawing: int) -> dict[str, Any]:
    """Bring a deleted drawing back."""
    return answers.card(acts.restore(whose(request), drawing))


@router.get("/drawings/{drawing}/thumbnail.png", openapi_extra=file_out("image/png"))
def get_thumbnail(request: HttpRequest, drawing: int) -> HttpResponse:
    """The drawing as the small picture on its card; whoever asks names a version to keep it by."""
    data, version = card_picture(whose(request), drawing)
    return unchanging(request, data, kind="image/png", tag=f'"{drawing}-{version}"')


@router.post("/queries/typed-value", response=schema.Typed, tags=["queries"])
def read_typed_value(request: HttpRequest, body: schema.TypedIn) -> dict[str, float]:
    """A typed length in sheet units, or a typed plain number."""
    if body.unit is None:
        return {"value": read_number(body.text, present=body.present)}
    return {"value": read_length(body.text, unit=body.unit, present=body.present)}
