"""Lines of mixed direction: the runs of a line as they are seen (Unicode Standard Annex 9).

They are those of python-bidi, which knows no isolates: they are taken as the embeddings that came
before them (UAX 9, 2.4 to 2.7).
"""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise

from bidi import algorithm as uax9
from bidi import get_base_level
from buildup.drawing.text import Direction

ISOLATES = {"LRI": "LRE", "RLI": "RLE", "PDI": "PDF"}
"""Bidirectional types of isolates, and the embeddings they are taken as."""


@dataclass(frozen=True, slots=True)
class Run:
    """Text of one direction.

    Args:
        start: the number of its first character in the line.
        end: the number behind its last.
        rtl: it is read from right to left.
    """

    start: int
    end: int
    rtl: bool


def is_rtl(text: str, direction: Direction) -> bool:
    """Whether text as a whole is read from right to left: by its first strong letter, if not said.

    >>> is_rtl("12 שלום reed", "auto"), is_rtl("reed שלום", "auto"), is_rtl("reed", "rtl")
    (True, False, True)
    """
    return bool(get_base_level(text)) if direction == "auto" else direction == "rtl"


def runs(line: str, *, rtl: bool) -> list[Run]:
    """The runs of a line from left to right; what only directs the text is in none, or inside one.

    >>> [(r.start, r.end, r.rtl) for r in runs("ab שלום", rtl=False)]
    [(0, 3, False), (3, 7, True)]
    >>> runs("", rtl=True)
    []
    """
    seen = list(_as_seen(line, rtl=rtl))
    breaks = [
        n
        for n, ((before, level), (after, next_level)) in enumerate(pairwise(seen), start=1)
        if level != next_level or not _follows(before, after, level=level, line=line)
    ]
    found = []
    for start, end in pairwise([0, *breaks, len(seen)] if seen else [0]):
        places = [at for at, _ in seen[start:end]]
        found.append(Run(min(places), max(places) + 1, bool(seen[start][1] % 2)))
    return found


def _follows(before: int, after: int, *, level: int, line: str) -> bool:
    """Whether a character is seen next to another that it is read next to."""
    first, last = (after, before) if level % 2 else (before, after)
    between = line[first + 1 : last]
    return last > first and all(uax9.bidirectional(c) in uax9.X9_REMOVED for c in between)


def _as_seen(line: str, *, rtl: bool) -> Iterator[tuple[int, int]]:
    """The numbers of the characters of a line from left to right, each with its level."""
    storage = uax9.get_empty_storage()
    storage["base_level"], storage["base_dir"] = int(rtl), "LR"[rtl]
    uax9.get_embedding_levels(line, storage)
    for number, character in enumerate(storage["chars"]):
        kind = character["type"]
        if kind == "FSI":
            kind = "RLI" if get_base_level(line[number + 1 :]) else "LRI"
        kind = ISOLATES.get(kind, kind)
        character |= {"number": number, "type": kind, "orig": kind}
    uax9.explicit_embed_and_overrides(storage)
    uax9.resolve_weak_types(storage)
    uax9.resolve_neutral_types(storage, False)  # the library's signature
    uax9.resolve_implicit_levels(storage, False)
    uax9.reorder_resolved_levels(storage, False)
    for character in storage["chars"]:
        yield character["number"], character["level"]
