"""The API: route in, one action, answer out."""

from typing import Any

from buildup import host
from buildup.cues.kinds import Meeting
from buildup.drawing.checks import check_point
from buildup.drawing.model import Drawing as Value
from buildup.drawing.model import Sheet, Style
from buildup.drawing.sizes import SHEET_SIZES
from buildup.drawing.units import UNITS, read_length, read_number
from buildup.edits.change import updated
from buildup.errors import Refusal
from buildup.formats.gallery import picture
from buildup.formats.svg import svg
from buildup.shapes.kinds import ShapeKind
from buildup.shapes.registry import SHAPES
from buildup.timeline import Follows
from buildup.view.anchormarks import AnchorMark
from buildup.view.selection import Shows
from django.http import HttpRequest, HttpResponse
from django.utils.text import slugify
from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema
from ninja.security import django_auth

from studio import answers, fields, schema, store
from studio.actions import drawings as acts
from studio.actions.cards import card_picture
from studio.actions.edit import Kept, check_ahead, edit
from studio.actions.go import go, way
from studio.actions.pictures import bring
from studio.drawings import found, of_owner
from studio.history import next_steps, page
from studio.models import Drawing, Picture
from studio.people import router as people
from studio.shelf import router as shelf
from studio.trouble import answer_troubles


class TellingAPI(NinjaAPI):
    """Says in its schema that every other status carries a `Trouble`."""

    def get_openapi_schema(self, *args: Any, **named: Any) -> OpenAPISchema:
        """The schema, with that answer at every operation."""
        told = super().get_openapi_schema(*args, **named)
        form = schema.Trouble.json_schema()
        told["components"]["schemas"].setdefault("Trouble", form)
        content = {"application/json": {"schema": {"$ref": "#/components/schemas/Trouble"}}}
        for operations in told["paths"].values():
            for operation in operations.values():
                operation["responses"]["default"] = {
                    "description": "What went wrong",
                    "content": content,
                }
        return told


api = TellingAPI(title="Build Up Curve", version="1", auth=django_auth, docs_url=None)
answer_troubles(api)
api.add_router("", people)
api.add_router("", shelf)


def _id(request: HttpRequest) -> int:
    return int(request.user.pk)


def _value(request: HttpRequest, drawing: int) -> tuple[Drawing, Value]:
    """A drawing's row and its value, both of one moment."""
    with store.snapshot():
        row = found(_id(request), drawing)
        return row, store.value_of(row)


def _told(kept: Kept, body: schema.CommandIn | schema.GoIn) -> dict[str, Any]:
    """What changed since the version that the client knew."""
    since = kept.row.version - 1 if body.version is None else body.version
    return answers.change(
        kept.row,
        kept.delta,
        kept.after,
        (body.selection, body.shows),
        since=since,
        around=kept.around,
    )


@api.get("/vocabulary", response=schema.Vocabulary, auth=None)
def vocabulary(request: HttpRequest) -> dict[str, Any]:
    """Units and shapes."""
    return {
        "units": list(UNITS.values()),
        "shapes": [_shape_facts(kind) for kind in SHAPES.values()],
        "sizes": SHEET_SIZES,
        "style": Style(),
    }


def _shape_facts(kind: ShapeKind) -> dict[str, Any]:
    facts = {"name": kind.name, "label": kind.label, "group": kind.group, "words": kind.words}
    return {**facts, "dials": kind.dials, "picture": picture(kind)}


@api.get("/drawings", response=list[schema.Card])
def list_drawings(request: HttpRequest, find: str = "") -> list[dict[str, Any]]:
    """The drawings of whoever is signed in, newest first."""
    rows = of_owner(_id(request))
    if find.strip():
        rows = rows.filter(name__icontains=find.strip())
    return [answers.card(row) for row in rows]


@api.post("/drawings", response=schema.Card)
def make_drawing(request: HttpRequest, body: schema.SheetIn) -> dict[str, Any]:
    """A new sheet."""
    return answers.card(acts.make(_id(request), name=body.name, sheet=Sheet(**body.sheet.dict())))


@api.patch("/drawings/{drawing}", response=schema.Card)
def rename_drawing(request: HttpRequest, drawing: int, body: schema.NameIn) -> dict[str, Any]:
    """Another name."""
    return answers.card(acts.rename(_id(request), drawing, name=body.name))


@api.post("/drawings/{drawing}/duplicate", response=schema.Card)
def duplicate_drawing(request: HttpRequest, drawing: int) -> dict[str, Any]:
    """A copy."""
    return answers.card(acts.duplicate(_id(request), drawing))


@api.delete("/drawings/{drawing}", response={204: None})
def delete_drawing(request: HttpRequest, drawing: int) -> tuple[int, None]:
    """Take a drawing out of sight."""
    acts.delete(_id(request), drawing)
    return 204, None


@api.post("/drawings/{drawing}/restore", response=schema.Card)
def restore_drawing(request: HttpRequest, drawing: int) -> dict[str, Any]:
    """Bring a deleted drawing back."""
    return answers.card(acts.restore(_id(request), drawing))


@api.get("/drawings/{drawing}", response=schema.Board)
def open_drawing(request: HttpRequest, drawing: int) -> HttpResponse:
    """A whole drawing; its drawables are handed on as they are stored, without reading them."""
    with store.snapshot():
        row = found(_id(request), drawing)
        items = store.shown_items(row)
        places = store.places_in(row)
        board = schema.Board(id=row.pk, name=row.name, places=places, **answers.opened(row))
    text = board.model_dump_json()
    return HttpResponse(
        text.replace(answers.ITEMS_HERE, f'"items":{items}', 1), content_type="application/json"
    )


@api.get("/drawings/{drawing}/desk", response=schema.DeskDrawing)
def drawing_for_a_desk(request: HttpRequest, drawing: int) -> dict[str, Any]:
    """A drawing for the core in the browser."""
    with store.snapshot():
        row = found(_id(request), drawing)
        items = list(row.items.order_by("parent", "rank").values_list("item", "parent", "body"))
        undo, redo = (answers.step(s) for s in next_steps(row))
    told = {"version": row.version, "sheet": row.sheet, "items": items}
    return {**told, "undo": undo, "redo": redo}


@api.get("/drawings/{drawing}/since/{version}", response=schema.Since)
def changes_since(request: HttpRequest, drawing: int, version: int) -> dict[str, Any]:
    """What changed since a version, for windows that follow each other."""
    with store.snapshot():
        row = found(_id(request), drawing)
        if version == row.version:
            return {"answer": None}
        check_ahead(row, version)
        after, delta = store.value_of(row), store.delta_since(row, version)
        return {
            "answer": answers.change(
                row, delta, after, ((), Shows()), since=version, around=next_steps(row)
            )
        }


@api.post("/drawings/{drawing}/commands", response={200: schema.Answer, 409: schema.StaleAnswer})
def command(request: HttpRequest, drawing: int, body: schema.CommandIn) -> dict[str, Any]:
    """Keep an edit."""
    kept = edit(
        _id(request),
        drawing,
        command_id=body.id,
        version=body.version,
        command=body.command,
        follows=None if body.follows is None else Follows(**body.follows.dict()),
    )
    return _told(kept, body)


@api.post("/drawings/{drawing}/go", response={200: schema.Answer, 409: schema.StaleAnswer})
def along_history(request: HttpRequest, drawing: int, body: schema.GoIn) -> dict[str, Any]:
    """Undo, redo, or go to a step."""
    kept = go(
        _id(request),
        drawing,
        command_id=body.id,
        version=body.version,
        to=body.to,
        edit=body.edit,
    )
    return _told(kept, body)


@api.post("/drawings/{drawing}/aim", response=host.Aimed)
def aim(request: HttpRequest, drawing: int, body: schema.AimIn) -> host.Aimed:
    """What is met while something is drawn or dragged, and what the edit would change."""
    row, value = _value(request, drawing)
    meeting = Meeting() if body.aim is None else fields.meeting(row.pk, value, body.aim)
    return host.aimed(value, meeting, body.command, body.selection, body.shows, keeps=body.keeps)


@api.post("/drawings/{drawing}/selection", response=host.Selection)
def select(request: HttpRequest, drawing: int, body: schema.SelectionIn) -> host.Selection:
    """Marks and numbers of what is selected."""
    return host.selection(_value(request, drawing)[1], body.selection, body.shows)


@api.post("/drawings/{drawing}/anchor", response=AnchorMark | None)
def anchor(request: HttpRequest, drawing: int, body: schema.ReachIn) -> AnchorMark | None:
    """The anchor of an outline that is nearest to a place, within reach."""
    value = _value(request, drawing)[1]
    return host.anchor_near(value, body.item, check_point(body.at), reach=body.reach)


@api.post("/drawings/{drawing}/anchors", response=list[schema.AnchorPlace])
def anchors(request: HttpRequest, drawing: int, body: schema.BoxIn) -> list[schema.AnchorPlace]:
    """The anchors that a dragged box holds."""
    value = _value(request, drawing)[1]
    return list(host.anchors_within(value, check_point(body.start), check_point(body.end)))


@api.post("/drawings/{drawing}/within", response=list[str])
def within(request: HttpRequest, drawing: int, body: schema.AreaIn) -> list[str]:
    """The items that a dragged box touches."""
    value = _value(request, drawing)[1]
    start, end = check_point(body.start), check_point(body.end)
    return list(host.within(value, start, end, place=body.place))


@api.post("/drawings/{drawing}/near", response=list[schema.AnchorPlace])
def near(request: HttpRequest, drawing: int, body: schema.PlaceIn) -> list[schema.AnchorPlace]:
    """The two anchors of the segment of an outline that is nearest to a place."""
    value = _value(request, drawing)[1]
    return list(host.near(value, body.item, check_point(body.at)))


@api.get("/drawings/{drawing}/history", response=schema.History)
def history(
    request: HttpRequest, drawing: int, before: int | None = None, after: int | None = None
) -> dict[str, Any]:
    """The steps of a drawing around where it stands; or a page of those before or after one."""
    with store.snapshot():
        row = found(_id(request), drawing)
        told = page(row, before=before, after=after)
    steps = [answers.step(step) for step in told.steps]
    return {"steps": steps, "at": row.head, "earlier": told.earlier, "later": told.later}


@api.get("/drawings/{drawing}/at/{step}", response=host.Picture)
def as_at_step(request: HttpRequest, drawing: int, step: int) -> host.Picture:
    """What looks different at another step of the history; nothing is changed."""
    with store.snapshot():
        row = found(_id(request), drawing)
        delta = way(row, step)
        now = store.value_of(row)
    then = updated(now, delta)
    return host.picture(then, delta, (), before=now.tree)


@api.get("/drawings/{drawing}/drawing.svg")
def send_svg(request: HttpRequest, drawing: int) -> HttpResponse:
    """The drawing as SVG, to keep."""
    row, value = _value(request, drawing)
    text = svg(value, title=row.name)
    response = HttpResponse(text, content_type="image/svg+xml; charset=utf-8")
    name = slugify(row.name) or "drawing"
    response.headers["Content-Disposition"] = f'attachment; filename="{name}.svg"'
    return response


@api.get("/drawings/{drawing}/card.png")
def show_card(request: HttpRequest, drawing: int) -> HttpResponse:
    """The drawing as the small picture on its card; whoever asks names a version to keep it by."""
    response = HttpResponse(card_picture(_id(request), drawing), content_type="image/png")
    response.headers["Cache-Control"] = "private, max-age=31536000, immutable"
    return response


@api.post("/drawings/{drawing}/pictures", response=schema.PictureFacts)
def bring_picture(request: HttpRequest, drawing: int) -> Picture:
    """Take in a picture to trace: the request's body is the file."""
    return bring(_id(request), drawing, data=request.body)


@api.get("/drawings/{drawing}/pictures/{picture}")
def show_picture(request: HttpRequest, drawing: int, picture: int) -> HttpResponse:
    """A picture's bytes; they never change."""
    row = Picture.objects.filter(
        pk=picture,
        drawing__owner_id=_id(request),  # a copy shows its original's pictures
    ).first()
    if row is None:
        raise Refusal("unknown_picture", "That picture is not there.")
    response = HttpResponse(bytes(row.bytes), content_type=row.mime)
    response.headers["Cache-Control"] = "private, max-age=31536000, immutable"
    return response


@api.post("/read", response=schema.Typed)
def read_typed(request: HttpRequest, body: schema.TypedIn) -> dict[str, float]:
    """A typed length in sheet units, or a typed plain number."""
    if body.unit is None:
        return {"value": read_number(body.text, present=body.present)}
    return {"value": read_length(body.text, unit=body.unit, present=body.present)}
