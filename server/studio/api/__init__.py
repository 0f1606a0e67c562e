"""The API: route in, one action, answer out."""

from typing import Any

from common.problems import PROBLEM_TYPE
from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema
from ninja.operation import Operation
from ninja.security import django_auth

from studio import schema
from studio.api import bin as bin_
from studio.api import board, cutting, home, lettering, matching, outputs, people, questions, trays
from studio.trouble import answer_troubles

SCHEMAS = "#/components/schemas/"
STALE = 409


class DescribedAPI(NinjaAPI):
    """Names its operations by themselves; every other status carries problem details."""

    def get_openapi_operation_id(self, operation: Operation) -> str:
        """The view's name."""
        return str(operation.view_func.__name__)

    def get_openapi_schema(self, *args: Any, **named: Any) -> OpenAPISchema:
        """The schema, with problem details at every operation."""
        told = super().get_openapi_schema(*args, **named)
        form = schema.Problem.model_json_schema(ref_template=f"{SCHEMAS}{{model}}")
        told["components"]["schemas"].update(form.pop("$defs", {}))
        told["components"]["schemas"].setdefault("Problem", form)
        content = {PROBLEM_TYPE: {"schema": {"$ref": f"{SCHEMAS}Problem"}}}
        for operations in told["paths"].values():
            for operation in operations.values():
                answers = operation["responses"]
                answers["default"] = {"description": "Problem", "content": content}
                if STALE in answers:  # a problem that says more than others
                    form = answers[STALE]["content"].pop("application/json")
                    answers[STALE]["content"][PROBLEM_TYPE] = form
        return told


api = DescribedAPI(
    title="Build Up Curve", version="1", auth=django_auth, docs_url=None, openapi_url=None
)
answer_troubles(api)
for part in (people, trays, home, bin_, board, questions, matching, outputs, lettering, cutting):
    api.add_router("", part.router)
