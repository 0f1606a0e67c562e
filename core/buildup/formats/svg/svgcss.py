"""Style sheets in SVG documents (W3C CSS 2, Cascade 4, Selectors 3): types, classes, ids.

Selectors that look at other elements (children, neighbours, states) are not read; they are counted,
as are the rules that an at-rule holds which does not hold here.
"""

import re
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field

from buildup.formats.svg.svgtree import Element

MOST_RULES = 5_000
LONGEST_SELECTOR = 200
"""Characters."""
DEEPEST = 4
"""At-rules in each other."""
HERE = frozenset({"", "all", "screen", "only all", "only screen"})
"""Media queries that hold on a screen, whatever its size."""
SILENT = frozenset({"@charset", "@namespace"})
"""At-rules that say nothing of how something looks."""
_SIMPLE = re.compile(r"(\*|[A-Za-z][-\w]{0,63})?((?:[.#][-\w]{1,64})*)")
_PART = re.compile(r"([.#])([-\w]+)")
_WORD = re.compile(r"@[-\w]{0,64}")
_MARK = re.compile(r"[;{}]")
_BRACE = re.compile(r"[{}]")
_SPACE = re.compile(r"\s*")
Rank = tuple[int, int, int, int]
"""How many ids, classes and types a selector names, and which rule it is of."""


@dataclass(frozen=True, slots=True)
class Declarations:
    """What is declared, and what so that it holds against all that is declared otherwise."""

    plain: Mapping[str, str] = field(default_factory=dict)
    important: Mapping[str, str] = field(default_factory=dict)

    def over(self, other: "Declarations") -> "Declarations":
        """Both of them, these where both say something."""
        return Declarations({**other.plain, **self.plain}, {**other.important, **self.important})

    @property
    def used(self) -> dict[str, str]:
        """What holds in the end."""
        return {**self.plain, **self.important}


NOTHING = Declarations()


@dataclass(frozen=True, slots=True)
class _Rule:
    rank: Rank
    type: str
    """Empty: of any."""
    classes: frozenset[str]
    ids: frozenset[str]
    declared: Declarations


@dataclass(slots=True)
class Rules:
    """All rules of a document, found by what they name.

    Args:
        wanted: the properties that are kept of them.
        spend: is told how many rules are looked at.
    """

    wanted: Callable[[str], bool]
    spend: Callable[[int], None]
    unread: int = 0
    _by: dict[str, list[_Rule]] = field(default_factory=dict)
    _known: dict[tuple[str, frozenset[str]], Declarations] = field(default_factory=dict)
    """What all rules without an id say of elements of a type and of some classes."""
    _count: int = 0

    def add(self, sheet: str) -> None:
        """The rules of a style sheet, behind those that are known."""
        self._read(without_comments(sheet), 0)

    def of(self, element: Element) -> Declarations:
        """What the rules say of an element, the later and the more exact ones first in effect."""
        if not self._by:
            return NOTHING
        classes = frozenset(element.attributes.get("class", "").split())
        key = (element.name, classes)
        if key not in self._known:
            names = ("*", element.name, *(f".{c}" for c in classes))
            self._known[key] = self._fitting(element.name, classes, "", names)
        known = self._known[key]
        own = element.attributes.get("id", "")
        if f"#{own}" not in self._by:
            return known
        return self._fitting(element.name, classes, own, (f"#{own}",)).over(known)

    def _fitting(
        self, kind: str, classes: frozenset[str], own: str, names: tuple[str, ...]
    ) -> Declarations:
        rows = [self._by[name] for name in names if name in self._by]
        self.spend(len(names) + sum(map(len, rows)))
        found = [
            rule
            for row in rows
            for rule in row
            if rule.type in ("", kind) and rule.classes <= classes and rule.ids <= {own}
        ]
        plain: dict[str, str] = {}
        important: dict[str, str] = {}
        for rule in sorted(found, key=lambda r: r.rank):
            plain |= rule.declared.plain
            important |= rule.declared.important
        return Declarations(plain, important)

    def _read(self, sheet: str, depth: int) -> None:
        for prelude, block in _statements(sheet):
            word = _WORD.match(prelude)
            if word is None:
                declared = read_declarations(block, self.wanted)
                for selector in prelude.split(","):
                    self._add(selector.strip(), declared)
            elif word[0] == "@media" and depth < DEEPEST and _holds(prelude[len(word[0]) :]):
                self._read(block, depth + 1)
            else:
                self.unread += word[0].lower() not in SILENT

    def _add(self, selector: str, declared: Declarations) -> None:
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


def without_comments(sheet: str) -> str:
    """A style sheet without its comments; one that is not ended takes the rest with it.

    >>> without_comments("a/* b */c/* d")
    'ac'
    """
    first, *commented = sheet.split("/*")
    return first + "".join(part.partition("*/")[2] for part in commented)


def _statements(sheet: str) -> Iterator[tuple[str, str]]:
    """Each rule: what stands before its braces, and what between them (CSS Syntax 3, 5.4)."""
    at = 0
    while at < len(sheet):
        begin = at = _SPACE.match(sheet, at).end()  # type: ignore[union-attr]  # always matches
        at_rule = sheet.startswith("@", begin)
        mark = _MARK.search(sheet, at)
        while mark is not None and mark[0] == ";" and not at_rule:
            mark = _MARK.search(sheet, mark.end())
        if mark is None:
            return
        prelude = sheet[begin : mark.start()].strip()
        at = mark.end()
        if mark[0] == "{":
            end = _closed(sheet, at)
            yield prelude, sheet[at:end]
            at = end + 1
        elif at_rule:
            yield prelude, ""


def _closed(sheet: str, at: int) -> int:
    """Where the block ends that begins at some place."""
    depth = 1
    for brace in _BRACE.finditer(sheet, at):
        depth += 1 if brace[0] == "{" else -1
        if depth == 0:
            return brace.start()
    return len(sheet)


def _holds(queries: str) -> bool:
    """Whether one of some media queries holds here."""
    return any(" ".join(q.lower().split()) in HERE for q in queries.split(","))


def read_declarations(text: str, wanted: Callable[[str], bool] = lambda _: True) -> Declarations:
    """The declarations of a `style` attribute or of a rule.

    >>> read_declarations("fill: red ; stroke:blue !important; x").used
    {'fill': 'red', 'stroke': 'blue'}
    """
    plain: dict[str, str] = {}
    important: dict[str, str] = {}
    for part in text.split(";"):
        name, colon, value = part.partition(":")
        name = name.strip().lower()
        if not colon or not wanted(name):
            continue
        value, _, mark = value.partition("!")
        (important if mark.strip().lower() == "important" else plain)[name] = value.strip()
    return Declarations(plain, important)
