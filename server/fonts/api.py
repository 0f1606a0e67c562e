"""Lettering: the API's part of it."""

import math

from buildup.drawing.text import AxisValue, Direction, FeatureValue, Shaped
from buildup.drawing.textchecks import MOST_ALTERNATES, MOST_SETTINGS
from common.idempotency import once
from common.openapi import created, file_in
from common.requests import whose
from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from ninja.decorators import decorate_view
from pydantic import Field

from fonts import services as acts
from fonts.families import FontFacts, facts, fonts_of, laid_out
from fonts.shaping import TextSettings

router = Router(tags=["text"])


class ShapeIn(Schema):
    """Text that is to be set in a font."""

    text: str
    """Lines parted by line feeds."""
    font: str
    """The key of the font."""
    kerning: bool = True
    """Pairs of letters stand as the font says."""
    ligatures: bool = True
    """So do letters that grow together."""
    axes: list[AxisValue] = Field(default=[], max_length=MOST_SETTINGS)
    """Where on the axes of a variable font."""
    features: list[FeatureValue] = Field(default=[], max_length=MOST_SETTINGS)
    """Features of the font that are set otherwise than it does by itself."""
    direction: Direction = "auto"
    """The base direction of the text."""


@router.get("/fonts", response=list[FontFacts])
def list_fonts(request: HttpRequest) -> list[FontFacts]:
    """The fonts that there are."""
    return list(fonts_of(whose(request)))


@router.post("/fonts", response={201: FontFacts}, openapi_extra=file_in())
@decorate_view(once)
def add_font(request: HttpRequest, response: HttpResponse, name: str = "") -> tuple[int, FontFacts]:
    """Add a font: the request's body is the file."""
    row = acts.bring(whose(request), data=request.body, file_name=name)
    created(response, f"fonts/{row.key}")
    return 201, facts(row.owner_id, row.key, row.name, "own")


@router.delete("/fonts/{key}", response={204: None})
def remove_font(request: HttpRequest, key: str) -> tuple[int, None]:
    """Remove a font that was added."""
    acts.let_go(whose(request), key[:40])
    return 204, None


@router.post("/queries/text-layout", response=Shaped)
def lay_out_text(request: HttpRequest, body: ShapeIn) -> Shaped:
    """What text comes to in a font."""
    settings = TextSettings(
        kerning=body.kerning,
        ligatures=body.ligatures,
        axes={a.tag: a.value for a in body.axes if math.isfinite(a.value)},
        features={f.tag: f.value for f in body.features if 0 <= f.value <= MOST_ALTERNATES},
        direction=body.direction,
    )
    return laid_out(whose(request), body.font[:40], body.text, settings)
