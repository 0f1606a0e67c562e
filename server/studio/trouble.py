"""Exceptions as answers, in one place: a status, a code and a sentence."""

import logging
from typing import Any

from buildup.errors import Refusal
from buildup.view.selection import Shows
from config.requests import number
from config.storeaway import AGAIN, csrf_failure, store_away
from django.core.exceptions import BadRequest
from django.db import connection
from django.db.transaction import TransactionManagementError
from django.db.utils import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse
from django.http.multipartparser import MultiPartParserError
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from studio import answers, schema, store
from studio.actions.edit import Stale
from studio.history import next_steps

STATUS = {
    "unknown_drawing": 404,
    "unknown_item": 404,
    "unknown_picture": 404,
    "unknown_entry": 404,
    "unknown_face": 404,
    "no_cutter": 503,
    "stale": 409,
    "long_ago": 410,
    "id_taken": 409,
    "storage_full": 507,
    "wrong_sign_in": 403,
    "locked_out": 429,
    "busy": 503,
}
"""Statuses by code; every other refusal is a 422."""

PASSING = {"unknown_drawing", "stale", "unknown_version", "long_ago", "busy"}
"""Codes of what may go well later: nothing that waits is given up for them."""

_log = logging.getLogger(__name__)


def answer_troubles(api: NinjaAPI) -> None:
    """Register the answers for what can go wrong."""

    def answer(
        request: HttpRequest,
        status: int,
        code: str,
        sentence: str,
        *,
        place: str = "",
        final: bool = False,
    ) -> HttpResponse:
        body = {"code": code, "sentence": sentence, "place": place, "final": final}
        if status >= 500:
            body["request"] = number()
        return api.create_response(request, body, status=status)

    @api.exception_handler(Stale)
    def stale(request: HttpRequest, problem: Stale) -> HttpResponse:
        answer = answers.change(
            problem.row,
            problem.since,
            problem.after,
            ((), Shows()),
            since=problem.version,
            around=next_steps(problem.row),
        )
        told = schema.StaleAnswer.model_validate({**_body(problem), "answer": answer})
        body = told.model_dump(mode="json")
        return api.create_response(request, body, status=409)

    @api.exception_handler(Refusal)
    def refused(request: HttpRequest, problem: Refusal) -> HttpResponse:
        status = STATUS.get(problem.code, 422)
        response = api.create_response(request, _body(problem), status=status)
        if problem.code == "busy":
            response.headers["Retry-After"] = str(AGAIN)
        return response

    @api.exception_handler(ValidationError)
    def invalid(request: HttpRequest, problem: ValidationError) -> HttpResponse:
        place = ".".join(str(p) for p in problem.errors[0]["loc"][1:]) if problem.errors else ""
        sentence = "The request is not valid. Nothing was changed."
        return answer(request, 422, "bad_request", sentence, place=place, final=True)

    @api.exception_handler(AuthenticationError)
    def stranger(request: HttpRequest, problem: AuthenticationError) -> HttpResponse:
        sentence = "You are signed out. What was saved is safe; sign in again."
        return answer(request, 401, "not_signed_in", sentence)

    @api.exception_handler(HttpError)
    def refused_by_http(request: HttpRequest, problem: HttpError) -> HttpResponse:
        if problem.status_code == 403:
            return csrf_failure(request)
        sentence = "The request could not be read. Nothing was changed."
        return answer(request, problem.status_code, "bad_request", sentence)

    @api.exception_handler(BadRequest)
    @api.exception_handler(MultiPartParserError)
    def misread(request: HttpRequest, problem: Exception) -> HttpResponse:
        sentence = "The request could not be read. Nothing was changed."
        return answer(request, 400, "bad_request", sentence)

    @api.exception_handler(OperationalError)
    @api.exception_handler(InterfaceError)
    @api.exception_handler(TransactionManagementError)
    def away(request: HttpRequest, problem: Exception) -> HttpResponse:
        connection.close()
        return store_away(problem)

    @api.exception_handler(Exception)
    def unforeseen(request: HttpRequest, problem: Exception) -> HttpResponse:
        """A fault of the program: what is remembered of that drawing may be its cause."""
        _log.error("%s %s", request.method, request.path, exc_info=problem)
        named = request.resolver_match.kwargs.get("drawing") if request.resolver_match else None
        if named is not None:
            store.forget(int(named))
        sentence = (
            "Something went wrong on the server. What was saved is safe; your edit "
            "is stored and is tried again."
        )
        return answer(request, 500, "unforeseen", sentence)


def _body(problem: Refusal) -> dict[str, Any]:
    return {
        "code": problem.code,
        "sentence": problem.sentence,
        "place": problem.place,
        "final": problem.code not in PASSING,
    }
