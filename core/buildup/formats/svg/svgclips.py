"""Clip paths of SVG documents (W3C CSS Masking 1, 6): the forms that they are made of."""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field, replace

from buildup.contours.anchors import Contour
from buildup.contours.moving import moved_contour
from buildup.drawing.itemtypes import FillRule
from buildup.formats.svg.svgforms import FORMS
from buildup.formats.svg.svgtree import Element
from buildup.formats.svg.svgvalues import Lengths, read_link, read_transform
from buildup.forms.contours import item_contours
from buildup.geometry.transforms import Affine, shift


@dataclass(frozen=True, slots=True)
class Clip:
    """One of the forms inside any of which something shows."""

    contours: tuple[Contour, ...]
    rule: FillRule


@dataclass(slots=True)
class ClipPaths:
    """The clip paths of a document, each worked out once for each place it is used in.

    Args:
        ids: the elements by their ids.
        declared: what is declared of an element, with what is geometry among its attributes.
        left: counts what could not be taken over, by kind.

    """

    ids: Mapping[str, Element]
    declared: Callable[[Element], tuple[Mapping[str, str], Mapping[str, str]]]
    left: Callable[[str], None]
    _known: dict[tuple[str, Affine, Lengths], tuple[Clip, ...]] = field(default_factory=dict)

    def of(self, text: str, position: Affine, lengths: Lengths) -> tuple[Clip, ...] | None:
        """The forms that a `clip-path` names, on the sheet; empty where nothing shows.

        None: it names no clip path, or one that cannot be taken over.
        """
        link = read_link(text)
        path = self.ids.get(link) if link else None
        if link is None or path is None or path.name != "clipPath":
            return None
        if path.attributes.get("clipPathUnits") == "objectBoundingBox":
            self.left("clip paths in bounding-box units")
            return None
        key = (link, position, lengths)
        if key not in self._known:
            self._known[key] = tuple(self._forms(path, position, lengths))
        return self._known[key]

    def _forms(self, path: Element, position: Affine, lengths: Lengths) -> Iterator[Clip]:
        around, attributes = self.declared(path)
        self._note(around)
        position = position.after(read_transform(attributes.get("transform")))
        for child in path.children:
            declared, attributes = self.declared(child)
            by = position.after(read_transform(attributes.get("transform")))
            drawn, look = child, {**around, **declared}
            if child.name == "use" and child.link in self.ids:
                drawn = self.ids[child.link]
                own, inside = self.declared(drawn)
                by = by.after(shift(lengths.point(attributes)))
                by = by.after(read_transform(inside.get("transform")))
                look, attributes = {**look, **own}, inside
            if look.get("display") == "none" or look.get("visibility", "visible") != "visible":
                continue
            self._note({**declared, **look} if drawn is not child else declared)
            if drawn.name == "text":
                self.left("text in clip paths")
            if drawn.name not in FORMS:
                continue
            made = FORMS[drawn.name](lengths.plain(attributes))
            if made is not None:
                contours = (moved_contour(c, by) for c in item_contours(made))
                closed = tuple(replace(c, closed=True) for c in contours if len(c.anchors) > 1)
                rule: FillRule = "evenodd" if look.get("clip-rule") == "evenodd" else "nonzero"
                if closed:
                    yield Clip(closed, rule)

    def _note(self, declared: Mapping[str, str]) -> None:
        if declared.get("clip-path", "none") != "none":
            self.left("nested clip paths")
