"""Forms of requests and answers about files that are imported."""

from buildup.formats.anchorcounts import AnchorCount
from drawings.schema import Card
from ninja import Schema


class ImportNote(Schema):
    """Something that an import left out or changed."""

    kind: str
    """What, as a noun in the plural."""
    count: int
    items: list[str]
    """The ids of the items that it speaks of."""
    changed: bool
    """It was imported as something else; else it was not."""


class ImportedDrawings(Schema):
    """The drawings that were made of a file, one of each page."""

    cards: list[Card]
    message: str
    """How many there are, and what was left out; empty for nothing."""
    notes: list[ImportNote]
    """The same one by one, where there is one drawing."""


class AnchorCounts(Schema):
    """How many anchors a file leads to, from as it is to the coarsest tolerance."""

    counts: list[AnchorCount]
    most: int
    """Anchors that are imported at once."""
    longest: int
    """Anchors of a contour at the most."""


class CopiedIn(Schema):
    """What was on the clipboard."""

    text: str
