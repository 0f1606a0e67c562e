"""What is declared of the elements of an SVG document: attributes, style sheets, own styles."""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field

from buildup.formats.svg.svgcss import Rules, read_declarations
from buildup.formats.svg.svgtree import Element
from buildup.formats.svg.svgvalues import PAINT, of_style_sheet
from buildup.formats.svg.svgwork import Work
from buildup.formats.svg.text.svgfonts import FONT
from buildup.formats.svg.text.svgtext import KEPT

_OWN = frozenset(
    {
        "opacity",
        "display",
        "clip-path",
        "mask",
        "mask-type",
        "filter",
        "mix-blend-mode",
        "vector-effect",
    }
)
"""What is declared of one element only."""
_STOPS = frozenset({"stop-color", "stop-opacity", "flood-color", "flood-opacity"})
_GEOMETRY = frozenset({"x", "y", "cx", "cy", "r", "rx", "ry", "width", "height", "d", "transform"})
"""What attributes say that style sheets may say as well (SVG 2, 8.10, and CSS Transforms 1)."""
MARKERS = ("marker-start", "marker-mid", "marker-end")
_PAINTED = {"marker"} | PAINT | FONT | _OWN | _STOPS
_ALL = _PAINTED | _GEOMETRY
_KEYWORDS = KEPT | {"initial"}
_COUNTED = ("class", "transform", "d", "points")
"""Attributes that are read at each visit."""
Attributes = Mapping[str, str]


@dataclass(slots=True)
class Styles:
    """The style sheets of a document, and what comes of them for each element.

    Args:
        work: is spent on what is looked at.
        left: counts what could not be taken over, by kind.

    """

    work: Work
    left: Callable[[str], None]
    _rules: Rules = field(init=False)

    def __post_init__(self) -> None:
        self._rules = Rules(_ALL.__contains__, self.work.spend)

    @property
    def unread(self) -> int:
        """How many rules were left out."""
        return self._rules.unread

    def add(self, sheet: str) -> None:
        """A style sheet, behind those that are known."""
        self._rules.add(sheet)

    def declared(self, element: Element) -> Mapping[str, str]:
        """What is declared of an element but for its geometry."""
        return self.of(element)[0]

    def of(self, element: Element) -> tuple[Mapping[str, str], Attributes]:
        """What is declared of an element, and its attributes with what that says of geometry.

        Attributes that paint count least, then style sheets, then its own style (SVG 2, 6.4).

        Raises:
            Refusal: `too_much`.
        """
        attributes = element.attributes
        style = attributes.get("style", "")
        self.work.visit(style, *map(attributes.get, _COUNTED))
        styled = read_declarations(style, _ALL.__contains__).over(self._rules.of(element)).used
        values = {k: v for k, v in attributes.items() if k in _PAINTED}
        values |= {k: v for k, v in styled.items() if k in _PAINTED}
        if "marker" in values:  # a shorthand, which is of no less rank than what it stands for
            values = dict.fromkeys(MARKERS, values.pop("marker")) | values
        declared = {k: v for k, v in values.items() if k not in _OWN or v.lower() not in _KEYWORDS}
        geometry = dict(self._geometry(styled))
        return declared, {**attributes, **geometry} if geometry else attributes

    def _geometry(self, styled: Mapping[str, str]) -> Iterator[tuple[str, str]]:
        """What style sheets say of geometry, as attributes say it."""
        for name, value in styled.items():
            if name not in _GEOMETRY or value in _KEYWORDS or value == "auto":
                continue
            values: str | None = value
            if name == "d":
                values = value.partition("(")[2].rpartition(")")[0].strip(" \"'")
            elif name == "transform":
                values = of_style_sheet(value)
            if values is None:
                self.left("transforms in style sheets")
            else:
                yield name, values
