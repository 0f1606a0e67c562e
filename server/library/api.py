"""The shelf's part of the API."""

from functools import lru_cache
from typing import Any, Literal

from buildup.drawing.clips import read_clip
from buildup.formats.gallery import picture
from buildup.formats.svg.clipsvg import picture_of_clip
from buildup.formats.svg.traysvg import tray_svg
from buildup.forms.matching.libraryfacts import ShelfFacts, ShelfMeasures
from buildup.geometry.progress import reporting_to
from buildup.repainting import MOST_ON_SERVER, InteractiveBudget
from buildup.shapes.presets import Setting
from buildup.shapes.registry import dials_of_kind, shape_kind
from common.caching import unchanging
from common.idempotency import once
from common.messages import refusal
from common.openapi import created, file_out
from common.requests import whose
from common.sandbox import pool
from django.http import HttpRequest, HttpResponse
from django.utils.http import content_disposition_header
from ninja import Router, Schema
from ninja.decorators import decorate_view
from references.selectors import addresses, shown_pictures

from library.libraryoutline import LibraryOutline
from library.models import ShelfEntry
from library.services import outlines
from library.services import shelf as acts

FORMAT = "build-up-curve-shelf"
VERSION = 2
"""Version 1 held settings only."""
PAGE = 400
"""Entries in one answer."""
router = Router(tags=["library"])


class SettingForm(Schema):
    """A setting of dials."""

    tray: str
    name: str
    shape: str
    dials: dict[str, float] = {}


class OutlineForm(Schema):
    """An outline that is kept."""

    tray: str
    name: str
    clip: str
    """Its items as JSON text."""
    key: str = ""
    """What its linked copies know it by; empty: a new one."""
    family: str = ""
    """The key of the one it is a variation of; empty: of none."""
    state: int = 1
    rank: int = 0
    """Where it lies in its tray; 0: behind all."""


class Entry(Schema):
    """Something on the shelf."""

    id: int
    kind: Literal["setting", "outline"]
    tray: str
    name: str
    shape: str = ""
    """Of a setting: the kind of shape."""
    dials: dict[str, float] = {}
    picture: str = ""
    """Of a setting: SVG path data in a square of 40."""
    key: str = ""
    """Of an outline: what its linked copies know it by."""
    family: str = ""
    state: int = 1
    facts: ShelfFacts | None = None


class EntryPage(Schema):
    """Some of what is on the shelf, and whether there is more behind it."""

    entries: list[Entry]
    more: bool


class EntryChange(Schema):
    """What of an entry becomes what."""

    name: str | None = None
    tray: str | None = None


class ClipForm(Schema):
    """Items as JSON text."""

    clip: str


class ShelfClip(ClipForm):
    """An outline as it is kept now."""

    key: str
    name: str
    state: int


class ChangedEntry(Schema):
    """An outline after a change, and the drawings in which linked copies follow it, by name."""

    entry: Entry
    follows: list[str]
    stays: list[str]
    """Those in which they could not."""


class Variation(Schema):
    """An outline beside one that it is a variation of."""

    entry: Entry
    measures: ShelfMeasures


class Alike(Schema):
    """An outline on the shelf, and how much it looks like what was asked about."""

    entry: int
    likeness: float
    """From 0 to 1."""


class Order(Schema):
    """The entries of a tray as they are to lie."""

    entries: list[int]


class ShelfFile(Schema):
    """A shelf, or one tray of it, as a file."""

    format: str = FORMAT
    version: int = VERSION
    settings: list[SettingForm] = []
    outlines: list[OutlineForm] = []


class SvgIn(Schema):
    """An SVG document whose symbols, or whose items, become outlines of a tray."""

    tray: str
    text: str


class TakenIn(Schema):
    """How many outlines and settings came in, and what was left out."""

    count: int
    message: str = ""


def _entry(row: ShelfEntry) -> dict[str, Any]:
    data = {"id": row.pk, "tray": row.tray, "name": row.name}
    if not row.shape:
        outline = {"key": row.key, "family": row.family, "state": row.state, "facts": row.facts}
        return {**data, "kind": "outline", **outline}
    kind = shape_kind(row.shape)
    dials = dials_of_kind(kind, row.dials)
    shown = {"shape": kind.name, "dials": dials, "picture": _picture(kind.name, (*dials.items(),))}
    return {**data, "kind": "setting", **shown}


@lru_cache(maxsize=4_096)
def _picture(shape: str, dials: tuple[tuple[str, float], ...]) -> str:
    """A shape with some dials as a small picture, worked out once."""
    return picture(shape_kind(shape), dials=dict(dials))


def _setting(form: SettingForm) -> Setting:
    return Setting(form.tray, form.name, form.shape, form.dials)


def _outline(form: OutlineForm) -> LibraryOutline:
    return LibraryOutline(**form.dict())


def _filed(rows: list[ShelfEntry]) -> dict[str, Any]:
    """Entries as a file holds them."""
    return {
        "settings": [_entry(r) for r in rows if r.shape],
        "outlines": [{**_entry(r), "clip": r.clip, "rank": r.rank} for r in rows if not r.shape],
    }


@router.get("/library", response=EntryPage)
def list_library(request: HttpRequest, start: int = 0) -> dict[str, Any]:
    """What is on the shelf, by tray, some at a time from a place in that order."""
    rows = acts.entries(whose(request), start=max(start, 0), most=PAGE + 1)
    return {"entries": [_entry(row) for row in rows[:PAGE]], "more": len(rows) > PAGE}


def _created(response: HttpResponse, row: ShelfEntry) -> tuple[int, dict[str, Any]]:
    created(response, f"library/{row.pk}")
    return 201, _entry(row)


@router.post("/library/presets", response={201: Entry})
@decorate_view(once)
def save_preset(
    request: HttpRequest, response: HttpResponse, body: SettingForm
) -> tuple[int, dict[str, Any]]:
    """Save a preset; one of the same name in the tray is replaced."""
    return _created(response, acts.keep(whose(request), _setting(body)))


@router.post("/library/outlines", response={201: Entry})
@decorate_view(once)
def save_outline(
    request: HttpRequest, response: HttpResponse, body: OutlineForm
) -> tuple[int, dict[str, Any]]:
    """Save an outline under a name that is free in its tray."""
    return _created(response, outlines.keep_outline(whose(request), _outline(body)))


@router.post("/library/queries/similar", response=list[Alike])
def find_similar(request: HttpRequest, body: ClipForm) -> list[dict[str, Any]]:
    """The outlines on the shelf by how much they look like some items, the most alike first."""
    found = outlines.alike(whose(request), body.clip)
    return [{"entry": pk, "likeness": part} for pk, part in found]


@router.put("/library/order", response={204: None})
def order_tray(request: HttpRequest, body: Order) -> tuple[int, None]:
    """Lay the entries of a tray in another order."""
    acts.order(whose(request), body.entries)
    return 204, None


@router.patch("/library/{int:entry}", response=Entry)
def change_entry(request: HttpRequest, entry: int, body: EntryChange) -> dict[str, Any]:
    """Another name, or another tray."""
    return _entry(acts.change(whose(request), entry, name=body.name, tray=body.tray))


@router.delete("/library/{int:entry}", response=ShelfFile)
def delete_entry(request: HttpRequest, entry: int) -> dict[str, Any]:
    """Take an entry off the shelf; the answer is a file that brings it back."""
    return _filed([acts.remove(whose(request), entry)])


@router.get("/library/{int:entry}/clip", response=ShelfClip)
def get_clip(request: HttpRequest, entry: int) -> dict[str, Any]:
    """An outline as it is kept now."""
    row = acts.entry_of(whose(request), entry)
    return {"clip": row.clip, "key": row.key, "name": row.name, "state": row.state}


@router.put("/library/{int:entry}/clip", response=ChangedEntry)
def replace_outline(request: HttpRequest, entry: int, body: ClipForm) -> dict[str, Any]:
    """Keep other items in its place; its linked copies in all drawings follow."""
    done = outlines.change_outline(whose(request), entry, body.clip)
    return {"entry": _entry(done.entry), "follows": done.follows, "stays": done.stays}


@router.get("/library/{int:entry}/variations", response=list[Variation])
def list_variations(request: HttpRequest, entry: int) -> list[dict[str, Any]]:
    """An outline and its variations, each with how it differs from the first."""
    with reporting_to(InteractiveBudget(MOST_ON_SERVER)):
        found = outlines.variations(whose(request), entry)
    return [{"entry": _entry(row), "measures": measures} for row, measures in found]


@router.get("/library/{int:entry}/picture.svg", openapi_extra=file_out("image/svg+xml"))
def get_outline_picture(request: HttpRequest, entry: int) -> HttpResponse:
    """An outline as a picture; whoever asks names the state to keep it by."""
    row = acts.entry_of(whose(request), entry)
    made = ""
    if row.clip:
        clip = read_clip(row.clip)
        pictures = shown_pictures(row.owner_id, clip.drawing().pictures)
        made = picture_of_clip(clip, addresses(pictures))
    shown = unchanging(request, made, kind="image/svg+xml", tag=f'"{row.key}-{row.state}"')
    shown.headers["Content-Security-Policy"] = "sandbox; default-src 'none'; img-src data:"
    return shown


@router.get("/library/export", response=ShelfFile)
def export_library(request: HttpRequest, tray: str | None = None) -> dict[str, Any]:
    """The whole shelf as one file, or one tray."""
    return _filed(acts.in_tray(whose(request), tray))


@router.get("/library/export.svg", openapi_extra=file_out("image/svg+xml"))
def export_symbols(request: HttpRequest, tray: str) -> HttpResponse:
    """The outlines of a tray as symbols of one SVG document."""
    rows = acts.in_tray(whose(request), tray)
    clips = [(r.name, read_clip(r.clip)) for r in rows if not r.shape]
    numbers = (n for _, clip in clips for n in clip.drawing().pictures)
    text = tray_svg(clips, addresses(shown_pictures(whose(request), numbers)))
    data = content_disposition_header(as_attachment=True, filename=f"{tray or 'tray'}.svg")
    headers = {"Content-Disposition": data or "attachment"}
    return HttpResponse(text, content_type="image/svg+xml", headers=headers)


@router.post("/library/imports", response={201: TakenIn})
@decorate_view(once)
def import_library(request: HttpRequest, body: ShelfFile) -> tuple[int, dict[str, int]]:
    """Import a file; all of it or nothing."""
    if body.format != FORMAT or not 1 <= body.version <= VERSION:
        raise refusal("bad_shelf")
    file = acts.TrayFile([_setting(s) for s in body.settings], [_outline(o) for o in body.outlines])
    return 201, {"count": acts.take_in(whose(request), file)}


@router.post("/library/imports/svg", response={201: TakenIn})
@decorate_view(once)
def import_symbols(request: HttpRequest, body: SvgIn) -> tuple[int, dict[str, Any]]:
    """Import an SVG document; all of it or nothing."""
    data, _ = pool.run("symbols", body.text.encode("utf-8", "replace"))
    names: dict[str, int] = {}
    made = []
    for name, clip in data["clips"]:
        plain = name or "Outline"
        names[plain] = names.get(plain, 0) + 1
        own = plain if names[plain] == 1 else f"{plain[:110]} {names[plain]}"
        made.append(LibraryOutline(body.tray, own, clip))
    count = acts.take_in(whose(request), acts.TrayFile((), made))
    return 201, {"count": count, "message": data["message"]}
