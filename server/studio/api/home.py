"""The home page: drawings as cards, and what the front end shows of the registries."""

from typing import Any, get_args

from buildup.drawing.paint import Blend, Style
from buildup.drawing.sheet import Sheet
from buildup.drawing.sizes import SHEET_SIZES
from buildup.drawing.units import UNITS, read_length, read_number
from buildup.formats.gallery import picture
from buildup.formats.svgread import Reading
from buildup.shapes.kinds import ShapeKind
from buildup.shapes.registry import SHAPES
from django.http import HttpRequest, HttpResponse
from ninja import Router

from studio import answers, schema
from studio.actions import drawings as acts
from studio.actions.cards import card_picture
from studio.actions.incoming import take_in
from studio.api.asking import whose
from studio.finding import of_owner
from studio.reading.files import read_file

router = Router()


@router.get("/vocabulary", response=schema.Vocabulary, auth=None)
def vocabulary(request: HttpRequest) -> dict[str, Any]:
    """Units and shapes, and how things are painted."""
    return {
        "units": list(UNITS.values()),
        "shapes": [_shape_facts(kind) for kind in SHAPES.values()],
        "sizes": SHEET_SIZES,
        "style": Style(),
        "blends": list(get_args(Blend)),
    }


def _shape_facts(kind: ShapeKind) -> dict[str, Any]:
    facts = {"name": kind.name, "label": kind.label, "group": kind.group, "words": kind.words}
    return {**facts, "dials": kind.dials, "picture": picture(kind)}


@router.get("/drawings", response=list[schema.Card])
def list_drawings(request: HttpRequest, find: str = "") -> list[dict[str, Any]]:
    """The drawings of whoever is signed in, newest first."""
    rows = of_owner(whose(request))
    if find.strip():
        rows = rows.filter(name__icontains=find.strip())
    return [answers.card(row) for row in rows]


@router.post("/drawings", response=schema.Card)
def make_drawing(request: HttpRequest, body: schema.SheetIn) -> dict[str, Any]:
    """A new sheet."""
    return answers.card(acts.make(whose(request), name=body.name, sheet=Sheet(**body.sheet.dict())))


@router.post("/drawings/take-in", response=schema.TakenInDrawings)
def take_in_drawing(request: HttpRequest, name: str) -> dict[str, Any]:
    """A new drawing of a file, the request's body, or one of each of its pages."""
    done = take_in(whose(request), name=name, data=request.body)
    return {"cards": [answers.card(row) for row in done.rows], "said": done.said}


@router.post("/files/read", response=Reading)
def read_items(request: HttpRequest, name: str) -> Reading:
    """The items of a file, the request's body, as a clip that can be pasted."""
    found = read_file(whose(request), name, request.body)
    more = f"Further pages ({len(found.further)}) come in on the home page, each as a drawing."
    return Reading(found.clip.text(), f"{found.said} {more if found.further else ''}".strip())


@router.post("/drawings/{drawing}/duplicate", response=schema.Card)
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
    response = HttpResponse(card_picture(whose(request), drawing), content_type="image/png")
    response.headers["Cache-Control"] = "private, max-age=31536000, immutable"
    return response


@router.post("/read", response=schema.Typed)
def read_typed(request: HttpRequest, body: schema.TypedIn) -> dict[str, float]:
    """A typed length in sheet units, or a typed plain number."""
    if body.unit is None:
        return {"value": read_number(body.text, present=body.present)}
    return {"value": read_length(body.text, unit=body.unit, present=body.present)}
