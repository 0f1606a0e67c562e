"""The shelf: settings and outlines in trays; named, ordered, sent out and taken in."""

import hashlib
import itertools
from collections.abc import Container, Iterable, Sequence
from dataclasses import dataclass

from buildup.drawing.checks import check_id, check_name
from buildup.drawing.clips import read_clip
from buildup.drawing.codec import write
from buildup.edits.library.libraryplacement import shelf_clip
from buildup.errors import Refusal
from buildup.forms.matching.libraryfacts import shelf_facts
from buildup.forms.matching.likeness import look_of
from buildup.shapes.presets import READY_MADE, Setting, checked_setting
from common.messages import refusal
from common.retries import in_transaction
from django.db.models import QuerySet, Sum
from drawings.store import batches, most_at_once

from library.builtin.tray import luthiers_tray
from library.libraryoutline import LibraryOutline, new_key
from library.models import Shelf, ShelfEntry

MOST_ENTRIES = 2_000
"""On one shelf."""
FORM = 2
"""Of shelves: form 1 came with the ready-made settings, form 2 with the luthier's forms as well."""
MOST_KEPT = 60_000_000
"""Characters of all outlines on one shelf."""


def unknown_entry() -> Refusal:
    """The refusal for an entry that is not on this shelf."""
    return refusal("unknown_entry")


def set_up(user_id: int) -> None:
    """Take the shelf for the running transaction, with the ready-made trays it has not had yet."""
    Shelf.objects.get_or_create(owner_id=user_id)
    shelf = Shelf.objects.select_for_update().get(owner_id=user_id)
    if shelf.form == FORM:
        return
    settings = [checked_setting(s) for s in READY_MADE] if shelf.form == 0 else []
    put(user_id, settings, luthiers_tray())
    shelf.form = FORM
    shelf.save()


def _of(user_id: int) -> QuerySet[ShelfEntry]:
    return ShelfEntry.objects.filter(owner_id=user_id)


@in_transaction
def entries(user_id: int, *, start: int = 0, most: int = MOST_ENTRIES) -> list[ShelfEntry]:
    """Entries by tray, in order, without their clips; a new shelf has the ready-made ones."""
    if not Shelf.objects.filter(owner_id=user_id, form=FORM).exists():
        set_up(user_id)
    return list(_of(user_id).defer("clip")[start : start + most])


@in_transaction
def in_tray(user_id: int, tray: str | None) -> list[ShelfEntry]:
    """The entries of a tray, or of all of them, with their clips."""
    set_up(user_id)
    return list(_of(user_id) if tray is None else _of(user_id).filter(tray=tray))


def entry_of(user_id: int, entry_id: int) -> ShelfEntry:
    """One entry.

    Raises:
        Refusal: `unknown_entry`.
    """
    row = _of(user_id).filter(pk=entry_id).first()
    if row is None:
        raise unknown_entry()
    return row


@in_transaction
def keep(user_id: int, setting: Setting) -> ShelfEntry:
    """Put a setting on the shelf; one of the same name in the tray is replaced.

    Raises:
        Refusal: as `checked_setting`; `shelf_full`, or `name_taken` by an outline.
    """
    sound = checked_setting(setting)
    set_up(user_id)
    put(user_id, (sound,))
    return _of(user_id).get(tray=sound.tray, name=sound.name)


@in_transaction
def change(
    user_id: int, entry_id: int, *, name: str | None = None, tray: str | None = None
) -> ShelfEntry:
    """Rename an entry, or move it to another tray.

    Raises:
        Refusal: `unknown_entry`, `bad_name` or `name_taken`.
    """
    set_up(user_id)
    row = entry_of(user_id, entry_id)
    for text in (name, tray):
        if text is not None:
            check_name(text)
    row.name = row.name if name is None else name.strip()
    row.tray = row.tray if tray is None else tray.strip()
    if _of(user_id).filter(tray=row.tray, name=row.name).exclude(pk=row.pk).exists():
        raise name_taken(row.tray, row.name)
    row.save(update_fields=["name", "tray"])
    return row


def name_taken(tray: str, name: str) -> Refusal:
    """The refusal for a name that a tray has already."""
    return refusal("name_taken", tray=tray, name=name)


@in_transaction
def order(user_id: int, wanted: Sequence[int]) -> None:
    """Lay entries of a tray in an order; those that are not named stay behind these.

    Raises:
        Refusal: `unknown_entry`.
    """
    set_up(user_id)
    known = {row.pk: row for row in _of(user_id).filter(pk__in=wanted).only("id", "tray", "rank")}
    rows = [known[pk] for pk in dict.fromkeys(wanted) if pk in known]
    if not rows or len(rows) < len(wanted) or len({r.tray for r in rows}) > 1:
        raise unknown_entry()
    rest = _of(user_id).filter(tray=rows[0].tray).exclude(pk__in=known).only("id", "rank")
    for rank, row in enumerate((*rows, *rest), 1):
        row.rank = rank
    ShelfEntry.objects.bulk_update([*rows, *rest], ["rank"], batch_size=200)


@in_transaction
def remove(user_id: int, entry_id: int) -> ShelfEntry:
    """Take an entry off the shelf; what it was.

    Raises:
        Refusal: `unknown_entry`.
    """
    set_up(user_id)
    row = entry_of(user_id, entry_id)
    ShelfEntry.objects.filter(pk=row.pk).delete()
    return row


@dataclass(frozen=True)
class TrayFile:
    """What a file holds that is taken in."""

    settings: Sequence[Setting] = ()
    outlines: Sequence[LibraryOutline] = ()


@in_transaction
def take_in(user_id: int, file: TrayFile) -> int:
    """Add what a file holds, all or nothing, as `put`.

    An outline brings its key along, so that its linked copies know it again.

    Raises:
        Refusal: as `keep` and `checked_outline`, naming what it was.
    """
    every: list[Setting | LibraryOutline] = [*file.settings, *file.outlines]
    _check_room(len({(e.tray, e.name) for e in every}))
    settings, outlines = [], []
    name = ""
    try:
        for setting in file.settings:
            name = setting.name
            settings.append(checked_setting(setting))
        for outline in file.outlines:
            name = outline.name
            outlines.append(checked_outline(outline))
    except Refusal as problem:
        sentence = f"“{name[:40]}”: {problem.sentence}"
        raise Refusal(problem.code, sentence, name[:40]) from None
    set_up(user_id)
    put(user_id, settings, outlines)
    return len(settings) + len(outlines)


def checked_outline(outline: LibraryOutline) -> LibraryOutline:
    """An outline about its own middle, with a key of its own where it brings none.

    Raises:
        Refusal: as `shelf_clip`; `bad_name`, `bad_id`, or `too_large` for the store.
    """
    check_name(outline.name)
    check_name(outline.tray)
    clip = shelf_clip(outline.clip).text()
    if len(clip) > most_at_once():
        raise refusal("too_large.outline")
    key = outline.key or new_key()
    family = outline.family or key
    for word in (key, family):
        check_id(word)
    return LibraryOutline(
        tray=outline.tray.strip(),
        name=outline.name.strip(),
        clip=clip,
        key=key,
        family=family,
        state=max(1, outline.state),
        rank=max(0, min(outline.rank, MOST_ENTRIES)),
    )


def _check_room(count: int) -> None:
    if count > MOST_ENTRIES:
        raise refusal("shelf_full", most=MOST_ENTRIES)


def put(
    user_id: int, settings: Sequence[Setting] = (), outlines: Sequence[LibraryOutline] = ()
) -> None:
    """Write what was checked in bulk; of several of one name in a tray the last one counts.

    A setting replaces one of its name. An outline replaces the one of its key, wherever that lies
    now; one that only has its name leaves it alone and gets a name with a number.

    Raises:
        Refusal: `shelf_full`, or `name_taken` where a setting has the name of an outline.
    """
    mine = {(e.tray, e.name): e for e in _of(user_id).defer("clip")}
    known = {e.key: e for e in mine.values() if e.key}
    last = max((e.rank for e in mine.values()), default=0)
    check_clips(user_id, outlines)
    changed: dict[tuple[str, str], ShelfEntry] = {}

    def row(tray: str, name: str, rank: int) -> ShelfEntry:
        nonlocal last
        last += 1
        made = ShelfEntry(owner_id=user_id, tray=tray, name=name, rank=rank or last)
        mine[tray, name] = made
        return made

    for setting in settings:
        position = (setting.tray, setting.name)
        entry = mine.get(position) or row(*position, 0)
        if entry.key:
            raise name_taken(*position)
        entry.shape, entry.dials = setting.shape, dict(setting.dials)
        changed[position] = entry
    for outline in outlines:
        there = known.get(outline.key)
        if there is None:
            name = _free_name(mine, outline.tray, outline.name)
            there = row(outline.tray, name, outline.rank)
            there.shape, there.dials = "", {}
            there.key, there.family, there.state = outline.key, outline.family, outline.state
            known[there.key] = there
            write_clip(there, outline.clip)
        elif write_clip(there, outline.clip):
            there.state += 1  # its linked copies are asked to follow
        changed[there.tray, there.name] = there
    _check_room(len(mine))
    _write(changed.values())


def _write(entries: Iterable[ShelfEntry]) -> None:
    rows = list(entries)
    names = ["shape", "dials", "clip", "size", "facts", "state", "changed"]
    for batch in batches([e for e in rows if e.pk is None], _size):
        ShelfEntry.objects.bulk_create(batch)
    for batch in batches([e for e in rows if e.pk is not None], _size):
        ShelfEntry.objects.bulk_update(batch, names)


def _free_name(taken: Container[tuple[str, str]], tray: str, name: str) -> str:
    """A name that a tray has not got yet."""
    numbered = (f"{name[:110]} {number}" for number in itertools.count(2))
    return next(n for n in itertools.chain((name,), numbered) if (tray, n) not in taken)


def write_clip(entry: ShelfEntry, clip: str) -> bool:
    """A clip that was checked, how large it is and what it looks like; whether it is another."""
    digest = hashlib.sha256(clip.encode()).hexdigest()
    if entry.facts and entry.facts.get("sum") == digest:
        return False
    kept = read_clip(clip)
    facts = write(shelf_facts(kept), defaults=True)
    entry.clip, entry.size = clip, len(clip)
    entry.facts = {**facts, "look": look_of(kept), "sum": digest}
    return True


def check_clips(user_id: int, outlines: Iterable[LibraryOutline]) -> None:
    """Refuses more than a shelf holds.

    Raises:
        Refusal: `shelf_full`.
    """
    more = sum(len(o.clip) for o in outlines)
    held = _of(user_id).aggregate(all=Sum("size"))["all"] or 0
    if more and held + more > MOST_KEPT:
        raise refusal("shelf_full.size", most=MOST_KEPT // 1_000_000)


def _size(entry: ShelfEntry) -> int:
    return len(entry.clip) + 1_000
