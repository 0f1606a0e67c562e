"""A document that is read: its elements, one after the other, as items."""

from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass, replace
from itertools import islice
from typing import cast, get_args

from buildup.drawing.checks import LONGEST_NAME
from buildup.drawing.clips import Clip, read_clip
from buildup.drawing.itemtypes import AnyLeaf, Assembly, Outline, Shape, TextItem
from buildup.drawing.paint import PLAIN, Blend, Finish, Paint, Style
from buildup.formats.incoming import Incoming, whole_clip
from buildup.formats.svg.liveread import NAMESPACE, read_live
from buildup.formats.svg.svgalong import laid, path_of
from buildup.formats.svg.svgclips import Clip as ClipForm
from buildup.formats.svg.svgclips import ClipPaths
from buildup.formats.svg.svgforms import FORMS
from buildup.formats.svg.svggradients import KINDS, read_gradient
from buildup.formats.svg.svgitems import MadeItems
from buildup.formats.svg.svgstyles import MARKERS, UNSEEN, Attributes, Styles
from buildup.formats.svg.svgtext import FontWish, Line, Say, SetText, Spoken, font_size, inherited
from buildup.formats.svg.svgtree import Element, read_tree
from buildup.formats.svg.svgvalues import (
    FIRST_PAINT,
    GREY,
    Lengths,
    read_ink,
    read_length,
    read_link,
    read_style,
    read_transform,
    unit_in,
)
from buildup.formats.svg.svgviews import laid_in, placed_view, sheet_size, view_in
from buildup.formats.svg.svgwork import Work, too_much
from buildup.forms.placement import ItemMap, moved_item
from buildup.forms.textforms import lettered
from buildup.forms.textlayout import word_contours
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
_KNOWN = _HOLDS | {"use", "text"}
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
_LANGUAGE = "en"
"""Of whoever looks at the drawing."""


@dataclass(frozen=True)
class Level:
    """Where what an element holds is placed, how it is painted and cut, and in what group.

    `view` is the size of which percentages are; each of `clips` is forms in one of which all shows.
    """

    place: Affine
    paint: Mapping[str, str]
    view: complex
    group: str = ""
    clips: tuple[tuple[ClipForm, ...], ...] = ()
    uses: int = 0
    depth: int = 0

    @property
    def lengths(self) -> Lengths:
        """What lengths here are in parts of."""
        return Lengths(self.view, font_size(self.paint))


class Document:
    """A document while it is read."""

    def __init__(self, text: str, say: Say | None = None) -> None:
        self.root = root = read_tree(text)
        self._say = say
        self._work = Work(len(text))
        self._ids: dict[str, Element] = {}
        self._styles = Styles(self._work, self._leave)
        for element in root.below():
            if element.attributes.get("id"):
                self._ids.setdefault(element.attributes["id"], element)
            if element.name == "style":
                self._styles.add(element.text)
        self._clip_paths = ClipPaths(self._ids, self._styles.of, self._leave)
        self._gradients: dict[tuple[str, Lengths], Paint | None] = {}
        size = sheet_size(root.attributes)
        seen = view_in(root.attributes, size if abs(size) else 100 + 100j)
        self._first = Level(Affine(), FIRST_PAINT, seen)
        self._made = MadeItems()
        self._left: Counter[str] = Counter()

    def _leave(self, kind: str) -> None:
        self._left[kind] += 1

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
            return replace(self.incoming(whole_clip(drawing)), live=drawing)
        self._walk(self.root, self._first, self.root.attributes)
        clip = self._made.clip()
        if not clip.items:
            values = self.incoming(clip).said
            raise refusal("nothing_drawn", left_out=values)
        return self.incoming(clip)

    def incoming(self, clip: Clip) -> Incoming:
        """What is known of the document, with some items."""
        if self._styles.unread:
            self._left["style sheet rules"] = self._styles.unread
        title = next((c.text for c in self.root.children if c.name == "title"), "")
        return Incoming(
            clip=clip,
            size=_size(self.root),
            unit=unit_in(self.root.attributes.get("width", "")),
            name=title.strip()[:LONGEST_NAME],
            live=None,
            left=tuple(sorted(self._left.items())),
        )

    def symbol(self, symbol: Element) -> Clip | None:
        """A symbol by itself, in the size of its view box; None where it has no form."""
        own = _clip_in(symbol)
        if own:
            return read_clip(own)
        self._made.begin()
        size = sheet_size(symbol.attributes)
        position = laid_in(symbol.attributes, size)
        level = replace(
            self._first, place=position, view=view_in(symbol.attributes, size or self._first.view)
        )
        for child in symbol.children:
            self._walk(child, level)
        clip = self._made.clip()
        return clip if clip.items else None

    def _walk(
        self, element: Element, around: Level, sizes: Mapping[str, str] | None = None
    ) -> None:
        """An element and all that it holds; a use may say another size."""
        self._work.visit()
        if around.depth > DEEPEST:
            raise too_much("depth")
        if element.name in _LEFT_OUT and not (element.name == "text" and self._say):
            self._leave(_LEFT_OUT[element.name])
            return
        if not _is_known(element) or not _is_meant(element):
            return
        declared, attributes = self._styles.of(element)
        if declared.get("display") == "none":
            return
        self._note(declared)
        level = self._entered(element, around, declared, {**attributes, **(sizes or {})})
        if () in level.clips:
            return
        if element.name == "use":
            self._use(element, level, attributes)
        elif element.name in FORMS:
            self._draw(element, level, declared, attributes)
        elif element.name == "text":
            self._write(element, level, declared, around.paint)
        elif element.name == "switch":
            fits = (c for c in element.children if _is_known(c) and _is_meant(c))
            for child in islice(fits, 1):
                self._walk(child, level)
        else:
            for child in element.children:
                self._walk(child, level)

    def _entered(
        self,
        element: Element,
        around: Level,
        declared: Mapping[str, str],
        attributes: Attributes,
    ) -> Level:
        paint = inherited(around.paint, declared)
        position = around.place.after(read_transform(attributes.get("transform")))
        level = replace(around, place=position, paint=paint, depth=around.depth + 1)
        if element.name == "use":
            at = level.lengths.point(attributes)
            level = replace(level, place=position.after(shift(at)), uses=around.uses + 1)
        elif element is self.root:
            laid = laid_in(attributes, sheet_size(attributes))
            level = replace(level, place=position.after(laid))
        elif element.name == "svg":
            level = _in_view(level, attributes)
        clips = self._clip_paths.of(declared.get("clip-path", ""), level.place, level.lengths)
        if clips is not None:
            level = replace(level, clips=(*level.clips, clips))
        if element.name in ("g", "use", "svg") and element is not self.root:
            finish = _finish(declared)
            name = called_of(attributes, "Group")
            plain = element.name != "g" and finish == PLAIN and name == "Group"
            level = level if plain else self._group(level, name, finish)
        return level

    def _use(self, element: Element, level: Level, attributes: Attributes) -> None:
        if not element.reference:
            return  # it refers to nothing, so it shows nothing
        if not element.link:
            self._leave("references to other files")
            return
        used = self._ids.get(element.link)
        if used is None or level.uses > DEEPEST_USE:
            self._leave("references to missing elements")
            return
        sizes = {k: v for k, v in attributes.items() if k in ("width", "height") and v != "auto"}
        if used.name == "symbol":
            declared, own = self._styles.of(used)
            paint = inherited(level.paint, declared)
            inner = _in_view(replace(level, paint=paint), {**own, **sizes})
            for child in used.children:
                self._walk(child, inner)
            return
        self._walk(used, level, sizes if used.name == "svg" else None)

    def _note(self, declared: Mapping[str, str]) -> None:
        """Count what is done to an element that has no form here."""
        for name, kind in UNSEEN.items():
            if declared.get(name, "none") != "none":
                self._leave(kind)
        if any(declared.get(m, "none") != "none" for m in MARKERS):
            self._leave("markers")

    def _group(self, level: Level, name: str, finish: Finish) -> Level:
        return replace(level, group=self._made.group(name, finish, into=level.group))

    def _draw(
        self,
        element: Element,
        level: Level,
        declared: Mapping[str, str],
        attributes: Attributes,
    ) -> None:
        if level.paint.get("visibility") in ("hidden", "collapse"):
            return
        made = FORMS[element.name](level.lengths.plain(attributes))
        if made is None or abs(level.place.determinant) == 0.0:
            return
        if isinstance(made, Outline):
            self._made.count(made.contours)
            odd = level.paint.get("fill-rule") == "evenodd"
            made = replace(made, rule="evenodd" if odd else "nonzero")
        made = replace(made, style=self._style(level, level.paint, declared))
        label = element.name.capitalize() if isinstance(made, Shape) else "Outline"
        name = called_of(element.attributes, label)
        self._keep(moved_item(made, ItemMap(level.place, grows=True)), name, level)

    def _style(self, level: Level, paint: Mapping[str, str], declared: Mapping[str, str]) -> Style:
        lengths = replace(level.lengths, em=font_size(paint))
        style = read_style(paint, lambda text, among: self._ink(text, among, lengths), lengths)
        return replace(style, finish=_finish(declared))

    def _write(
        self,
        element: Element,
        level: Level,
        declared: Mapping[str, str],
        around: Mapping[str, str],
    ) -> None:
        """The lines of a text, each as words; it is told how what is around it is painted."""
        if self._say is None or level.paint.get("visibility") in ("hidden", "collapse"):
            return
        if abs(level.place.determinant) == 0.0:
            return
        setter = SetText(self._said, self._styles.declared, self._leave, level.lengths)
        for line in setter.lines(element, around):
            style = self._style(level, line.paint, declared)
            name = " ".join(line.lettering.text.split())[:LONGEST_NAME]
            if line.along is not None:
                self._lay(line, style, name, level)
                continue
            made = TextItem(
                id="s", name=name, style=style, lettering=line.lettering, place=shift(line.at)
            )
            self._made.count(word_contours(made))
            self._keep(moved_item(made, ItemMap(level.place, grows=True)), name, level)

    def _said(self, text: str, wish: FontWish) -> Spoken | None:
        self._work.spend(SAYING + len(text))
        return self._say(text, wish) if self._say else None

    def _lay(self, line: Line, style: Style, name: str, level: Level) -> None:
        """A line of text along a path."""
        contours = path_of(line, self._ids)
        if not contours:
            self._leave("text along missing paths")
            return
        edge, path = laid(line, contours)
        self._made.count(lettered(contours, edge).contours)
        words = Assembly(id="s", name=name, style=style, result=edge)
        way = ItemMap(level.place, grows=True)
        holder = self._keep(moved_item(words, way), name, level)
        self._made.enter(replace(moved_item(path, way), id=self._made.new_id()), holder)

    def _keep(self, item: AnyLeaf | Assembly, name: str, level: Level) -> str:
        """An item in its group, cut by the clip paths around it; its id.

        Raises:
            Refusal: `too_far`, `too_much`.
        """
        if level.clips and item.style.shown:
            self._leave("strokes cut by clip paths (they follow the clip path)")
        return self._made.keep(item, name, into=level.group, clips=level.clips)

    def _ink(
        self, text: str, paint: Mapping[str, str], lengths: Lengths
    ) -> tuple[Paint | None, float]:
        """What a paint's text comes to, and how much of it shows."""
        link = read_link(text)
        if link is None:
            ink, shows, known = read_ink(text, paint)
            if not known:
                self._leave("unreadable colours (shown grey)")
            return ink, shows
        element = self._ids.get(link)
        if element is not None and element.name in KINDS:
            key = (link, lengths)
            if key not in self._gradients:
                self._gradients[key] = read_gradient(
                    element, self._ids.get, self._styles.declared, lengths=lengths
                )
            return self._gradients[key], 1.0
        fallback = text.partition(")")[2].strip()
        if element is None and fallback:
            return read_ink(fallback, paint)[:2]
        self._leave("unreadable patterns and gradients (shown grey)")
        return GREY, 1.0


def _clip_in(element: Element) -> str:
    """The clip of our own that travels directly in an element."""
    for child in element.children:
        if child.name == "metadata" and child.attributes.get("id") == CLIP_ID:
            return child.text
    return ""


def _is_known(element: Element) -> bool:
    """Whether an element is one that shows here."""
    return element.name in _KNOWN or element.name in FORMS


def _is_meant(element: Element) -> bool:
    """Whether the conditions of an element hold, if it has some (SVG 2, 5.7)."""
    if "requiredExtensions" in element.attributes:
        return False
    languages = element.attributes.get("systemLanguage")
    if languages is None:
        return True
    values = (part.strip().lower().partition("-")[0] for part in languages.split(","))
    return _LANGUAGE in values


def _in_view(level: Level, attributes: Attributes) -> Level:
    """The level inside an `svg` or a `symbol` that lies in another one."""
    laid, view = placed_view(attributes, level.lengths)
    return replace(level, place=level.place.after(laid), view=view)


def _size(root: Element) -> complex:
    """The width and height that a document says it has, in sheet units; 0 where it says none."""
    size = sheet_size(root.attributes)
    return size if size.real > 0.0 and size.imag > 0.0 else 0j


def _finish(declared: Mapping[str, str]) -> Finish:
    opacity = read_length(declared.get("opacity"), whole=1.0, otherwise=1.0)
    blend = declared.get("mix-blend-mode", "normal")
    mixed = cast(Blend, blend) if blend in get_args(Blend) else "normal"
    return Finish(min(max(opacity, 0.0), 1.0), mixed)


def called_of(attributes: Attributes, label: str) -> str:
    """The name that an element says it has, or what it is."""
    for key in ("aria-label", "id"):
        name = attributes.get(key, "").strip()[:LONGEST_NAME]
        if name and any(c.isprintable() and not c.isspace() for c in name):
            return name
    return label
