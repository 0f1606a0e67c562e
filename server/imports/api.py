"""Files of other programs, and what was on the clipboard."""

from dataclasses import asdict, replace
from typing import Any

from buildup.drawing.clips import LONGEST_CLIP
from buildup.drawing.codec import read
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
from ninja import Router
from ninja.decorators import decorate_view

from imports import schema
from imports.services import items_of, take_in

router = Router(tags=["imports"])


@router.post(
    "/imports", response={201: schema.ImportedDrawings}, openapi_extra=file_in(), tags=["imports"]
)
@decorate_view(once)
def import_drawings(
    request: HttpRequest, response: HttpResponse, name: str
) -> tuple[int, dict[str, Any]]:
    """A new drawing of a file, the request's body, or one for each of its pages."""
    done = take_in(whose(request), name=name, data=request.body)
    created(response, f"drawings/{done.rows[0].pk}")
    cards = [answers.card(row) for row in done.rows]
    return 201, {"cards": cards, "said": done.said, "notes": [asdict(n) for n in done.notes]}


@router.post("/queries/file-items", response=Reading, openapi_extra=file_in(), tags=["imports"])
def read_file_items(request: HttpRequest, name: str, drawing: int | None = None) -> Reading:
    """The items of a file, the request's body, as a clip that can be pasted.

    Pictures in it are kept for the drawing that is named.
    """
    found = items_of(whose(request), name=name, data=request.body, drawing_id=drawing)
    reading = reading_of(found)
    if len(reading.clip) > LONGEST_CLIP:
        raise refusal("too_much.board")
    more = (
        f"To import the other pages ({len(found.further)}), use Import on the "
        "home page: each becomes a drawing."
    )
    return replace(reading, more=more if found.further else "")


@router.post("/queries/palette", response=Palette)
def read_palette(request: HttpRequest, body: schema.CopiedIn) -> Palette:
    """The colours of a file."""
    return read(Palette, pool.run("palette", body.text.encode("utf-8", "replace"))[0])


@router.post("/queries/clipboard", response=Reading)
def read_clipboard(request: HttpRequest, body: schema.CopiedIn) -> Reading:
    """What was on the clipboard, as it can be pasted."""
    return read(Reading, pool.run("svg", body.text.encode("utf-8", "replace"))[0])
