"""A request that makes something, and may be sent again when its answer was lost, makes it once.

Whoever sends it names it by a key of its own (`Idempotency-Key`, as the IETF's draft of that name
has it). What came of it is noted in the transaction that makes it, and told when it comes again.
"""

import hashlib
import json
import re
from collections.abc import Callable
from functools import wraps
from typing import Any

from django.db import IntegrityError, transaction
from django.http import HttpRequest, HttpResponse, JsonResponse

from common.models import IdempotencyKey
from common.problems import problem

View = Callable[..., HttpResponse]
KEY = re.compile(r"[A-Za-z0-9_-]{8,64}")
CREATED = 201


def once(view: View) -> View:
    """The view; with a key, what it made before for the same request is answered again."""

    @wraps(view)
    def asked(request: HttpRequest, *args: Any, **named: Any) -> HttpResponse:
        key = request.headers.get("Idempotency-Key", "")
        if request.user.pk is None or not KEY.fullmatch(key):
            return view(request, *args, **named)
        if (answer := _made(request, key)) is not None:
            return answer
        try:
            with transaction.atomic():
                response = view(request, *args, **named)
                if response.status_code != CREATED:
                    transaction.set_rollback(True)
                    return response
                _note(request, key, response)
                return response
        except IntegrityError:  # the same request, in this very moment
            if (answer := _made(request, key)) is None:
                raise
            return answer

    return asked


def _made(request: HttpRequest, key: str) -> HttpResponse | None:
    row = IdempotencyKey.objects.filter(owner_id=request.user.pk, key=key).first()
    if row is None:
        return None
    if row.asked != _sum(request):
        return problem("key_taken", final=True)
    return _created(row.answer, row.location)


def _created(answer: object, location: str) -> HttpResponse:
    headers = {"Location": location} if location else {}
    return JsonResponse(answer, safe=False, status=CREATED, headers=headers)


def _note(request: HttpRequest, key: str, response: HttpResponse) -> None:
    answer = json.loads(response.content)
    IdempotencyKey.objects.create(
        owner_id=request.user.pk or 0,
        key=key,
        asked=_sum(request),
        answer=answer,
        location=response.headers.get("Location", ""),
    )


def _sum(request: HttpRequest) -> str:
    digest = hashlib.sha256(f"{request.method} {request.get_full_path()}\n".encode())
    digest.update(request.body)
    return digest.hexdigest()
