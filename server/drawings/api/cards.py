"""The home page: drawings as cards, and what the front end shows of the registries."""

from typing import Any

from buildup.drawing.checks import LONGEST_NAME
from buildup.drawing.sheet import Sheet
from common.caching import unchanging
from common.idempotency import once
from common.openapi import created, file_out
from common.paging import PAGE, page_of
from common.requests import whose
from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.decorators import decorate_view

from drawings import schema
from drawings import serializers as answers
from drawings.models import Drawing
from drawings.selectors.lookup import of_owner
from drawings.services import lifecycle as acts
from drawings.services.thumbnails import thumbnail

router = Router(tags=["drawings"])


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
    data, version = thumbnail(whose(request), drawing)
    return unchanging(request, data, kind="image/png", tag=f'"{drawing}-{version}"')
