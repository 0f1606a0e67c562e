"""Style sheets in SVG documents (W3C CSS 2, Selectors 3): types, classes, ids, what combines them.

Selectors that look at other elements (children, neighbours, states) are not read; they are counted.
"""

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

from buildup.formats.svgtree import Element

MOST_RULES = 5_000
LONGEST_SELECTOR = 200
"""Characters."""
_SIMPLE = re.compile(r"(\*|[A-Za-z][-\w]{0,63})?((?:[.#][-\w]{1,64})*)")
_PART = re.compile(r"([.#])([-\w]+)")
Declared = Mapping[str, str]
Rank = tuple[int, int, int, int]
"""How many ids, classes and types a selector names, and which rule it is of."""


@dataclass(frozen=True, slots=True)
class _Rule:
    rank: Rank
    type: str
    """Empty: of any."""
    classes: frozenset[str]
    ids: frozenset[str]
    declared: Declared


@dataclass(slots=True)
class Rules:
    """All rules of a document, found by what they name."""

    _by: dict[str, list[_Rule]] = field(default_factory=dict)
    unread: int = 0
    _count: int = 0

    def add(self, sheet: str) -> None:
        """The rules of a style sheet, behind those that are known."""
        for selectors, declared in _rules(sheet):
            for selector in selectors.split(","):
                self._add(selector.strip(), declared)

    def of(self, element: Element) -> dict[str, str]:
        """What the rules say of an element, the later and the more exact ones first in effect."""
        classes = element.attributes.get("class", "").split()
        own = element.attributes.get("id", "")
        names = {"*", element.name, f"#{own}", *(f".{c}" for c in classes)}
        known = set(classes)
        found = [
            rule
            for name in names
            for rule in self._by.get(name, ())
            if rule.type in ("", element.name) and rule.classes <= known and rule.ids <= {own}
        ]
        declared: dict[str, str] = {}
        for rule in sorted(found, key=lambda r: r.rank):
            declared |= rule.declared
        return declared

    def _add(self, selector: str, declared: Declared) -> None:
        match = _SIMPLE.fullmatch(selector) if len(selector) <= LONGEST_SELECTOR else None
        if match is None or not selector or self._count >= MOST_RULES:
            self.unread += bool(selector)
            return
        self._count += 1
        kind = "" if match[1] in (None, "*") else match[1]
        parts = _PART.findall(match[2])
        classes = frozenset(n for sign, n in parts if sign == ".")
        ids = frozenset(n for sign, n in parts if sign == "#")
        rank = (len(ids), len(classes), int(kind != ""), self._count)
        rule = _Rule(rank, kind, classes, ids, declared)
        key = next((f"#{i}" for i in ids), next((f".{c}" for c in sorted(classes)), kind or "*"))
        self._by.setdefault(key, []).append(rule)


def _rules(sheet: str) -> Iterable[tuple[str, Declared]]:
    """The selectors of each rule with what it declares; rules for other media are passed over."""
    first, *commented = sheet.split("/*")
    plain = first + "".join(part.partition("*/")[2] for part in commented)
    for rule in plain.split("}"):
        selectors, brace, declared = rule.partition("{")
        if brace and "@" not in selectors:
            yield selectors, read_declarations(declared)


def read_declarations(text: str) -> dict[str, str]:
    """The declarations of a `style` attribute or of a rule.

    >>> read_declarations("fill: red ; stroke:blue !important; x")
    {'fill': 'red', 'stroke': 'blue'}
    """
    pairs = (part.partition(":") for part in text.split(";"))
    return {
        name.strip().lower(): value.partition("!")[0].strip()
        for name, colon, value in pairs
        if colon
    }
