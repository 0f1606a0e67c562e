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


def store_away() -> JsonResponse:
    """503: the database does not answer."""
    sentence = (
        "The store of drawings does not answer right now. What was kept is safe; "
        "your edit waits here and goes out when the store is back."
    )
    return JsonResponse({"code": "store_away", "sentence": sentence}, status=503)


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
            return store_away()
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
    return JsonResponse({"code": "no_token", "sentence": sentence}, status=403)
