"""Forms of requests and answers about sessions."""

from typing import Annotated

from ninja import Schema
from pydantic import Field, StringConstraints

MOST_KEYS = 500
"""More acts than there are."""
ActName = Annotated[str, StringConstraints(min_length=1, max_length=64, pattern="^[a-z0-9_]+$")]
KeyName = Annotated[str, StringConstraints(min_length=1, max_length=32)]


class Keyboard(Schema):
    """The keys that somebody has given to acts."""

    keys: Annotated[dict[ActName, KeyName | None], Field(max_length=MOST_KEYS)]
    """By the act's name, as `Ctrl+Shift+G`; null: it has none. The others have their usual ones."""
    single_keys: bool
    """Whether letters, digits and signs by themselves do anything (WCAG 2.1.4)."""


class Me(Schema):
    """Who is signed in, if anybody, and whether the demo's door is open."""

    id: int | None
    name: str | None
    sign_in: str
    """The name by which whoever is signed in signs in; empty for nobody."""
    demo: bool
    by_demo: bool
    """Whoever is signed in is the one whom that door lets in."""
    keyboard: Keyboard | None
    """Null for nobody."""


class SignIn(Schema):
    """Name and password."""

    name: str
    password: str
