"""The bytes of a picture."""

from common.caching import unchanging
from common.openapi import file_out
from common.requests import whose
from django.http import HttpRequest, HttpResponse
from ninja import Router

from references.selectors import picture_of

router = Router(tags=["references"])


@router.get(
    "/drawings/{drawing}/pictures/{picture}",
    openapi_extra=file_out("image/png", "image/jpeg", "image/webp"),
    tags=["references"],
)
def get_picture(request: HttpRequest, drawing: int, picture: int) -> HttpResponse:
    """A picture's bytes; they never change."""
    row = picture_of(whose(request), picture)
    return unchanging(request, bytes(row.bytes), kind=row.mime, tag=f'"picture-{row.pk}"')
