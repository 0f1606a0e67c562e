"""Send a drawing out as files; how that was done is kept with it."""

from collections.abc import Sequence
from dataclasses import replace
from functools import partial
from typing import Protocol

from buildup.drawing.model import Drawing as Value
from buildup.drawing.text import Lettering
from buildup.formats.formatsettings import FormatSettings, PdfOut, write_format_settings
from buildup.formats.svg.text.svgfonts import FontWish
from buildup.geometry.progress import reporting_to
from buildup.measuresets import contact_sheet, in_each_set
from common.messages import refusal
from common.progress import ProgressReporter
from django.db import transaction
from drawings import store
from drawings.selectors.lookup import found, locked
from fonts.families import set_text
from references.selectors import shown_pictures

from exports.formats import kind_of, made
from exports.parcels import File, Job, Parcel, file_name, zipped


class Making(Protocol):
    """What makes files of a job."""

    def __call__(self, job: Job, settings: FormatSettings, *, pages: Sequence[Job]) -> Parcel:
        """All of them."""


def parcel_of(
    user_id: int,
    drawing_id: int,
    settings: FormatSettings,
    items: tuple[str, ...],
    *,
    work: str,
    make: Making = made,
) -> Parcel:
    """The files that a drawing is sent out as.

    Args:
        user_id: whose drawing.
        drawing_id: which.
        settings: how it is sent.
        items: what is selected, where not the sheet is sent.
        work: the id under which one asks how far it is, and stops it.
        make: `made`, or `sketch` for a look at it.

    Raises:
        Refusal: `unknown_drawing`, `nothing_selected`, `stopped`; as `made`.
    """
    name, value = _value(user_id, drawing_id)
    ids: tuple[str, ...] | None = None
    if settings.what != "sheet":
        ids = value.tree.tops(i for i in items if i in value.items)
        if not ids:
            raise refusal("nothing_selected.export")
    pages = []
    if isinstance(settings, PdfOut):
        pages = [_job(user_id, *_value(user_id, other)) for other in settings.drawings]
    with reporting_to(ProgressReporter(user_id, work)):
        if settings.sets == "contact":
            sheet = contact_sheet(value, partial(_lettered, user_id))
            return make(
                _job(user_id, f"{name} sets", sheet), replace(settings, what="sheet"), pages=()
            )
        if settings.sets == "each":
            each = in_each_set(value).items()
            jobs = [_job(user_id, f"{name} {called}", one, ids) for called, one in each]
            return Parcel.of(make(one, settings, pages=()) for one in jobs)
        return make(_job(user_id, name, value, ids), settings, pages=pages)


def _lettered(user_id: int, text: str, size: float) -> Lettering | None:
    """A name in the first of the shipped fonts."""
    spoken = set_text(user_id, text, FontWish(families=("sans-serif",)))
    if spoken is None:
        return None
    return Lettering(
        text=text, font=spoken.font, font_name=spoken.font_name, shaped=spoken.shaped, size=size
    )


def sent(
    user_id: int, drawing_id: int, settings: FormatSettings, items: tuple[str, ...], *, work: str
) -> File:
    """One file, a zip where there are several; the settings are those to begin with next time.

    Raises:
        Refusal: as `parcel_of`.
    """
    parcel = parcel_of(user_id, drawing_id, settings, items, work=work)
    _remember(user_id, drawing_id, settings)
    if len(parcel.files) == 1:
        return parcel.files[0]
    name, _ = _value(user_id, drawing_id)
    return File(file_name(name, "zip"), zipped(parcel.files))


def printed(user_id: int, name: str, value: Value) -> File:
    """A drawing that is made for one print only, as a PDF of its sheet.

    Raises:
        Refusal: as `made`.
    """
    return made(_job(user_id, name, value), PdfOut(what="sheet"), pages=()).files[0]


def _job(user_id: int, name: str, value: Value, ids: tuple[str, ...] | None = None) -> Job:
    return Job(name, value, ids, shown_pictures(user_id, value.pictures))


def _value(user_id: int, drawing_id: int) -> tuple[str, Value]:
    with store.snapshot():
        row = found(user_id, drawing_id)
        return row.name, store.value_of(row)


@transaction.atomic
def _remember(user_id: int, drawing_id: int, settings: FormatSettings) -> None:
    row = locked(user_id, drawing_id)
    kind = kind_of(settings)
    kinds = {**row.export_settings.get("kinds", {}), kind: write_format_settings(settings)}
    data = {**row.export_settings, "last": kind, "kinds": kinds}
    type(row).objects.filter(pk=row.pk).update(export_settings=data)  # it was not changed
