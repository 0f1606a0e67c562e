"""The API: route in, one action, answer out."""

from typing import Any

from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema
from ninja.security import django_auth

from studio import schema
from studio.api import bin as bin_
from studio.api import board, cutting, home, lettering, matching, outputs, people, questions, trays
from studio.trouble import answer_troubles


class TellingAPI(NinjaAPI):
    """Says in its schema that every other status carries a `Trouble`."""

    def get_openapi_schema(self, *args: Any, **named: Any) -> OpenAPISchema:
        """The schema, with that answer at every operation."""
        told = super().get_openapi_schema(*args, **named)
        form = schema.Trouble.json_schema()
        told["components"]["schemas"].setdefault("Trouble", form)
        content = {"application/json": {"schema": {"$ref": "#/components/schemas/Trouble"}}}
        for operations in told["paths"].values():
            for operation in operations.values():
                operation["responses"]["default"] = {
                    "description": "The error",
                    "content": content,
                }
        return told


api = TellingAPI(
    title="Build Up Curve", version="1", auth=django_auth, docs_url=None, openapi_url=None
)
answer_troubles(api)
for part in (people, trays, home, bin_, board, questions, matching, outputs, lettering, cutting):
    api.add_router("", part.router)
