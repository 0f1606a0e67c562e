"""What holds for each request: a number to ask about it, who may keep its answer, the build."""

import contextvars
import logging
import re
import secrets
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
        try:
            response = self.get_response(request)
            response.headers["X-Request-ID"] = number()
            if request.path.startswith("/api/"):
                response.headers.setdefault("Cache-Control", "no-store")
                response.headers["X-Build"] = settings.BUILD
            return response
        finally:
            _number.reset(token)
