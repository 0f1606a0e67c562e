"""What the schema says of an operation beyond its types: files that come and go, and addresses."""

from typing import Any

from django.http import HttpResponse

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
