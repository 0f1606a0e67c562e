"""The home page: drawings as cards, and what the front end shows of the registries."""

from typing import Any

from buildup.drawing.checks import LONGEST_NAME
from buildup.drawing.sheet import Sheet
from buildup.drawing.units import read_length, read_number
from buildup.formats.svgread import Reading
from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.decorators import decorate_view

from studio import answers, schema
from studio.actions import drawings as acts
from studio.actions.cards import card_picture
from studio.actions.incoming import take_in
from studio.api.asking import whose
from studio.api.paging import PAGE, page_of
from studio.api.unchanging import unchanging
from studio.finding import of_owner
from studio.once import once
from studio.reading.files import read_file
from studio.vocabulary import vocabulary

router = Router()


@router.get("/vocabulary", response=schema.Vocabulary, auth=None)
def show_vocabulary(request: HttpRequest) -> HttpResponse:
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


@router.post("/drawings", response=schema.Card)
@decorate_view(once)
def make_drawing(request: HttpRequest, body: schema.SheetIn) -> dict[str, Any]:
    """A new sheet."""
    return answers.card(acts.make(whose(request), name=body.name, sheet=Sheet(**body.sheet.dict())))


@router.post("/drawings/take-in", response=schema.TakenInDrawings)
@decorate_view(once)
def take_in_drawing(request: HttpRequest, name: str) -> dict[str, Any]:
    """A new drawing of a file, the request's body, or one of each of its pages."""
    done = take_in(whose(request), name=name, data=request.body)
    return {"cards": [answers.card(row) for row in done.rows], "said": done.said}


@router.post("/files/read", response=Reading)
def read_items(request: HttpRequest, name: str) -> Reading:
    """The items of a file, the request's body, as a clip that can be pasted."""
    found = read_file(whose(request), name, request.body)
    more = (
        f"To import the other pages ({len(found.further)}), use Import on the "
        "home page: each becomes a drawing."
    )
    return Reading(found.clip.text(), f"{found.said} {more if found.further else ''}".strip())


@router.post("/drawings/{drawing}/duplicate", response=schema.Card)
@decorate_view(once)
def duplicate_drawing(request: HttpRequest, drawing: int) -> dict[str, Any]:
    """A copy."""
    return answers.card(acts.duplicate(whose(request), drawing))


@router.post("/drawings/{drawing}/restore", response=schema.Card)
def restore_drawing(request: HttpRequest, drawing: int) -> dict[str, Any]:
    """Bring a deleted drawing back."""
    return answers.card(acts.restore(whose(request), drawing))


@router.get("/drawings/{drawing}/card.png")
def show_card(request: HttpRequest, drawing: int) -> HttpResponse:
    """The drawing as the small picture on its card; whoever asks names a version to keep it by."""
    data, version = card_picture(whose(request), drawing)
    return unchanging(request, data, kind="image/png", tag=f'"{drawing}-{version}"')


@router.post("/read", response=schema.Typed)
def read_typed(request: HttpRequest, body: schema.TypedIn) -> dict[str, float]:
    """A typed length in sheet units, or a typed plain number."""
    if body.unit is None:
        return {"value": read_number(body.text, present=body.present)}
    return {"value": read_length(body.text, unit=body.unit, present=body.present)}
