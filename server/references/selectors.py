"""Finding pictures: every query is scoped to its owner."""

from base64 import b64encode
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import cached_property

from common.messages import refusal

from references.models import Picture


def picture_of(user_id: int, number: int) -> Picture:
    """One of a person's pictures.

    Raises:
        Refusal: `unknown_picture`.
    """
    row = Picture.objects.filter(pk=number, owner_id=user_id).first()
    if row is None:
        raise refusal("unknown_picture")
    return row


@dataclass(frozen=True)
class ShownPicture:
    """A picture that a drawing shows: its bytes and their kind."""

    data: bytes
    mime: str

    @cached_property
    def address(self) -> str:
        """Where it is found by whoever reads a document: in itself (RFC 2397)."""
        return f"data:{self.mime};base64,{b64encode(self.data).decode()}"


def shown_pictures(user_id: int, numbers: Iterable[int]) -> Mapping[int, ShownPicture]:
    """Pictures of a person by their numbers; others are not among them."""
    if not (wanted := set(numbers)):
        return {}
    rows = Picture.objects.filter(pk__in=wanted, owner_id=user_id)
    return {row.pk: ShownPicture(bytes(row.bytes), row.mime) for row in rows}


def addresses(pictures: Mapping[int, ShownPicture]) -> Mapping[int, str]:
    """Where each picture is found by whoever reads a document."""
    return {number: p.address for number, p in pictures.items()}
