"""How much a person keeps, and how much they may."""

from dataclasses import dataclass

from common.messages import refusal
from django.conf import settings
from django.db.models import Count, Sum

from accounts.models import User

MEGABYTE = 1024 * 1024


@dataclass(frozen=True)
class Storage:
    """What a person keeps.

    Args:
        drawings: how many there are, with those in the bin.
        bytes: what they take with their history, and pictures, fonts and the shelf beside them.
        binned: drawings in the bin.
        most_drawings: how many there may be.
        most_bytes: how much all of it may take.
        bin_days: for how long the bin keeps a drawing.

    """

    drawings: int
    bytes: int
    binned: int
    most_drawings: int
    most_bytes: int
    bin_days: int


def storage_of(user: User) -> Storage:
    """What a person keeps; the sizes stand in columns, nothing is read for it."""
    drawings = user.drawings.aggregate(count=Count("id"), binned=Count("deleted"), all=Sum("size"))
    others = (user.pictures, user.fonts, user.shelf_entries)
    taken = [drawings["all"], *(o.aggregate(all=Sum("size"))["all"] for o in others)]
    return Storage(
        drawings=drawings["count"],
        bytes=sum(part or 0 for part in taken),
        binned=drawings["binned"],
        most_drawings=settings.MOST_DRAWINGS if user.most_drawings is None else user.most_drawings,
        most_bytes=settings.MOST_BYTES if user.most_bytes is None else user.most_bytes,
        bin_days=settings.BIN_DAYS,
    )


def make_room(user_id: int, *, drawings: int = 0, size: int = 0) -> None:
    """Refuses more than a person may keep; others who ask for them wait until this one is written.

    To be called in the transaction that writes it, after a drawing that it locks.

    Raises:
        Refusal: `storage_full`.
    """
    held = storage_of(User.objects.select_for_update().get(pk=user_id))
    if drawings and held.drawings + drawings > held.most_drawings:
        what = f"{held.drawings:,} of {held.most_drawings:,} drawings"
    elif held.bytes + size > held.most_bytes:
        there, most = (n / MEGABYTE for n in (held.bytes, held.most_bytes))
        what = f"{there:,.0f} of {most:,.0f} MB used"
    else:
        return
    binned = f", {held.binned:,} of them in the bin" if held.binned else ""
    raise refusal("storage_full", used=f"{what}{binned}")
