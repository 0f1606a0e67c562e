"""A document that is read: its elements, one after the other, as items."""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from itertools import islice

from buildup.drawing.checks import LONGEST_NAME
from buildup.drawing.clips import Clip, read_clip
from buildup.drawing.paint import PLAIN, Effect, Finish, Paint, Style
from buildup.formats.anchorcounts import Simplifier
from buildup.formats.importnotes import Report
from buildup.formats.incoming import Incoming, whole_clip
from buildup.formats.svg.appearance.svgclips import Cuts
from buildup.formats.svg.appearance.svgcut import Cut, Shade
from buildup.formats.svg.appearance.svgfilters import read_effects
from buildup.formats.svg.appearance.svggradients import KINDS, read_gradient
from buildup.formats.svg.appearance.svgimages import Images, sent_out_here
from buildup.formats.svg.liveread import NAMESPACE, read_live
from buildup.formats.svg.svgdraw import Drawer
from buildup.formats.svg.svgforms import FORMS
from buildup.formats.svg.svgitems import MadeItems
from buildup.formats.svg.svglevel import Level, called_of, finish_in, is_meant
from buildup.formats.svg.svgstyles import Attributes, Styles
from buildup.formats.svg.svgtree import Element, read_tree, size_of
from buildup.formats.svg.svgvalues import (
    FIRST_PAINT,
    GREY,
    Lengths,
    read_ink,
    read_link,
    read_style,
    read_transform,
    unit_in,
)
from buildup.formats.svg.svgviews import laid_in, sheet_size, view_in
from buildup.formats.svg.svgwork import Work, too_much
from buildup.formats.svg.svgwriter import Writer
from buildup.formats.svg.text.svgfonts import FontWish, Say, Spoken
from buildup.formats.svg.text.svgtext import font_size, inherited
from buildup.forms.contours import item_box
from buildup.forms.placement import moved_finish
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine, shift
from buildup.messages import refusal

SAYING = 500
"""Units of work that setting a line of text takes."""
DEEPEST_USE = 20
"""Uses in uses."""
DEEPEST = 200
"""Elements in each other, those counted that are used."""
CLIP_ID = "copied-items"
"""The id of the metadata element in which a clip of our own travels."""
_HOLDS = frozenset({"svg", "g", "a", "switch"})
_KNOWN = _HOLDS | {"use", "text", "image"}
_LEFT_OUT = {
    "text": "text",
    "image": "pictures",
    "script": "scripts",
    "foreignObject": "embedded other content",
    "animate": "animations",
    "animateTransform": "animations",
    "animateMotion": "animations",
    "set": "animations",
}


class Document:
    """A document while it is read."""

    def __init__(
        self,
        text: str | Element,
        say: Say | None = None,
        *,
        keeps_pictures: bool = False,
        simplifier: Simplifier | None = None,
    ) -> None:
        self.root = root = read_tree(text) if isinstance(text, str) else text
        self.simplifier = simplifier or Simplifier()
        self._report = Report()
        self._say = say
        self._work = Work(len(text) if isinstance(text, str) else size_of(text))
        self.ids: Mapping[str, Element] = _by_id(self.root)
        self.styles = Styles(self._work, self.leave)
        for element in root.below():
            if element.name == "style":
                self.styles.add(element.text)
        self._cuts = Cuts(self)
        self._drawer = Drawer(self)
        self._writer = Writer(self)
        self._images = Images(self) if keeps_pictures else None
        self._gradients: dict[tuple[str, Lengths], Paint | None] = {}
        size = sheet_size(root.attributes)
        seen = view_in(root.attributes, size if abs(size) else 100 + 100j)
        laid = laid_in(root.attributes, size)
        self._first = Level(Affine(), FIRST_PAINT, seen, first=abs(laid.determinant) ** 0.5)
        self.made = MadeItems()
        self._main = self.made

    def leave(self, kind: str) -> None:
        """Count something that could not be taken over, by its kind."""
        self._report.leave(kind)

    def change(self, kind: str) -> None:
        """Count something that comes in as something else, by its kind."""
        self._report.change(kind)

    def aside(self, elements: Sequence[Element], level: Level) -> Clip:
        """What some elements draw, by itself."""
        if level.uses > DEEPEST_USE:
            raise too_much("depth")
        made, self.made = self.made, MadeItems()
        try:
            for element in elements:
                self._walk(element, replace(level, group="", cuts=()))
            return self.made.clip()
        finally:
            self.made = made

    def box(self, element: Element, level: Level) -> Box | None:
        """The box of what an element draws, in its own coordinates; None: it draws nothing."""
        report = self._report.copy()
        declared, attributes = self.styles.of(element)
        made, self.made = self.made, MadeItems()
        plain = replace(level, place=Affine(), group="", cuts=())
        try:
            self._inside(element, plain, declared, attributes, PLAIN)
            clip = self.made.clip()
        finally:
            self.made, self._report = made, report
        if not clip.items:
            return None
        drawing = clip.drawing()
        boxes = [item_box(drawing, i) for i, _ in clip.places if drawing.is_painted(i)]
        found = [b for b in boxes if b is not None]
        return Box.union(found) if found else None

    def paint_of(self, element: Element) -> Mapping[str, str]:
        """How what an element holds is painted where it is defined."""
        above = [element]
        while above[-1].parent is not None:
            above.append(above[-1].parent)
        paint: Mapping[str, str] = FIRST_PAINT
        for around in reversed(above):
            paint = inherited(paint, self.styles.declared(around))
        return paint

    @property
    def own_clip(self) -> str:
        """The text of the clip of our own that travels in it; empty for none."""
        return _clip_in(self.root)

    def read(self) -> Incoming:
        """All of it.

        Raises:
            Refusal: `nothing_drawn`, `too_much`.

        """
        live = next((e for e in self.root.below() if e.name == f"{NAMESPACE} drawing"), None)
        if live is not None:
            drawing = read_live(live.text)
            pictures = sent_out_here(self.root)
            return replace(self.incoming(whole_clip(drawing)), live=drawing, pictures=pictures)
        self._walk(self.root, self._first, self.root.attributes)
        for group in self.made.spoilt():
            since = self._report.heard
            self.leave("clip paths and masks that are too large to be worked out (nothing shows)")
            self._report.belongs(group, since=since)
        clip = self.made.clip()
        if not clip.items:
            values = self.incoming(clip).message
            raise refusal("nothing_drawn", left_out=values)
        return self.incoming(clip)

    def incoming(self, clip: Clip) -> Incoming:
        """What is known of the document, with some items."""
        if self.styles.unread:
            for _ in range(self.styles.unread):
                self.leave("style sheet rules")
        title = next((c.text for c in self.root.children if c.name == "title"), "")
        return Incoming(
            clip=clip,
            size=_size(self.root),
            unit=unit_in(self.root.attributes.get("width", "")),
            name=title.strip()[:LONGEST_NAME],
            live=None,
            notes=self._report.notes(self.made.standing()),
            pictures={} if self._images is None else self._images.held,
        )

    def symbol(self, symbol: Element) -> Clip | None:
        """A symbol by itself, in the size of its view box; None where it has no form."""
        own = _clip_in(symbol)
        if own:
            return read_clip(own)
        self.made.begin()
        size = sheet_size(symbol.attributes)
        position = laid_in(symbol.attributes, size)
        level = replace(
            self._first, place=position, view=view_in(symbol.attributes, size or self._first.view)
        )
        for child in symbol.children:
            self._walk(child, level)
        clip = self.made.clip()
        return clip if clip.items else None

    def _walk(
        self, element: Element, around: Level, sizes: Mapping[str, str] | None = None
    ) -> None:
        """An element and all that it holds; a use may say another size."""
        self._work.visit()
        if around.depth > DEEPEST:
            raise too_much("depth")
        shown = {"text": self._say, "image": self._images}
        if element.name in _LEFT_OUT and shown.get(element.name) is None:
            self.leave(_LEFT_OUT[element.name])
            return
        if not _is_known(element) or not is_meant(element):
            return
        if around.clipping and element.name in _HOLDS:
            return  # clip paths hold forms, text and uses of those (CSS Masking 1, 6.2)
        declared, attributes = self.styles.of(element)
        if declared.get("display") == "none":
            return
        made, heard = self.made.count_made, self._report.heard
        sized = {**attributes, **(sizes or {})}
        level, shades = self._entered(element, around, declared, sized)
        if any(cut.is_empty for cut in level.cuts):
            return
        finish = self._finish(declared, level)
        if finish.effects and level.cuts:
            self.change("effects of what is cut (they are not cut)")
        if shades and not level.clipping:
            name = called_of(attributes, "Masked group")
            level = replace(level, group=self.made.masked(name, finish, shades, into=level.group))
            finish = PLAIN
        elif element.name in ("g", "use", "svg") and element is not self.root:
            name = called_of(attributes, "Group")
            plain = element.name != "g" and finish == PLAIN and name == "Group"
            if not (plain or level.clipping):
                level = replace(level, group=self.made.group(name, finish, into=level.group))
                self._belongs(made, heard)
        self._inside(element, level, declared, attributes, finish)
        self.made.shade(shades, level.group)
        if shades or element.name in FORMS or element.name in ("text", "image"):
            self._belongs(made, heard)

    def _inside(
        self,
        element: Element,
        level: Level,
        declared: Mapping[str, str],
        attributes: Attributes,
        finish: Finish,
    ) -> None:
        """What an element draws at a level."""
        if element.name == "use":
            self._use(element, level, attributes)
        elif element.name in FORMS:
            self._drawer.draw(element, level, declared, attributes, finish)
        elif element.name == "image" and self._images is not None:
            self._images.draw(element, level, attributes, finish)
        elif element.name == "text" and self._say is not None:
            self._writer.write(element, level, finish)
        elif element.name == "switch":
            fits = (c for c in element.children if _is_known(c) and is_meant(c))
            for child in islice(fits, 1):
                self._walk(child, level)
        else:
            for child in element.children:
                self._walk(child, level)

    def _belongs(self, made: int, heard: int) -> None:
        """What was noted since then speaks of the item that was made since then."""
        item = self._main.made_at(made) if self.made is self._main else None
        if item is not None:
            self._report.belongs(item, since=heard)

    def _finish(self, declared: Mapping[str, str], level: Level) -> Finish:
        """The opacity, the blend mode and the effects of an element, on the sheet."""
        if level.clipping:
            return PLAIN
        text = declared.get("filter", "none")
        effects: tuple[Effect, ...] | None = ()
        if text != "none":
            link = read_link(text)
            source = self.ids.get(link) if link else None
            known = source is not None and source.name == "filter"
            effects = read_effects(source, self.styles) if source is not None and known else None
            if effects is None:
                self.leave("filters")
        finish = finish_in(declared, effects or ())
        return moved_finish(finish, level.place)

    def _entered(
        self,
        element: Element,
        around: Level,
        declared: Mapping[str, str],
        attributes: Attributes,
    ) -> tuple[Level, list[Shade]]:
        paint = inherited(around.paint, declared)
        position = around.place.after(read_transform(attributes.get("transform")))
        level = replace(
            around, place=position, paint=paint, around=around.paint, depth=around.depth + 1
        )
        if element.name == "use":
            at = level.lengths.point(attributes)
            level = replace(level, place=position.after(shift(at)), uses=around.uses + 1)
        elif element is self.root:
            laid = laid_in(attributes, sheet_size(attributes))
            level = replace(level, place=position.after(laid))
        elif element.name == "svg":
            level = level.in_view(attributes)
        if around.clipping and element.name != "use":
            declared = {k: v for k, v in declared.items() if k != "mask"}
        found = self._cuts.of(element, declared, level)
        cuts = (c for c in found if isinstance(c, Cut))
        shades = [c for c in found if isinstance(c, Shade)]
        return replace(level, cuts=(*level.cuts, *cuts)), shades

    def _use(self, element: Element, level: Level, attributes: Attributes) -> None:
        if not element.reference:
            return  # it refers to nothing, so it shows nothing
        if not element.link:
            self.leave("references to other files")
            return
        used = self.ids.get(element.link)
        if used is None or level.uses > DEEPEST_USE:
            self.leave("references to missing elements")
            return
        if level.clipping and used.name not in FORMS and used.name != "text":
            return
        sizes = {k: v for k, v in attributes.items() if k in ("width", "height") and v != "auto"}
        if used.name == "symbol":
            declared, own = self.styles.of(used)
            paint = inherited(level.paint, declared)
            inner = replace(level, paint=paint).in_view({**own, **sizes})
            for child in used.children:
                self._walk(child, inner)
            return
        self._walk(used, level, sizes if used.name == "svg" else None)

    def style(self, level: Level, paint: Mapping[str, str]) -> Style:
        """How a form is painted, in its own coordinates; without opacity and effects."""
        lengths = replace(level.lengths, em=font_size(paint))
        return read_style(paint, lambda text, among: self._ink(text, among, lengths), lengths)

    def spoken(self, text: str, wish: FontWish) -> Spoken | None:
        """A line of text set in a font; None where there is none."""
        self._work.spend(SAYING + len(text))
        return self._say(text, wish) if self._say else None

    def _ink(
        self, text: str, paint: Mapping[str, str], lengths: Lengths
    ) -> tuple[Paint | None, float]:
        """What a paint's text comes to, and how much of it shows."""
        link = read_link(text)
        if link is None:
            ink, opacity, known = read_ink(text, paint)
            if not known:
                self.change("unreadable colours (shown grey)")
            return ink, opacity
        element = self.ids.get(link)
        if element is not None and element.name in KINDS:
            key = (link, lengths)
            if key not in self._gradients:
                self._gradients[key] = read_gradient(
                    element, self.ids.get, self.styles.declared, lengths=lengths
                )
            return self._gradients[key], 1.0
        fallback = text.partition(")")[2].strip()
        if element is None and fallback:
            return read_ink(fallback, paint)[:2]
        self.change("unreadable patterns and gradients (shown grey)")
        return GREY, 1.0


def _by_id(root: Element) -> dict[str, Element]:
    """The elements of a document by their ids; of several the first."""
    found: dict[str, Element] = {}
    for element in root.below():
        if element.attributes.get("id"):
            found.setdefault(element.attributes["id"], element)
    return found


def _clip_in(element: Element) -> str:
    """The clip of our own that travels directly in an element."""
    for child in element.children:
        if child.name == "metadata" and child.attributes.get("id") == CLIP_ID:
            return child.text
    return ""


def _is_known(element: Element) -> bool:
    """Whether an element is one that shows here."""
    return element.name in _KNOWN or element.name in FORMS


def _size(root: Element) -> complex:
    """The width and height that a document says it has, in sheet units; 0 where it says none."""
    size = sheet_size(root.attributes)
    return size if size.real > 0.0 and size.imag > 0.0 else 0j
