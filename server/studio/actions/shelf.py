"""The shelf: keep settings of dials in trays, change them, send them out and take them in."""

from collections.abc import Sequence

from buildup.drawing.checks import check_name
from buildup.errors import Refusal
from buildup.shapes.presets import READY_MADE, Setting, checked_setting

from studio.actions.turns import in_turn
from studio.models import Shelf, ShelfEntry

MOST_ENTRIES = 2_000
"""On one shelf."""


def unknown_entry() -> Refusal:
    """The refusal for an entry that is not on this shelf."""
    return Refusal("unknown_entry", "That is no longer on the shelf. Nothing was changed.")


def _set_up(user_id: int) -> None:
    """Take the shelf for the running transaction; a new one comes with the ready-made tray."""
    _, new = Shelf.objects.get_or_create(owner_id=user_id)
    Shelf.objects.select_for_update().get(owner_id=user_id)
    if new:
        _put(user_id, [checked_setting(s) for s in READY_MADE])


@in_turn
def entries(user_id: int) -> list[ShelfEntry]:
    """All entries by tray, in order; a new shelf comes with the ready-made tray."""
    if not Shelf.objects.filter(owner_id=user_id).exists():
        _set_up(user_id)
    return list(ShelfEntry.objects.filter(owner_id=user_id))


@in_turn
def keep(user_id: int, setting: Setting) -> ShelfEntry:
    """Put a setting on the shelf; one of the same name in the tray is replaced.

    Raises:
        Refusal: as `checked_setting`, or `shelf_full`.
    """
    sound = checked_setting(setting)
    _set_up(user_id)
    _put(user_id, (sound,))
    return ShelfEntry.objects.get(owner_id=user_id, tray=sound.tray, name=sound.name)


@in_turn
def change(
    user_id: int, entry_id: int, *, name: str | None = None, tray: str | None = None
) -> ShelfEntry:
    """Rename an entry, or move it to another tray.

    Raises:
        Refusal: `unknown_entry`, `bad_name` or `name_taken`.
    """
    _set_up(user_id)
    row = ShelfEntry.objects.filter(owner_id=user_id, pk=entry_id).first()
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


@in_turn
def take_in(user_id: int, settings: Sequence[Setting]) -> int:
    """Add settings from a file, all or none; those of a name that is there replace it.

    Raises:
        Refusal: as `keep`, naming the setting.
    """
    _check_room(len({(s.tray, s.name) for s in settings}))
    sound = []
    for setting in settings:
        try:
            sound.append(checked_setting(setting))
        except Refusal as problem:
            sentence = f"“{setting.name[:40]}”: {problem.sentence} Nothing was taken in."
            raise Refusal(problem.code, sentence, setting.name[:40]) from None
    _set_up(user_id)
    _put(user_id, sound)
    return len(settings)


def _check_room(count: int) -> None:
    if count > MOST_ENTRIES:
        raise Refusal(
            "shelf_full", f"A shelf holds {MOST_ENTRIES:,} settings. Remove some, then try again."
        )


def _put(user_id: int, settings: Sequence[Setting]) -> None:
    """Write checked settings in bulk; of several of one name in a tray the last one counts."""
    mine = {(e.tray, e.name): e for e in ShelfEntry.objects.filter(owner_id=user_id)}
    last = max((e.rank for e in mine.values()), default=0)
    wanted = {(s.tray, s.name): s for s in settings}
    _check_room(len(mine.keys() | wanted.keys()))
    old = [mine[key] for key in wanted if key in mine]
    for entry in old:
        setting = wanted[entry.tray, entry.name]
        entry.shape, entry.dials = setting.shape, dict(setting.dials)
    new = [
        ShelfEntry(
            owner_id=user_id,
            tray=s.tray,
            name=s.name,
            shape=s.shape,
            dials=dict(s.dials),
            rank=last + n + 1,
        )
        for n, s in enumerate(s for key, s in wanted.items() if key not in mine)
    ]
    ShelfEntry.objects.bulk_create(new, batch_size=200)
    ShelfEntry.objects.bulk_update(old, ["shape", "dials"], batch_size=200)
