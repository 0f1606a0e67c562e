"""Answers whose content never changes under its address: kept by whoever asked, for a while."""

from django.http import HttpRequest, HttpResponse
from django.utils.cache import get_conditional_response

DAY = 24 * 60 * 60


def unchanging(
    request: HttpRequest, data: bytes | str, *, kind: str, tag: str, seconds: int = DAY
) -> HttpResponse:
    """An answer with its tag, or that nothing has changed since it was asked for (RFC 9110, 13).

    It is kept for as long as told by whoever is signed in, and asked about again after that.
    """
    response = HttpResponse(data, content_type=kind)
    response.headers["ETag"] = tag
    response.headers["Cache-Control"] = (
        f"private, max-age={seconds}" if seconds else "private, no-cache"
    )
    return get_conditional_response(request, etag=tag, response=response) or response
