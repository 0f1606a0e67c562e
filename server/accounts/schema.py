"""Forms of requests and answers about sessions."""

from ninja import Schema


class Me(Schema):
    """Who is signed in, if anybody, and whether the demo's door is open."""

    id: int | None
    name: str | None
    sign_in: str
    """The name by which whoever is signed in signs in; empty for nobody."""
    demo: bool
    by_demo: bool
    """Whoever is signed in is the one whom that door lets in."""


class SignIn(Schema):
    """Name and password."""

    name: str
    password: str
