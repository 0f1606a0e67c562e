"""Answers that hold for every request: the store away, a missing token, what a page may load."""

import logging
from collections.abc import Callable

from common.problems import problem as answer_of
from django.db import connection
from django.db.utils import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse, JsonResponse

Handler = Callable[[HttpRequest], HttpResponse]

POLICY = "; ".join(
    (
        "default-src 'self'",
        "script-src 'self' 'wasm-unsafe-eval'",  # the Python core runs as WebAssembly
        "worker-src 'self'",
        "style-src 'self' 'unsafe-inline'",
        "img-src 'self' data: blob:",
        "object-src 'none'",
        "base-uri 'none'",
        "frame-ancestors 'none'",
        "form-action 'self'",
    )
)


PERMISSIONS = "camera=(), microphone=(), geolocation=(), payment=(), usb=()"
"""What no page of ours asks of a browser."""
TOO_LARGE = 1153
"""MariaDB: got a packet bigger than `max_allowed_packet`."""


LOCK_WAIT, DEADLOCK = 1205, 1213
"""MariaDB: somebody else has the row, or two stopped each other."""
_log = logging.getLogger(__name__)


def database_unavailable(problem: Exception) -> JsonResponse:
    """503: the database does not answer, or is busy; 413 where it does not take this one edit."""
    if problem.args[:1] == (TOO_LARGE,):
        return too_large()
    _log.warning("the database: %s", problem)
    busy = problem.args[:1] in ((LOCK_WAIT,), (DEADLOCK,))
    return answer_of("busy" if busy else "database_unavailable")


def too_large() -> JsonResponse:
    """413: one edit that is more than the database takes at once."""
    return answer_of("too_large", final=True)


class DatabaseErrorsMiddleware:
    """Turns a lost database into a 503 with a sentence."""

    def __init__(self, get_response: Handler) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        return self.get_response(request)

    def process_exception(self, request: HttpRequest, problem: Exception) -> HttpResponse | None:
        """Answer for a database that is away; other exceptions go on."""
        if isinstance(problem, OperationalError | InterfaceError):
            connection.close()
            return database_unavailable(problem)
        return None


class PolicyMiddleware:
    """Adds the Content-Security-Policy: nothing is loaded from elsewhere."""

    def __init__(self, get_response: Handler) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        response.headers.setdefault("Content-Security-Policy", POLICY)
        response.headers.setdefault("Permissions-Policy", PERMISSIONS)
        return response


def csrf_failure(request: HttpRequest, reason: str = "") -> JsonResponse:
    """403: the request came without this page's token."""
    return answer_of("no_token")
