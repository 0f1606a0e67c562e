"""The shelf's part of the API."""

from typing import Any

from buildup.errors import Refusal
from buildup.formats.gallery import picture
from buildup.shapes.presets import Setting
from buildup.shapes.registry import dials_of_kind, shape_kind
from django.http import HttpRequest
from ninja import Router, Schema

from studio.actions import shelf as acts
from studio.api.asking import whose
from studio.models import ShelfEntry

FORMAT = "build-up-curve-shelf"
router = Router()


class SettingForm(Schema):
    """A setting of dials."""

    tray: str
    name: str
    shape: str
    dials: dict[str, float] = {}


class Entry(SettingForm):
    """A setting on the shelf, with its picture."""

    id: int
    picture: str
    """SVG path data in a square of 40."""


class EntryChange(Schema):
    """What of an entry becomes what."""

    name: str | None = None
    tray: str | None = None


class ShelfFile(Schema):
    """A whole shelf as a file."""

    format: str = FORMAT
    version: int = 1
    settings: list[SettingForm]


class TakenIn(Schema):
    """How many settings came in."""

    count: int


def _told(row: ShelfEntry) -> dict[str, Any]:
    kind = shape_kind(row.shape)
    dials = dials_of_kind(kind, row.dials)
    return {
        "id": row.pk,
        "tray": row.tray,
        "name": row.name,
        "shape": kind.name,
        "dials": dials,
        "picture": picture(kind, dials=dials),
    }


def _setting(form: SettingForm) -> Setting:
    return Setting(form.tray, form.name, form.shape, form.dials)


@router.get("/shelf", response=list[Entry])
def list_shelf(request: HttpRequest) -> list[dict[str, Any]]:
    """Everything on the shelf, by tray."""
    return [_told(row) for row in acts.entries(whose(request))]


@router.post("/shelf", response=Entry)
def keep_on_shelf(request: HttpRequest, body: SettingForm) -> dict[str, Any]:
    """Keep a setting; one of the same name in the tray is replaced."""
    return _told(acts.keep(whose(request), _setting(body)))


@router.patch("/shelf/{entry}", response=Entry)
def change_on_shelf(request: HttpRequest, entry: int, body: EntryChange) -> dict[str, Any]:
    """Another name, or another tray."""
    return _told(acts.change(whose(request), entry, name=body.name, tray=body.tray))


@router.delete("/shelf/{entry}", response={204: None})
def remove_from_shelf(request: HttpRequest, entry: int) -> tuple[int, None]:
    """Take an entry off the shelf."""
    acts.remove(whose(request), entry)
    return 204, None


@router.get("/shelf-file", response=ShelfFile)
def send_shelf(request: HttpRequest) -> dict[str, Any]:
    """The whole shelf as one file."""
    rows = acts.entries(whose(request))
    return {"settings": [_told(r) for r in rows]}


@router.post("/shelf-file", response=TakenIn)
def take_shelf(request: HttpRequest, body: ShelfFile) -> dict[str, int]:
    """Take in a file; all of it or nothing."""
    if body.format != FORMAT or body.version != 1:
        raise Refusal("bad_shelf", "That file is not a shelf of this program. Nothing was changed.")
    return {"count": acts.take_in(whose(request), [_setting(s) for s in body.settings])}
