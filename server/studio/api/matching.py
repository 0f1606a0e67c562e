"""What is read off a picture to trace, and how well an outline covers a form in it."""

import io

from buildup import host
from buildup.drawing.checks import check_point
from buildup.edits.apply import foreseen
from buildup.edits.change import updated
from buildup.forms.silhouettes import fitted_silhouette, to_picture, underlay_of
from buildup.geometry.patience import heard_by
from buildup.view.matchmarks import MatchMark, match_mark
from django.http import HttpRequest
from ninja import Router
from PIL import Image

from studio import schema
from studio.api.asking import value_now, whose
from studio.finding import picture_of
from studio.maincolours import main_colours
from studio.silhouettes import silhouette

router = Router()


@router.post("/drawings/{drawing}/silhouette", response=schema.FoundForm)
def find_form(request: HttpRequest, drawing: int, body: schema.SilhouetteIn) -> schema.FoundForm:
    """The form around some places of an underlay; nothing is kept."""
    value = value_now(request, drawing)[1]
    underlay = underlay_of(value, body.underlay)
    row = picture_of(whose(request), underlay.picture)
    places = [to_picture(underlay, check_point(p)) for p in body.places]
    picture = Image.open(io.BytesIO(bytes(row.bytes)))
    found = silhouette(picture, places, tolerance=body.tolerance, holes=body.holes)
    form = fitted_silhouette(found.loops, pixel=found.pixel, ratio=row.height / row.width)
    return schema.FoundForm(silhouette=form, colour=found.colour)


@router.get("/drawings/{drawing}/underlays/{underlay}/colours", response=schema.MainColours)
def main_colours_of(request: HttpRequest, drawing: int, underlay: str) -> schema.MainColours:
    """The main colours of an underlay."""
    found = underlay_of(value_now(request, drawing)[1], underlay)
    row = picture_of(whose(request), found.picture)
    return schema.MainColours(colours=main_colours(Image.open(io.BytesIO(bytes(row.bytes)))))


@router.post("/drawings/{drawing}/match", response=MatchMark)
def match(request: HttpRequest, drawing: int, body: schema.MatchIn) -> MatchMark:
    """How well some items cover the form in an underlay, after an edit that is being made."""
    value = value_now(request, drawing)[1]
    with heard_by(host.Moment(host.MOST_ON_SERVER)):
        if body.command is not None:
            value = updated(value, foreseen(value, body.command))
        return match_mark(value, body.items, body.underlay)
