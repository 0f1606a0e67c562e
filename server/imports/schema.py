"""Forms of requests and answers about files that are imported."""

from drawings.schema import Card
from ninja import Schema


class ImportedDrawings(Schema):
    """The drawings that were made of a file, one of each page."""

    cards: list[Card]
    said: str
    """How many there are, and what was left out; empty for nothing."""


class CopiedIn(Schema):
    """What was on the clipboard."""

    text: str
