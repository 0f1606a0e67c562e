"""The API: route in, one action, answer out."""

from typing import Any

from accounts import api as accounts
from catalogue import api as catalogue
from common.problems import PROBLEM_TYPE
from common.schema import Problem
from cutting import api as cutting
from drawings import api as drawings
from exports import api as exports
from fonts import api as fonts
from imports import api as imports
from library import api as library
from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema
from ninja.operation import Operation
from ninja.security import django_auth
from references import api as references

from config.errors import register

SCHEMAS = "#/components/schemas/"
STALE = 409


class DescribedAPI(NinjaAPI):
    """Names its operations by themselves; every other status carries problem details."""

    def get_openapi_operation_id(self, operation: Operation) -> str:
        """The view's name."""
        return str(operation.view_func.__name__)

    def get_openapi_schema(self, *args: Any, **named: Any) -> OpenAPISchema:
        """The schema, with problem details at every operation."""
        schema = super().get_openapi_schema(*args, **named)
        form = Problem.model_json_schema(ref_template=f"{SCHEMAS}{{model}}")
        schema["components"]["schemas"].update(form.pop("$defs", {}))
        schema["components"]["schemas"].setdefault("Problem", form)
        content = {PROBLEM_TYPE: {"schema": {"$ref": f"{SCHEMAS}Problem"}}}
        for operations in schema["paths"].values():
            for operation in operations.values():
                answers = operation["responses"]
                answers["default"] = {"description": "Problem", "content": content}
                if STALE in answers:  # a problem that says more than others
                    form = answers[STALE]["content"].pop("application/json")
                    answers[STALE]["content"][PROBLEM_TYPE] = form
        return schema


api = DescribedAPI(
    title="Build Up Curve", version="1", auth=django_auth, docs_url=None, openapi_url=None
)
register(api)
PARTS = (accounts, library, catalogue, imports, exports, fonts, references, cutting)
for router in (*(part.router for part in PARTS), *drawings.ROUTERS):
    api.add_router("", router)
