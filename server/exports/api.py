"""Sending out: the API's part of it."""

from contextlib import suppress
from typing import Annotated, Any

from buildup.errors import Refusal
from buildup.formats.formatsettings import (
    FORMAT_SETTINGS,
    DxfOut,
    FormatSettings,
    HpglOut,
    IconsOut,
    PdfOut,
    PictureOut,
    SvgOut,
    read_format_settings,
)
from common.openapi import ReadByCore, file_out
from common.requests import whose
from common.schema import CommandId
from django.http import HttpRequest, HttpResponse
from django.utils.http import content_disposition_header
from drawings.selectors.lookup import found
from ninja import Router, Schema
from pydantic import Field

from exports import services as acts
from exports.formats import sketch
from exports.previews import shown

router = Router(tags=["exports"])
MIMES = {
    "svg": "image/svg+xml",
    "pdf": "application/pdf",
    "png": "image/png",
    "webp": "image/webp",
    "avif": "image/avif",
    "dxf": "image/vnd.dxf",
    "plt": "application/vnd.hp-hpgl",
    "zip": "application/zip",
}


AnyFormatSettings = Annotated[
    FormatSettings,
    ReadByCore(
        read_format_settings,
        name="AnyFormatSettings",
        kinds=SvgOut | PdfOut | PictureOut | DxfOut | HpglOut | IconsOut,
    ),
]


class ExportIn(Schema):
    """What is to be sent, and how."""

    id: CommandId
    """Under which one asks how far it is."""
    sending: AnyFormatSettings
    items: list[str] = []
    """What is selected."""


class FileFacts(Schema):
    """A file that would be sent."""

    name: str
    size: int | None
    """Bytes; None where that is not known before."""
    pixels: tuple[int, int] | None = None
    """Of a picture, its width and its height."""


class ExportPreview(Schema):
    """What would be sent."""

    files: list[FileFacts]
    pictures: list[str]
    """The first files or pages as data URLs."""
    messages: list[str]
    """What could not be said in that format."""


class ExportSettings(Schema):
    """How a drawing was sent out last; defaults where it never was."""

    last: str | None
    """The kind of the format; None: it was never sent."""
    kinds: dict[
        str,
        Annotated[
            SvgOut | PdfOut | PictureOut | DxfOut | HpglOut | IconsOut, Field(discriminator="kind")
        ],
    ]
    """By kind of format."""


@router.get("/drawings/{drawing}/export-settings", response=ExportSettings)
def get_export_settings(request: HttpRequest, drawing: int) -> dict[str, Any]:
    """How a drawing is sent out."""
    kept = found(whose(request), drawing).export_settings
    kinds: dict[str, FormatSettings] = {kind: made() for kind, made in FORMAT_SETTINGS.items()}
    for kind, disposition in kept.get("kinds", {}).items():
        with suppress(Refusal):  # kept by another form of the program
            kinds[kind] = read_format_settings(disposition)
    return {"last": kept.get("last"), "kinds": kinds}


@router.post("/drawings/{drawing}/exports", openapi_extra=file_out(*sorted(set(MIMES.values()))))
def export_drawing(request: HttpRequest, drawing: int, body: ExportIn) -> HttpResponse:
    """The file, or a zip where there are several."""
    file = acts.sent(whose(request), drawing, body.sending, tuple(body.items), work=body.id)
    mime = MIMES.get(file.name.rpartition(".")[2], "application/octet-stream")
    response = HttpResponse(file.data, content_type=mime)
    disposition = content_disposition_header(as_attachment=True, filename=file.name)
    response.headers["Content-Disposition"] = disposition or "attachment"
    return response


@router.post("/drawings/{drawing}/queries/export-preview", response=ExportPreview)
def preview_export(request: HttpRequest, drawing: int, body: ExportIn) -> dict[str, Any]:
    """What would be sent; nothing is kept."""
    items = tuple(body.items)
    parcel = acts.parcel_of(whose(request), drawing, body.sending, items, work=body.id, make=sketch)
    files = [
        {"name": f.name, "size": None if f.pixels else len(f.data), "pixels": f.pixels}
        for f in parcel.files
    ]
    return {"files": files, "pictures": shown(parcel), "messages": list(parcel.messages)}
