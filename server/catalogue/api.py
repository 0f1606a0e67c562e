"""What the registries of the core hold, and values that people type."""

from buildup.drawing.units import read_length, read_number
from buildup.formats.colourfacts import ColourFacts, colour_facts
from buildup.formats.palettes import (
    Harmony,
    harmonies,
)
from common.caching import unchanging
from django.http import HttpRequest, HttpResponse
from ninja import Router

from catalogue import schema
from catalogue.vocabulary import vocabulary

router = Router(tags=["catalogue"])


@router.get("/catalogue", response=schema.Vocabulary, auth=None, tags=["catalogue"])
def get_catalogue(request: HttpRequest) -> HttpResponse:
    """Units and shapes, and how things are painted."""
    text, tag = vocabulary()
    return unchanging(request, text, kind="application/json", tag=tag, seconds=0)


@router.post("/queries/typed-value", response=schema.Typed, tags=["queries"])
def read_typed_value(request: HttpRequest, body: schema.TypedIn) -> dict[str, float]:
    """A typed length in sheet units, or a typed plain number."""
    if body.unit is None:
        return {"value": read_number(body.text, present=body.present)}
    return {"value": read_length(body.text, unit=body.unit, present=body.present)}


@router.post("/queries/colour", response=ColourFacts)
def read_colour(request: HttpRequest, body: schema.ColourIn) -> ColourFacts:
    """A colour that was typed, in all the ways in which it can be."""
    return colour_facts(body.text, body.against)


@router.post("/queries/harmonies", response=list[Harmony])
def find_harmonies(request: HttpRequest, body: schema.ColourOnly) -> list[Harmony]:
    """Colours that go with one."""
    return list(harmonies(colour_facts(body.colour, body.colour).hex))
