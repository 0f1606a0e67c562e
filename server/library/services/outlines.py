"""Outlines on the shelf: keep them, change them, and let their linked copies follow."""

from dataclasses import dataclass

from buildup.drawing.clips import read_clip
from buildup.edits.library.libraryplacement import UpdateLinkedCopies, shelf_clip
from buildup.errors import Refusal
from buildup.forms.matching.libraryfacts import ShelfMeasures, shelf_measures
from buildup.forms.matching.likeness import likeness, look_of
from common.messages import refusal
from common.retries import in_transaction
from drawings.models import Item
from drawings.selectors.lookup import of_owner
from drawings.services.edit import edit

from library.libraryoutline import LibraryOutline, new_key
from library.models import ShelfEntry
from library.services.shelf import (
    check_clips,
    checked_outline,
    entry_of,
    name_taken,
    put,
    set_up,
    write_clip,
)

MOST_FOLLOWING = 200
"""Drawings in which linked copies follow at once; those in others follow when they are asked to."""
LINKED = '{"type": "linked"'
"""What the JSON text of a linked copy begins with."""


@dataclass(frozen=True)
class Followed:
    """An outline after a change, and the drawings in which its linked copies follow it, by name."""

    entry: ShelfEntry
    follows: tuple[str, ...] = ()
    stays: tuple[str, ...] = ()
    """Those in which they could not."""


@in_transaction
def keep_outline(user_id: int, outline: LibraryOutline) -> ShelfEntry:
    """Put an outline on the shelf under a name that is free.

    Raises:
        Refusal: as `checked_outline`; `name_taken` or `shelf_full`.
    """
    sound = checked_outline(outline)
    set_up(user_id)
    mine = ShelfEntry.objects.filter(owner_id=user_id)
    if mine.filter(tray=sound.tray, name=sound.name).exists():
        raise name_taken(sound.tray, sound.name)
    if sound.family != sound.key and not mine.filter(family=sound.family).exists():
        raise refusal("unknown_entry.variation")
    put(user_id, (), (sound,))
    return mine.get(tray=sound.tray, name=sound.name)


def change_outline(user_id: int, entry_id: int, clip: str) -> Followed:
    """Keep other items in the place of an outline; its linked copies in all drawings follow.

    Each drawing is an edit by itself, so that each can be taken back there.

    Raises:
        Refusal: `unknown_entry`; as `checked_outline` and `check_clips`.
    """
    row = _changed(user_id, entry_id, clip)
    follows, stays = [], []
    for drawing, (name, items) in _linked_to(user_id, row).items():
        command = UpdateLinkedCopies(
            items=tuple(items),
            clip=row.clip,
            copies=new_key(),
            entry=row.key,
            state=row.state,
        )
        try:
            command_id = f"follow-{new_key()}"
            edit(user_id, drawing, command_id=command_id, known=None, command=command)
            follows.append(name)
        except Refusal:
            stays.append(name)
    return Followed(row, tuple(follows), tuple(stays))


@in_transaction
def _changed(user_id: int, entry_id: int, clip: str) -> ShelfEntry:
    set_up(user_id)
    row = entry_of(user_id, entry_id)
    if row.shape:
        raise refusal("not_an_outline.preset", name=row.name)
    sound = checked_outline(LibraryOutline(row.tray, row.name, clip))
    check_clips(user_id, (sound,))
    if write_clip(row, sound.clip):
        row.state += 1
        row.save()
    return row


def _linked_to(user_id: int, row: ShelfEntry) -> dict[int, tuple[str, list[str]]]:
    """The drawings whose linked copies show another state of an outline: names, and the items."""
    wanted = f'"entry": "{row.key}"'
    newest = f'{wanted}, "state": {row.state},'
    found = (
        Item.objects.filter(drawing__in=of_owner(user_id))
        .filter(body__startswith=LINKED, body__contains=wanted)
        .order_by("drawing", "id")
        .values_list("drawing", "drawing__name", "item", "body")
    )
    linked: dict[int, tuple[str, list[str]]] = {}
    for drawing, name, item, body in found:
        # the store does not tell large letters from small ones
        own = wanted in body and newest not in body
        if own and (drawing in linked or len(linked) < MOST_FOLLOWING):
            linked.setdefault(drawing, (name, []))[1].append(item)
    return linked


def alike(user_id: int, clip: str) -> list[tuple[int, float]]:
    """The outlines on the shelf by how much they look like some items, the most alike first.

    Raises:
        Refusal: as `shelf_clip`.
    """
    look = look_of(shelf_clip(clip))
    rows = ShelfEntry.objects.filter(owner_id=user_id, shape="").values_list("pk", "facts")
    found = [(pk, likeness(look, (facts or {}).get("look", ()))) for pk, facts in rows]
    return sorted(found, key=lambda f: -f[1])


def variations(user_id: int, entry_id: int) -> list[tuple[ShelfEntry, ShelfMeasures]]:
    """An outline and its siblings, each with what it comes to and how it differs from the first.

    Raises:
        Refusal: `unknown_entry`; as `shelf_measures`.
    """
    row = entry_of(user_id, entry_id)
    if row.shape:
        return []
    mine = read_clip(row.clip)
    others = ShelfEntry.objects.filter(owner_id=user_id, family=row.family).exclude(pk=row.pk)
    every = (row, *others)
    return [(e, shelf_measures(read_clip(e.clip), mine)) for e in every]
