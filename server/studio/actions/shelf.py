"""The shelf: keep settings of dials in trays, change them, send them out and take them in."""

from collections.abc import Sequence

from buildup.drawing.checks import check_name
from buildup.errors import Refusal
from buildup.shapes.presets import READY_MADE, Setting, checked_setting
from django.db import transaction
from django.db.models import Max

from studio.models import Shelf, ShelfEntry

MOST_ENTRIES = 2_000
"""On one shelf."""


def unknown_entry() -> Refusal:
    """The refusal for an entry that is not on this shelf."""
    return Refusal("unknown_entry", "That is no longer on the shelf. Nothing was changed.")


@transaction.atomic
def entries(user_id: int) -> list[ShelfEntry]:
    """All entries by tray, in order; a new shelf comes with the ready-made tray."""
    _, new = Shelf.objects.get_or_create(owner_id=user_id)
    if new:
        _add(user_id, READY_MADE)
    return list(ShelfEntry.objects.filter(owner_id=user_id))


@transaction.atomic
def keep(user_id: int, setting: Setting) -> ShelfEntry:
    """Put a setting on the shelf; one of the same name in the tray is replaced.

    Raises:
        Refusal: as `checked_setting`, or `shelf_full`.
    """
    entries(user_id)
    sound = checked_setting(setting)
    old = ShelfEntry.objects.filter(owner_id=user_id, tray=sound.tray, name=sound.name).first()
    if old is None:
        return _add(user_id, (sound,))[0]
    old.shape, old.dials = sound.shape, dict(sound.dials)
    old.save()
    return old


@transaction.atomic
def change(
    user_id: int, entry_id: int, *, name: str | None = None, tray: str | None = None
) -> ShelfEntry:
    """Rename an entry, or move it to another tray.

    Raises:
        Refusal: `unknown_entry`, `bad_name` or `name_taken`.
    """
    row = ShelfEntry.objects.select_for_update().filter(owner_id=user_id, pk=entry_id).first()
    if row is None:
        raise unknown_entry()
    for text in (name, tray):
        if text is not None:
            check_name(text)
    row.name = row.name if name is None else name.strip()
    row.tray = row.tray if tray is None else tray.strip()
    same = ShelfEntry.objects.filter(owner_id=user_id, tray=row.tray, name=row.name)
    if same.exclude(pk=row.pk).exists():
        raise Refusal(
            "name_taken",
            f"There is a “{row.name}” in the tray “{row.tray}” already. Choose another.",
        )
    row.save()
    return row


def remove(user_id: int, entry_id: int) -> None:
    """Take an entry off the shelf.

    Raises:
        Refusal: `unknown_entry`.
    """
    done, _ = ShelfEntry.objects.filter(owner_id=user_id, pk=entry_id).delete()
    if not done:
        raise unknown_entry()


@transaction.atomic
def take_in(user_id: int, settings: Sequence[Setting]) -> int:
    """Add settings from a file, all or none; those of a name that is there replace it.

    Raises:
        Refusal: as `keep`, naming the setting.
    """
    for setting in settings:
        try:
            keep(user_id, setting)
        except Refusal as problem:
            sentence = f"“{setting.name[:40]}”: {problem.sentence} Nothing was taken in."
            raise Refusal(problem.code, sentence, setting.name[:40]) from None
    return len(settings)


def _add(user_id: int, settings: Sequence[Setting]) -> list[ShelfEntry]:
    mine = ShelfEntry.objects.filter(owner_id=user_id)
    if mine.count() + len(settings) > MOST_ENTRIES:
        raise Refusal(
            "shelf_full", f"A shelf holds {MOST_ENTRIES:,} settings. Remove some, then try again."
        )
    last = mine.aggregate(last=Max("rank"))["last"] or 0
    rows = [
        ShelfEntry(
            owner_id=user_id,
            tray=s.tray,
            name=s.name,
            shape=s.shape,
            dials=dict(checked_setting(s).dials),
            rank=last + n + 1,
        )
        for n, s in enumerate(settings)
    ]
    for row in rows:
        row.save()
    return rows
