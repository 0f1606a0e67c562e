"""Forms of answers that every part gives."""

from typing import Annotated

from ninja import Schema
from pydantic import Field

from common.messages import Code

CommandId = Annotated[str, Field(pattern=r"^[A-Za-z0-9_-]{8,40}$")]


class Problem(Schema):
    """Problem details (RFC 9457)."""

    type: str = "about:blank"
    title: str
    """The status in words."""
    status: int
    detail: str
    """What happened, what is safe and what to do, for the designer."""
    code: Code
    """Why, for programs."""
    place: str = ""
    """The id of the item or the name of the field it is about."""
    final: bool = False
    """The same request would be refused again, for a reason of the job."""
    request: str
    """The request's number, by which it is found in the server's log."""
