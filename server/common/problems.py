"""Errors as answers: problem details (RFC 9457) with a code, a sentence, the request's number."""

from collections.abc import Mapping
from http import HTTPStatus
from typing import Any

from django.http import JsonResponse

from common.messages import sentence
from common.requests import number

PROBLEM_TYPE = "application/problem+json"
AGAIN = 2
"""Seconds after which it is worth asking again where something is busy."""

STATUS: Mapping[str, int] = {
    "unknown_drawing": 404,
    "unknown_item": 404,
    "unknown_picture": 404,
    "unknown_entry": 404,
    "unknown_font": 404,
    "not_there": 404,
    "stale": 409,
    "long_ago": 409,
    "unknown_version": 409,
    "not_the_last": 409,
    "id_taken": 409,
    "name_taken": 409,
    "storage_full": 413,
    "shelf_full": 413,
    "fonts_full": 413,
    "picture_too_large": 413,
    "too_large": 413,
    "wrong_sign_in": 401,
    "not_signed_in": 401,
    "no_demo": 403,
    "no_token": 403,
    "old_page": 410,
    "locked_out": 429,
    "busy": 503,
    "no_cutter": 503,
    "database_unavailable": 503,
    "unforeseen": 500,
    "bad_request": 400,
    "broken_off": 400,
    "unknown_host": 400,
}
"""Statuses by code; every other refusal is a 422."""
RETRY_AFTER: Mapping[str, int] = {"busy": AGAIN, "database_unavailable": AGAIN, "locked_out": 60}
"""Seconds after which it is worth asking again."""


def details(
    code: str, detail: str, *, status: int, place: str = "", final: bool = False
) -> dict[str, Any]:
    """The members of a problem.

    Args:
        code: a stable name in snake case.
        detail: what happened, what is safe and what to do.
        status: the answer's.
        place: the id of the item or the name of the field it is about.
        final: the same request would be refused again, for a reason of the job.

    """
    return {
        "type": "about:blank",
        "title": HTTPStatus(status).phrase,
        "status": status,
        "detail": detail,
        "code": code,
        "place": place,
        "final": final,
        "request": number(),
    }


def problem(
    key: str,
    /,
    *,
    status: int | None = None,
    place: str = "",
    final: bool = False,
    **parameters: object,
) -> JsonResponse:
    """The answer of one of the server's sentences; the status is that of its code."""
    return answer(
        key.partition(".")[0],
        sentence(key, **parameters),
        status=status,
        place=place,
        final=final,
    )


def answer(
    code: str,
    detail: str,
    *,
    status: int | None = None,
    place: str = "",
    final: bool = False,
    more: Mapping[str, Any] | None = None,
) -> JsonResponse:
    """An answer with problem details; `more` are members of this one code."""
    status = STATUS.get(code, 422) if status is None else status
    body = details(code, detail, status=status, place=place, final=final)
    headers = {"Retry-After": str(RETRY_AFTER[code])} if code in RETRY_AFTER else None
    return JsonResponse(
        {**body, **(more or {})}, status=status, headers=headers, content_type=PROBLEM_TYPE
    )
