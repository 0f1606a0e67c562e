"""What holds for each request: a number to ask about it, who may keep its answer, the build."""

import contextvars
import logging
import re
import secrets
import time
from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse

Handler = Callable[[HttpRequest], HttpResponse]

_number: contextvars.ContextVar[str] = contextvars.ContextVar("request", default="-")
_NAMED = re.compile(r"[A-Za-z0-9._-]{6,64}")
"""A number that the server in front may give."""


def number() -> str:
    """The number of the request that is being answered; `-` where none is."""
    return _number.get()


_access = logging.getLogger("access")


def _who(request: HttpRequest) -> str:
    """Who asked, as far as that was found out anyhow."""
    user = request.__dict__.get("_cached_user")
    return f"person {user.pk}" if user is not None and user.pk else "nobody known"


class WithNumber(logging.Filter):
    """Puts the request's number beside what is logged."""

    def filter(self, record: logging.LogRecord) -> bool:
        """Keep each record, with `request_number`."""
        record.request_number = number()
        return True


class RequestMiddleware:
    """Numbers the request, and says with the answer its number, the build and how long it holds."""

    def __init__(self, get_response: Handler) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        given = request.headers.get("X-Request-ID", "") if settings.BEHIND_HTTPS else ""
        token = _number.set(given if _NAMED.fullmatch(given) else secrets.token_hex(8))
        began = time.monotonic()
        try:
            response = self.get_response(request)
            _access.info(
                "%s %s %d %d ms, %s",
                request.method,
                request.path,
                response.status_code,
                1000 * (time.monotonic() - began),
                _who(request),
            )
            response.headers["X-Request-ID"] = number()
            if request.path.startswith("/api/"):
                response.headers.setdefault("Cache-Control", "no-store")
                response.headers["X-Build"] = settings.BUILD
            return response
        finally:
            _number.reset(token)


def whose(request: HttpRequest) -> int:
    """The id of whoever is signed in."""
    return int(request.user.pk or 0)  # nobody's is no drawing's owner
