"""What a request has to be before anything else looks at it: for a known host, and not too long."""

import gzip
import io
import secrets
from collections.abc import Callable, Iterator
from typing import cast

from common.openapi import LINES
from common.problems import problem
from django.conf import settings
from django.core.exceptions import DisallowedHost
from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from django.http.response import HttpResponseBase
from django.middleware.gzip import GZipMiddleware
from django.utils.cache import patch_vary_headers

Handler = Callable[[HttpRequest], HttpResponse]

MOST_BYTES = 8 * 1024 * 1024
"""Of a request's body; a little more than 40,000 anchors take."""
MOST_PICTURE_BYTES = 20 * 1024 * 1024
MOST_FILE_BYTES = 48 * 1024 * 1024
"""Of a file that is imported: a map of some million anchors."""
MOST_AT = {
    "/pictures": MOST_PICTURE_BYTES,
    "/imports": MOST_FILE_BYTES,
    "/queries/file-anchors": MOST_FILE_BYTES,
    "/queries/file-items": MOST_FILE_BYTES,
}
"""By what the path ends with."""
MOST_OF_STRANGERS = 1024 * 1024
"""Of a body from somebody who is not signed in: a name and a password."""
READ_ON = 64 * 1024 * 1024
"""How much of a body that is too long is read on, so that its sender hears the answer."""
PIECE = 64 * 1024
LARGE = 1024 * 1024
"""Bytes of an answer from which on packing it takes longer than sending a little more does."""
PACKED = frozenset(
    {
        "application/json",
        "application/problem+json",
        LINES,
        "image/svg+xml",
        "text/javascript",
    }
)
"""Kinds of answers that are packed, besides those of text."""


class PackingMiddleware(GZipMiddleware):
    """Packs answers that are text; pictures and archives do not get smaller by it."""

    def process_response(
        self, request: HttpRequest, response: HttpResponseBase
    ) -> HttpResponseBase:
        """The answer, packed where that makes it smaller."""
        kind = response.headers.get("Content-Type", "").partition(";")[0]
        if not kind.startswith("text/") and kind not in PACKED:
            return response
        if isinstance(response, StreamingHttpResponse) and kind == LINES:
            return _packed_lines(request, response)
        if isinstance(response, HttpResponse) and len(response.content) > LARGE:
            return _packed(request, response)
        return super().process_response(request, response)


def _may_pack(request: HttpRequest, response: HttpResponseBase) -> bool:
    patch_vary_headers(response, ("Accept-Encoding",))
    accepted = request.headers.get("Accept-Encoding", "")
    return "gzip" in accepted and not response.has_header("Content-Encoding")


def _quick_gzip(out: io.BytesIO) -> gzip.GzipFile:
    """Packs in the quickest way: the waiting costs more than some percent do."""
    name = secrets.token_urlsafe(secrets.randbelow(PackingMiddleware.max_random_bytes))
    return gzip.GzipFile(name, "wb", compresslevel=1, fileobj=out, mtime=0)


def _packed(request: HttpRequest, response: HttpResponse) -> HttpResponse:
    """A large answer, packed."""
    if not _may_pack(request, response):
        return response
    packed = io.BytesIO()
    with _quick_gzip(packed) as file:
        file.write(response.content)
    response.content = packed.getvalue()
    response.headers["Content-Encoding"] = "gzip"
    response.headers["Content-Length"] = str(len(response.content))
    return response


def _packed_lines(request: HttpRequest, response: StreamingHttpResponse) -> StreamingHttpResponse:
    """Lines, packed so that each can be read when it has come."""
    if not _may_pack(request, response):
        return response
    lines = cast("Iterator[bytes]", response.streaming_content)

    def packed() -> Iterator[bytes]:
        out = io.BytesIO()
        with _quick_gzip(out) as file:
            for line in lines:
                file.write(line)
                file.flush()
                yield _emptied(out)
        yield _emptied(out)

    response.streaming_content = packed()
    response.headers["Content-Encoding"] = "gzip"
    return response


def _emptied(out: io.BytesIO) -> bytes:
    data = out.getvalue()
    out.seek(0)
    out.truncate()
    return data


class HostMiddleware:
    """Refuses every request for a host that is not `ALLOWED_HOSTS`, files included."""

    def __init__(self, get_response: Handler) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        try:
            request.get_host()
        except DisallowedHost:
            return problem("unknown_host")
        return self.get_response(request)


class BodyMiddleware:
    """Reads the body, announced or in chunks; one that is too long is answered, not cut off."""

    def __init__(self, get_response: Handler) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        announced = request.META.get("CONTENT_LENGTH") or "0"
        chunked = "chunked" in request.META.get("HTTP_TRANSFER_ENCODING", "").lower()
        if not announced.isdecimal():
            return problem("bad_request")
        if not chunked and announced == "0":
            return self.get_response(request)
        most = _most(request)
        stranger = settings.SESSION_COOKIE_NAME not in request.COOKIES
        if stranger:
            most = MOST_OF_STRANGERS
        try:
            body = _read(request, None if chunked else int(announced), most)
        except OSError:
            return problem("broken_off")
        if body is None and stranger:  # an edit whose session has ended waits for the next one
            return problem("not_signed_in")
        if body is None:
            return problem("too_large.request", final=True, most=most / 2**20)
        request._body = body  # what Django's own reading would set
        request._stream = io.BytesIO(body)
        return self.get_response(request)


def _most(request: HttpRequest) -> int:
    """Bytes that the body of a request may have, when somebody is signed in."""
    if request.method != "POST":
        return MOST_BYTES
    return next((most for end, most in MOST_AT.items() if request.path.endswith(end)), MOST_BYTES)


def _read(request: HttpRequest, announced: int | None, most: int) -> bytes | None:
    """The body; None when it is longer than `most` (what follows was read and forgotten)."""
    source = request.META["wsgi.input"]
    left = READ_ON if announced is None else min(announced, READ_ON)
    pieces: list[bytes] = []
    size = 0
    while left > 0:
        piece = source.read(min(PIECE, left))
        if not piece:
            break
        left -= len(piece)
        size += len(piece)
        if size <= most:
            pieces.append(piece)
    if announced is not None and size < min(announced, READ_ON):
        raise OSError("the body broke off")
    return b"".join(pieces) if size <= most else None
