"""The bin: the API's part of it, and how much somebody keeps."""

from typing import Any

from accounts.models import User
from accounts.services.quota import Storage, storage_of
from common.paging import PAGE, page_of
from common.requests import whose
from django.http import HttpRequest
from ninja import Router, Schema

from drawings import schema
from drawings import serializers as answers
from drawings.selectors.lookup import binned
from drawings.services import purging as acts

router = Router(tags=["bin"])


class Emptied(Schema):
    """How many drawings are gone for good."""

    count: int


@router.get("/storage", response=Storage)
def get_storage(request: HttpRequest) -> Storage:
    """What somebody keeps, and may keep."""
    return storage_of(User.objects.get(pk=whose(request)))


@router.get("/bin", response=schema.CardPage)
def list_bin(request: HttpRequest, after: int | None = None, most: int = PAGE) -> dict[str, Any]:
    """The drawings in the bin, what was deleted last first."""
    rows, more = page_of(binned(whose(request)), "deleted", after=after, most=most)
    return {"cards": [answers.card(row) for row in rows], "more": more}


@router.delete("/bin", response=Emptied)
def empty_bin(request: HttpRequest) -> dict[str, int]:
    """Delete all that lies in it for good."""
    return {"count": acts.empty(whose(request))}


@router.delete("/bin/{drawing}", response={204: None})
def delete_permanently(request: HttpRequest, drawing: int) -> tuple[int, None]:
    """Delete one of them for good."""
    acts.delete_for_good(whose(request), drawing)
    return 204, None
