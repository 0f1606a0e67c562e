"""What the schema says of an operation beyond its types: files that come and go, and addresses."""

from collections.abc import Callable
from functools import cached_property
from typing import Any

from django.http import HttpResponse
from pydantic import Field, GetCoreSchemaHandler, GetJsonSchemaHandler, RootModel, create_model
from pydantic_core import core_schema

BASE = "/api/v1"
BYTES = {"schema": {"type": "string", "format": "binary"}}
FILE_IN = "application/octet-stream"


def created(response: HttpResponse, path: str) -> None:
    """Say where what was made is found (201; RFC 9110, 15.3.2)."""
    response.headers["Location"] = f"{BASE}/{path}"


def file_in() -> dict[str, Any]:
    """The body is a file."""
    return {"requestBody": {"required": True, "content": {FILE_IN: BYTES}}}


def file_out(*kinds: str, meaning: str = "The file.") -> dict[str, Any]:
    """The answer is a file of one of some media types."""
    content = dict.fromkeys(kinds, BYTES)
    return {"responses": {200: {"description": meaning, "content": content}}}


LINES = "application/x-ndjson"
"""A value of JSON on each line."""


def lines_out(meaning: str) -> dict[str, Any]:
    """The answer is lines of JSON, which can be read as they come."""
    content = {LINES: {"schema": {"type": "string"}}}
    return {"responses": {200: {"description": meaning, "content": content}}}


class ReadByCore:
    """Values of several kinds that the core's own reader reads; the schema lists them all.

    Nothing but the schema needs the list, and to go through hundreds of dataclasses takes seconds:
    it is made once, when the schema is asked for.
    """

    def __init__(self, reader: Callable[[object], Any], *, name: str, kinds: Any) -> None:
        self._reader = reader
        self._name = name
        self._kinds = kinds

    @cached_property
    def _listed(self) -> type[RootModel[Any]]:
        kinds = (self._kinds, Field(discriminator="kind"))
        return create_model(self._name, __base__=RootModel, root=kinds)

    def __get_pydantic_core_schema__(
        self, source: Any, handler: GetCoreSchemaHandler
    ) -> core_schema.CoreSchema:
        return core_schema.no_info_plain_validator_function(self._reader)

    def __get_pydantic_json_schema__(
        self, schema: core_schema.CoreSchema, handler: GetJsonSchemaHandler
    ) -> dict[str, Any]:
        return handler(self._listed.__pydantic_core_schema__)
