"""What holds for the elements inside another one, and what is asked of an element by itself."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from typing import cast, get_args

from buildup.drawing.checks import LONGEST_NAME
from buildup.drawing.clips import Clip
from buildup.drawing.paint import Blend, Effect, Finish
from buildup.formats.svg.appearance.svgcut import Cut
from buildup.formats.svg.svgstyles import Attributes
from buildup.formats.svg.svgtree import Element
from buildup.formats.svg.svgvalues import Lengths, read_length
from buildup.formats.svg.svgviews import placed_view
from buildup.formats.svg.text.svgtext import font_size
from buildup.geometry.transforms import Affine

_LANGUAGE = "en"
"""Of whoever looks at the drawing."""


@dataclass(frozen=True)
class Level:
    """Where what an element holds is placed, how it is painted and cut, and in what group.

    Args:
        place: from the coordinates in it to the sheet.
        paint: what is declared there and handed down.
        view: the size of which percentages are.
        around: what is declared around it and handed down.
        group: the id of the group.
        cuts: what shows is inside all of them.
        uses: how many uses, masks and the like lie around.
        depth: how many elements lie around.
        clipping: what is drawn bounds a clip path: it is not painted.
        first: the scale of the document's own view, in which strokes are as wide that do not grow.

    """

    place: Affine
    paint: Mapping[str, str]
    view: complex
    around: Mapping[str, str] = field(default_factory=dict)
    group: str = ""
    cuts: tuple[Cut, ...] = ()
    uses: int = 0
    depth: int = 0
    clipping: bool = False
    first: float = 1.0

    @property
    def lengths(self) -> Lengths:
        """What lengths here are in parts of."""
        return Lengths(self.view, font_size(self.paint))

    @property
    def is_hidden(self) -> bool:
        """Whether what is drawn here does not show."""
        return self.paint.get("visibility") in ("hidden", "collapse")

    @property
    def is_flat(self) -> bool:
        """Whether all here lies on a line, so that nothing shows."""
        return abs(self.place.determinant) == 0.0

    def in_view(self, attributes: Attributes) -> "Level":
        """The level inside an `svg` or a `symbol` that lies in another one."""
        laid, view = placed_view(attributes, self.lengths)
        return replace(self, place=self.place.after(laid), view=view)


def is_meant(element: Element) -> bool:
    """Whether the conditions of an element hold, if it has some (SVG 2, 5.7)."""
    if "requiredExtensions" in element.attributes:
        return False
    languages = element.attributes.get("systemLanguage")
    if languages is None:
        return True
    values = (part.strip().lower().partition("-")[0] for part in languages.split(","))
    return _LANGUAGE in values


def finish_in(declared: Mapping[str, str], effects: Iterable[Effect] = ()) -> Finish:
    """The opacity and the blend mode that are declared of an element, with effects."""
    opacity = read_length(declared.get("opacity"), whole=1.0, otherwise=1.0)
    blend = declared.get("mix-blend-mode", "normal")
    mixed = cast(Blend, blend) if blend in get_args(Blend) else "normal"
    return Finish(min(max(opacity, 0.0), 1.0), mixed, tuple(effects))


def called_of(attributes: Attributes, label: str) -> str:
    """The name that an element says it has, or what it is."""
    for key in ("aria-label", "id"):
        name = attributes.get(key, "").strip()[:LONGEST_NAME]
        if name and any(c.isprintable() and not c.isspace() for c in name):
            return name
    return label


NOTHING = Clip((), ())
"""Where nothing was drawn."""
