"""Answers that hold for every request: the store away, a missing token, what a page may load."""

from collections.abc import Callable

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


TOO_LARGE = 1153
"""MariaDB: got a packet bigger than `max_allowed_packet`."""


def store_away(problem: Exception) -> JsonResponse:
    """503: the database does not answer; 413 where it is this one edit that it does not take."""
    if problem.args[:1] == (TOO_LARGE,):
        return too_large()
    sentence = (
        "The store of drawings does not answer right now. What was kept is safe; "
        "your edit waits here and goes out when the store is back."
    )
    return JsonResponse({"code": "store_away", "sentence": sentence, "final": False}, status=503)


def too_large() -> JsonResponse:
    """413: one edit that is more than the database takes at once."""
    sentence = (
        "This edit is more than the store of drawings takes at once. What was kept is safe; "
        "do it in smaller parts."
    )
    return JsonResponse({"code": "too_large", "sentence": sentence, "final": True}, status=413)


class StoreAwayMiddleware:
    """Turns a lost database into a 503 with a sentence."""

    def __init__(self, get_response: Handler) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        return self.get_response(request)

    def process_exception(self, request: HttpRequest, problem: Exception) -> HttpResponse | None:
        """Answer for a database that is away; other exceptions go on."""
        if isinstance(problem, OperationalError | InterfaceError):
            connection.close()
            return store_away(problem)
        return None


class PolicyMiddleware:
    """Adds the Content-Security-Policy: nothing is loaded from elsewhere."""

    def __init__(self, get_response: Handler) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        response.headers.setdefault("Content-Security-Policy", POLICY)
        return response


def csrf_failure(request: HttpRequest, reason: str = "") -> JsonResponse:
    """403: the request came without this page's token."""
    sentence = "This page is out of date. Nothing was changed; load it again and repeat the step."
    return JsonResponse({"code": "no_token", "sentence": sentence, "final": False}, status=403)
