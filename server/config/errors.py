"""Exceptions as answers, in one place: problem details with a code and a sentence."""

import logging

from buildup.errors import Refusal
from buildup.view.selection import ViewRequest
from common.messages import sentence
from common.problems import answer, details, problem
from django.core.exceptions import BadRequest
from django.db import connection
from django.db.transaction import TransactionManagementError
from django.db.utils import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse
from django.http.multipartparser import MultiPartParserError
from drawings import serializers as answers
from drawings import store
from drawings.schema import StaleAnswer
from drawings.selectors.history import next_steps
from drawings.services.edit import Stale
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from config.faults import csrf_failure, database_unavailable

PASSING = {"unknown_drawing", "stale", "unknown_version", "long_ago", "busy"}
"""Codes of what may go well later: nothing that waits is given up for them."""

_log = logging.getLogger(__name__)


def register(api: NinjaAPI) -> None:
    """Register the answers for what can go wrong."""

    @api.exception_handler(Stale)
    def stale(request: HttpRequest, refused: Stale) -> HttpResponse:
        change = answers.change(
            refused.row,
            refused.since,
            refused.after,
            ((), ViewRequest()),
            since=refused.version,
            around=next_steps(refused.row),
        )
        data = details(refused.code, refused.sentence, status=409, place=refused.place)
        body = StaleAnswer.model_validate({**data, "answer": change})
        more = body.model_dump(mode="json", include={"answer"})
        return answer(refused.code, refused.sentence, place=refused.place, more=more)

    @api.exception_handler(Refusal)
    def refused(request: HttpRequest, refusal: Refusal) -> HttpResponse:
        final = refusal.code not in PASSING
        return answer(refusal.code, refusal.sentence, place=refusal.place, final=final)

    @api.exception_handler(ValidationError)
    def invalid(request: HttpRequest, fault: ValidationError) -> HttpResponse:
        position = ".".join(str(p) for p in fault.errors[0]["loc"][1:]) if fault.errors else ""
        return problem("bad_request.invalid", status=422, place=position, final=True)

    @api.exception_handler(AuthenticationError)
    def stranger(request: HttpRequest, fault: AuthenticationError) -> HttpResponse:
        return problem("not_signed_in")

    @api.exception_handler(HttpError)
    def refused_by_http(request: HttpRequest, fault: HttpError) -> HttpResponse:
        if fault.status_code == 403:
            return csrf_failure(request)
        return problem("bad_request", status=fault.status_code)

    @api.exception_handler(BadRequest)
    @api.exception_handler(MultiPartParserError)
    def misread(request: HttpRequest, fault: Exception) -> HttpResponse:
        return problem("bad_request")

    @api.exception_handler(OperationalError)
    @api.exception_handler(InterfaceError)
    @api.exception_handler(TransactionManagementError)
    def away(request: HttpRequest, fault: Exception) -> HttpResponse:
        connection.close()
        return database_unavailable(fault)

    @api.exception_handler(Exception)
    def unforeseen(request: HttpRequest, fault: Exception) -> HttpResponse:
        """A fault of the program: what is remembered of that drawing may be its cause."""
        _log.error("%s %s", request.method, request.path, exc_info=fault)
        named = request.resolver_match.kwargs.get("drawing") if request.resolver_match else None
        if named is not None:
            store.forget(int(named))
        return answer("unforeseen", sentence("unforeseen"))
