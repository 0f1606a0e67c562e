"""Lettering: the API's part of it."""

from buildup.drawing.lettering import Shaped
from django.http import HttpRequest
from ninja import Router, Schema
from ninja.decorators import decorate_view

from studio.actions import faces as acts
from studio.api.asking import whose
from studio.lettering.faces import FaceFacts, faces_of, facts, typeface
from studio.lettering.shaping import shaped
from studio.once import once

router = Router()


class ShapeIn(Schema):
    """Text that is to be set in a face."""

    text: str
    """Lines parted by line feeds."""
    face: str
    """The key of the face."""
    kerning: bool = True
    """Pairs of letters stand as the face says."""
    ligatures: bool = True
    """So do letters that grow together."""


@router.get("/faces", response=list[FaceFacts])
def faces(request: HttpRequest) -> list[FaceFacts]:
    """The faces that there are."""
    return list(faces_of(whose(request)))


@router.post("/faces", response=FaceFacts)
@decorate_view(once)
def bring(request: HttpRequest, name: str = "") -> FaceFacts:
    """Bring a font: the request's body is the file."""
    row = acts.bring(whose(request), data=request.body, file_name=name)
    return facts(row.owner_id, row.key, row.name, "own")


@router.delete("/faces/{key}", response={204: None})
def let_go(request: HttpRequest, key: str) -> tuple[int, None]:
    """Forget a font that was brought."""
    acts.let_go(whose(request), key[:40])
    return 204, None


@router.post("/lettering", response=Shaped)
def shape(request: HttpRequest, body: ShapeIn) -> Shaped:
    """What text comes to in a face."""
    face = typeface(whose(request), body.face[:40])
    return shaped(face, body.text, kerning=body.kerning, ligatures=body.ligatures)
