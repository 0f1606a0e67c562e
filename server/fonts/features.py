"""The features of fonts that people set, as OpenType's registry of feature tags calls them."""

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from fonts.typefaces import Typeface

NAMES: Mapping[str, str] = {
    "smcp": "Small capitals",
    "c2sc": "Small capitals from capitals",
    "pcap": "Petite capitals",
    "c2pc": "Petite capitals from capitals",
    "unic": "Unicase",
    "case": "Case-sensitive forms",
    "titl": "Titling",
    "dlig": "Discretionary ligatures",
    "hlig": "Historical ligatures",
    "hist": "Historical forms",
    "calt": "Contextual alternates",
    "swsh": "Swash",
    "cswh": "Contextual swash",
    "salt": "Stylistic alternates",
    "ornm": "Ornaments",
    "lnum": "Lining figures",
    "onum": "Oldstyle figures",
    "pnum": "Proportional figures",
    "tnum": "Tabular figures",
    "frac": "Fractions",
    "afrc": "Alternative fractions",
    "ordn": "Ordinals",
    "sups": "Superscript",
    "subs": "Subscript",
    "sinf": "Scientific inferiors",
    "zero": "Slashed zero",
    "nalt": "Alternate annotation forms",
}
"""In the order in which they are offered (Microsoft, OpenType, registered features)."""
ALWAYS = frozenset({"calt"})
"""What a font does where nothing is said."""
_NUMBERED = re.compile(r"(ss|cv)(\d\d)")
_KINDS = {"ss": "Stylistic set", "cv": "Character variant"}


@dataclass(frozen=True)
class FontFeature:
    """A feature that people set.

    Args:
        tag: four characters.
        name: what it is called.
        on: the font does it where nothing is said.
    """

    tag: str
    name: str
    on: bool


def features_of(font: Typeface) -> Iterator[FontFeature]:
    """The features of a font that people set; others belong to how a script is written."""
    there = font.features
    for tag, name in NAMES.items():
        if tag in there:
            yield FontFeature(tag, name, tag in ALWAYS)
    for tag in there:
        if found := _NUMBERED.fullmatch(tag):
            yield FontFeature(tag, f"{_KINDS[found[1]]} {int(found[2])}", on=False)
