"""Text in runs that a font can set at once: one direction, one script, one part of one font."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from fontTools import unicodedata

from fonts import bidi
from fonts.typefaces import Typeface

COMMON = frozenset({"Zyyy", "Zinh", "Zzzz"})
"""Scripts of characters that go with those around them (UAX 24)."""
JOINED = frozenset({"Arab", "Rohg", "Mand", "Mong", "Nkoo", "Phag", "Syrc", "Adlm", "Mani"})
"""Scripts whose letters hang together (W3C CSS Text 3, Appendix D, cursive scripts)."""
KEPT_WITH = frozenset({"Mn", "Me", "Mc", "Cf"})
"""Categories of characters that are set with the one before them."""


@dataclass(frozen=True, slots=True)
class FontRun:
    """Text that is set at once.

    Args:
        text: in the order in which it is read.
        font: the number of its font among those that there are.
        part: of that font.
        script: by its code in ISO 15924.
        rtl: it is read from right to left.
    """

    text: str
    font: int
    part: int
    script: str
    rtl: bool

    @property
    def is_joined(self) -> bool:
        """Whether its letters hang together."""
        return self.script in JOINED


def font_runs(line: str, fonts: Sequence[Typeface], *, rtl: bool) -> Iterator[FontRun]:
    """The runs of a line from left to right.

    Args:
        line: without line feeds.
        fonts: the first that has a character sets it; what none has the first one marks.
        rtl: the text that it is of is read from right to left as a whole.
    """
    scripts = _scripts(line)
    places = _places(line, fonts)
    for run in bidi.runs(line, rtl=rtl):
        numbers = range(run.start, run.end)
        kinds = [(scripts[n], places[n]) for n in numbers]
        breaks = [n for n in range(1, len(kinds)) if kinds[n] != kinds[n - 1]]
        pieces = list(zip([0, *breaks], [*breaks, len(kinds)], strict=True))
        for start, end in reversed(pieces) if run.rtl else pieces:
            script, (font, part) = kinds[start]
            text = line[run.start + start : run.start + end]
            yield FontRun(text, font, part, script, run.rtl)


def _scripts(line: str) -> list[str]:
    """The script of each character; those that have none take that before them, or behind."""
    found = [unicodedata.script(c) for c in line]
    first = next((s for s in found if s not in COMMON), "Latn")
    now = first
    for number, script in enumerate(found):
        now = now if script in COMMON else script
        found[number] = now
    return found


def _places(line: str, fonts: Sequence[Typeface]) -> list[tuple[int, int]]:
    """The font and the part of it that sets each character; it stays in one as long as it can."""
    found: list[tuple[int, int]] = []
    for character in line:
        before = found[-1] if found else None
        if before and (
            unicodedata.category(character) in KEPT_WITH
            or (before[0] == 0 and fonts[0].has(before[1], character))
            or (character == " " and fonts[before[0]].has(before[1], character))
        ):
            found.append(before)
            continue
        places = ((n, font.part_of(character)) for n, font in enumerate(fonts))
        none = before if before and before[0] == 0 else (0, 0)
        found.append(next(((n, p) for n, p in places if p is not None), none))
    return found
