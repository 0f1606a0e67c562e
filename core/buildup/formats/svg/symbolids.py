"""Ids of symbols in SVG documents, which other programs and pages use them by."""

import re
import unicodedata

_NO_ID = re.compile(r"[^A-Za-z0-9]+")


def symbol_id(name: str, taken: set[str]) -> str:
    """An id of plain letters that a name suggests and nothing else has, which it is noted among.

    >>> taken = set()
    >>> symbol_id("f-hole, links", taken), symbol_id("F hole links", taken), symbol_id("♪", taken)
    ('f-hole-links', 'f-hole-links-2', 'outline')
    """
    plain = unicodedata.normalize("NFKD", name).encode("ascii", "ignore").decode()
    base = _NO_ID.sub("-", plain).strip("-").lower() or "outline"
    base = base if base[0].isalpha() else f"o-{base}"
    own, number = base, 1
    while own in taken:
        number += 1
        own = f"{base}-{number}"
    taken.add(own)
    return own
