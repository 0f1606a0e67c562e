"""Clip paths and masks of SVG documents (W3C CSS Masking 1, 6 and 7): what they cut at."""

from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from dataclasses import dataclass, field, replace

from buildup.drawing.itemtypes import MaskKind
from buildup.drawing.laying import map_of_box
from buildup.formats.svg.appearance.svgcut import Cut, Shade, box_cut, cut_of
from buildup.formats.svg.appearance.svgmasks import Shades, plain_mask
from buildup.formats.svg.svglevel import Level
from buildup.formats.svg.svgtree import Element
from buildup.formats.svg.svgvalues import Lengths, read_link, read_transform
from buildup.formats.svg.svgwalk import Walk
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine

MISSING = "references to missing elements"
OTHERS = "clip paths and masks of style sheets"
FAR = {"x": "-10%", "y": "-10%", "width": "120%", "height": "120%"}
"""How far masks reach that do not say it, around the box of what they mask."""


@dataclass(slots=True)
class Cuts:
    """The clip paths and masks of a document, each worked out once for each place it is used in."""

    walk: Walk
    _known: dict[tuple[str, Affine, Lengths], tuple[Cut | Shade, ...]] = field(default_factory=dict)
    _open: list[str] = field(default_factory=list)

    def of(
        self, element: Element, declared: Mapping[str, str], level: Level
    ) -> tuple[Cut | Shade, ...]:
        """What an element is cut at or shaded by, by its clip path and its mask, on the sheet.

        Args:
            element: the element, for its box.
            declared: of it.
            level: of what it holds.

        """
        found: list[Cut | Shade] = []
        for name, kind in (("clip-path", "clipPath"), ("mask", "mask")):
            text = declared.get(name, "none")
            link = read_link(text)
            source = self.walk.ids.get(link) if link else None
            if link is None or source is None or source.name != kind:
                if text != "none":
                    self.walk.leave(MISSING if link else OTHERS)
                continue
            if link in self._open:
                self.walk.leave("references to themselves")
                continue
            with self._opened(link):
                found += self._cuts(link, source, element, level)
        return tuple(found)

    @contextmanager
    def _opened(self, link: str) -> Iterator[None]:
        self._open.append(link)
        try:
            yield
        finally:
            self._open.pop()

    def _cuts(
        self, link: str, source: Element, element: Element, level: Level
    ) -> tuple[Cut | Shade, ...]:
        values = source.attributes
        content = values.get("clipPathUnits", values.get("maskContentUnits", ""))
        boxed = source.name == "mask" and values.get("maskUnits") != "userSpaceOnUse"
        box = None
        if content == "objectBoundingBox" or (boxed and not FAR.keys().isdisjoint(values)):
            box = self.walk.box(element, level)
            if box is None:
                return ()
        place = level.place
        if content == "objectBoundingBox" and box is not None:
            place = place.after(map_of_box(box))
        key = (link, place, level.lengths)
        if key not in self._known:
            self._known[key] = self._read(source, replace(level, place=place))
        return (*self._known[key], *self._region(source, box, level))

    def _read(self, source: Element, level: Level) -> tuple[Cut | Shade, ...]:
        declared, attributes = self.walk.styles.of(source)
        level = replace(
            level,
            place=level.place.after(read_transform(attributes.get("transform"))),
            paint=self.walk.paint_of(source),
            cuts=(),
            group="",
            uses=level.uses + 1,
            clipping=source.name == "clipPath",
        )
        clip = self.walk.aside(source.children, level)
        if source.name == "clipPath":
            return (cut_of(clip), *self.of(source, declared, level))
        kind: MaskKind = "alpha" if declared.get("mask-type") == "alpha" else "luminance"
        around = self.of(source, declared, level)
        try:
            return (cut_of(plain_mask(clip, alpha=kind == "alpha")), *around)
        except Shades:
            return (Shade(clip, kind), *around)

    def _region(self, source: Element, box: Box | None, level: Level) -> Iterator[Cut]:
        """What the region of a mask cuts off, where it says one."""
        values = source.attributes
        if source.name != "mask" or FAR.keys().isdisjoint(values):
            return
        lengths, place = level.lengths, level.place
        if box is not None:
            lengths, place = Lengths(1 + 1j), place.after(map_of_box(box))
        x, width = (lengths.across(values.get(k, FAR[k])) for k in ("x", "width"))
        y, height = (lengths.down(values.get(k, FAR[k])) for k in ("y", "height"))
        yield box_cut(Box(x, y, x + max(width, 0.0), y + max(height, 0.0)), place)
