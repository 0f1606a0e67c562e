"""Files of other programs, and what was on the clipboard."""

from dataclasses import asdict, replace
from typing import Annotated, Any

from buildup.contours.anchors import MOST_ANCHORS
from buildup.drawing.clips import LONGEST_CLIP
from buildup.drawing.codec import read
from buildup.formats.anchorcounts import MOST_READ, TOLERANCES
from buildup.formats.palettes import (
    Palette,
)
from buildup.formats.svg.svgread import Reading, reading_of
from common.idempotency import once
from common.messages import refusal
from common.openapi import created, file_in
from common.requests import whose
from common.sandbox import pool
from django.http import HttpRequest, HttpResponse
from drawings import serializers as answers
from ninja import Query, Router
from ninja.decorators import decorate_view

from imports import schema
from imports.files import anchors_in
from imports.services import items_of, take_in

router = Router(tags=["imports"])
Tolerance = Annotated[float, Query(ge=0.0, le=TOLERANCES[-1], allow_inf_nan=False)]


@router.post(
    "/imports", response={201: schema.ImportedDrawings}, openapi_extra=file_in(), tags=["imports"]
)
@decorate_view(once)
def import_drawings(
    request: HttpRequest, response: HttpResponse, name: str, tolerance: Tolerance = 0.0
) -> tuple[int, dict[str, Any]]:
    """A new drawing of a file, the request's body, or one for each of its pages.

    With a tolerance its outlines are simplified within that.
    """
    done = take_in(whose(request), name=name, data=request.body, tolerance=tolerance)
    created(response, f"drawings/{done.rows[0].pk}")
    cards = [answers.card(row) for row in done.rows]
    return 201, {"cards": cards, "message": done.message, "notes": [asdict(n) for n in done.notes]}


@router.post("/queries/file-items", response=Reading, openapi_extra=file_in(), tags=["imports"])
def read_file_items(
    request: HttpRequest, name: str, drawing: int | None = None, tolerance: Tolerance = 0.0
) -> Reading:
    """The items of a file, the request's body, as a clip that can be pasted.

    Pictures in it are kept for the drawing that is named. With a tolerance its outlines are
    simplified within that.
    """
    found = items_of(
        whose(request), name=name, data=request.body, drawing_id=drawing, tolerance=tolerance
    )
    reading = reading_of(found)
    if len(reading.clip) > LONGEST_CLIP:
        raise refusal("too_much.board")
    more = (
        f"To import the other pages ({len(found.further)}), use Import on the "
        "home page: each becomes a drawing."
    )
    return replace(reading, more=more if found.further else "")


@router.post(
    "/queries/file-anchors", response=schema.AnchorCounts, openapi_extra=file_in(), tags=["imports"]
)
def count_anchors(request: HttpRequest, name: str) -> dict[str, Any]:
    """How many anchors a file, the request's body, leads to: as it is, and simplified."""
    found = anchors_in(whose(request), name, request.body)
    return {"counts": found, "most": MOST_READ, "longest": MOST_ANCHORS}


@router.post("/queries/palette", response=Palette)
def read_palette(request: HttpRequest, body: schema.CopiedIn) -> Palette:
    """The colours of a file."""
    return read(Palette, pool.run("palette", body.text.encode("utf-8", "replace"))[0])


@router.post("/queries/clipboard", response=Reading)
def read_clipboard(request: HttpRequest, body: schema.CopiedIn) -> Reading:
    """What was on the clipboard, as it can be pasted."""
    return read(Reading, pool.run("svg", body.text.encode("utf-8", "replace"))[0])
