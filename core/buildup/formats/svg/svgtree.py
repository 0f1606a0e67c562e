"""An SVG document as a tree of elements, read within limits.

Read in one pass by Expat; nothing is fetched, nothing is run, no entity is expanded.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from typing import NoReturn
from xml.parsers import expat

from buildup.drawing.checks import NO_TEXT
from buildup.errors import Refusal
from buildup.formats.svg.svgwork import too_much
from buildup.messages import refusal

LONGEST = 48_000_000
"""Characters: a little less than a request may have."""
MOST_ELEMENTS = 60_000
DEEPEST = 100
"""Elements in each other."""
_SVG = "http://www.w3.org/2000/svg "
_LINKS = ("href", "http://www.w3.org/1999/xlink href")
_TOLD = frozenset({"style", "metadata", "title"})
"""Elements whose text is read."""
TEXT = "#text"
"""The name of what stands for text in a `text` element, between its elements."""


@dataclass(slots=True)
class Element:
    """An element and what it holds.

    Args:
        name: without its namespace where that is SVG's; else both, with a space between.
        attributes: likewise.
        line: where it begins.
        children: in order.
        text: of a style sheet, a title, metadata, and what lies in that.
        parent: the one that holds it; None of the outermost.

    """

    name: str
    attributes: Mapping[str, str]
    line: int
    children: list["Element"] = field(default_factory=list)
    text: str = ""
    parent: "Element | None" = field(default=None, repr=False, compare=False)

    @property
    def link(self) -> str:
        """The id in the document that it refers to; empty for none, and for other documents."""
        text = self.reference
        return text[1:] if text.startswith("#") else ""

    @property
    def reference(self) -> str:
        """What it refers to, in this document or another one; empty for nothing (SVG 2, 16.1.6)."""
        values = (self.attributes.get(name) for name in _LINKS)
        return next((t.strip() for t in values if t is not None), "")

    def below(self) -> "Iterator[Element]":
        """All that it holds, however deep, in the document's order."""
        waiting = [self]
        while waiting:
            element = waiting.pop()
            if element is not self:
                yield element
            waiting.extend(reversed(element.children))


def size_of(root: Element) -> int:
    """About as many characters as an element would have as text."""
    every = (root, *root.below())
    return sum(20 + len(e.text) + sum(map(len, e.attributes.values())) for e in every)


def read_tree(text: str) -> Element:
    """The outermost element of a document.

    Raises:
        Refusal: `too_much`, `not_svg` (with the line), `entities`.

    """
    if len(text) > LONGEST:
        raise too_much("long")
    builder = _Builder()
    parser = expat.ParserCreate(namespace_separator=" ")
    parser.buffer_text = True
    parser.StartElementHandler = lambda n, a: builder.start(n, a, parser.CurrentLineNumber)
    parser.EndElementHandler = builder.end
    parser.CharacterDataHandler = builder.characters
    parser.EntityDeclHandler = _no_entities
    try:
        parser.Parse(NO_TEXT.sub("", text).lstrip(), True)
    except expat.ExpatError as problem:
        raise not_svg(None if builder.count == 0 else problem.lineno) from None
    root = builder.root
    if root is None or root.name != "svg":
        raise not_svg(None)
    return root


def not_svg(line: int | None) -> Refusal:
    """The refusal for what is no SVG, or breaks off in a line."""
    return refusal("not_svg") if line is None else refusal("not_svg.line", line=line)


def _no_entities(*_: object) -> NoReturn:
    raise refusal("entities")


class _Builder:
    """The tree while it is read."""

    def __init__(self) -> None:
        self.count = 0
        self.root: Element | None = None
        self._open: list[Element] = []
        self._text: list[str] = []
        self._tells = 0
        """How many of the open elements have text that is read."""
        self._sets = 0
        """How many of them are text that is set."""

    def start(self, name: str, attributes: Mapping[str, str], line: int) -> None:
        self.count += 1
        if self.count > MOST_ELEMENTS or len(self._open) >= DEEPEST:
            raise too_much("parts")
        plain = name.removeprefix(_SVG)
        self._flow(line)
        element = Element(plain, attributes, line)
        if self._open:
            element.parent = self._open[-1]
            self._open[-1].children.append(element)
        else:
            self.root = element
        self._open.append(element)
        self._tells += plain in _TOLD
        self._sets += plain == "text"
        self._text.clear()

    def characters(self, text: str) -> None:
        if self._tells or self._sets:
            self._text.append(text)

    def _flow(self, line: int) -> None:
        """What was read so far of text that is set stands before what comes next."""
        if self._sets and not self._tells and self._text:
            self.count += 1
            self._open[-1].children.append(Element(TEXT, {}, line, text="".join(self._text)))
            self._text.clear()

    def end(self, _name: str) -> None:
        self._flow(self._open[-1].line)
        element = self._open.pop()
        self._sets -= element.name == "text"
        if self._tells:
            element.text = "".join(self._text).strip()
            self._text.clear()
        self._tells -= element.name in _TOLD
