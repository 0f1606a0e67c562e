"""SVG of any program (W3C SVG 1.1 and 2) as items: forms, groups, uses, paint, clip paths.

What has no form here (pictures, scripts, filters) is left out and told by kind and count; so is
text, unless somebody sets it.
"""

from collections import Counter
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from typing import cast, get_args

from buildup.drawing.checks import LONGEST_NAME, MOST_ANCHORS
from buildup.drawing.clips import Clip, clip_of, read_clip
from buildup.drawing.model import (
    Assembly,
    Contour,
    DrawnItem,
    Group,
    Item,
    Outline,
    Shape,
    Words,
)
from buildup.drawing.paint import PLAIN, Blend, Finish, Paint, Style
from buildup.errors import Refusal
from buildup.formats.incoming import Incoming
from buildup.formats.liveread import NAMESPACE, read_live
from buildup.formats.svgalong import laid, path_of
from buildup.formats.svgcss import Rules, read_declarations
from buildup.formats.svgforms import FORMS
from buildup.formats.svggradients import KINDS, read_gradient
from buildup.formats.svgtext import FONT, Line, Say, SetText
from buildup.formats.svgtree import Element, read_tree, too_much
from buildup.formats.svgvalues import (
    FIRST_PAINT,
    GREY,
    PAINT,
    laid_size,
    read_ink,
    read_length,
    read_link,
    read_style,
    read_transform,
    unit_in,
    view_map,
    view_size,
    without_percent,
)
from buildup.forms.contours import item_contours
from buildup.forms.letterforms import lettered
from buildup.geometry.transforms import Affine, shift
from buildup.shapes.lettering import word_contours
from buildup.shapes.moving import moved_contour
from buildup.shapes.placement import Way, moved_item

MOST_READ = 60_000
"""Anchors in all."""
MOST_ITEMS = 20_000
DEEPEST_USE = 20
"""Uses in uses."""
CLIP_ID = "copied-items"
"""The id of the metadata element in which a clip of our own travels."""

_HOLDS = frozenset({"svg", "g", "a", "switch"})
_KNOWN = _HOLDS | {"use", "text"}
_LEFT_OUT = {
    "text": "text",
    "image": "pictures",
    "script": "scripts",
    "foreignObject": "what is no SVG",
    "animate": "animations",
    "animateTransform": "animations",
    "animateMotion": "animations",
    "set": "animations",
}
_UNSEEN = {"filter": "filters", "mask": "masks"}
_MARKERS = ("marker-start", "marker-mid", "marker-end")
_TOLD = frozenset({"opacity", "display", "clip-path", "mix-blend-mode", *_UNSEEN, *_MARKERS})
"""What is declared of one element only."""
_Attributes = Mapping[str, str]


@dataclass(frozen=True)
class Reading:
    """What was read: a clip's text, and a sentence on what was left out (empty: nothing)."""

    clip: str
    said: str


@dataclass(frozen=True)
class Each:
    """The outermost items of a document, each with its name, and what was left out."""

    clips: tuple[tuple[str, Clip], ...]
    said: str


@dataclass(frozen=True)
class _Level:
    """Where what an element holds is placed, how it is painted and cut, and in what group.

    `view` is the size of which percentages are.
    """

    place: Affine
    paint: Mapping[str, str]
    view: complex
    group: str = ""
    clips: tuple[tuple[Contour, ...], ...] = ()
    uses: int = 0


def read_svg(text: str) -> Reading:
    """The forms of an SVG document, or the clip of our own that travels in one.

    Raises:
        Refusal: `too_much`, `not_svg`, `entities`, or `nothing_drawn` where it holds no form.

    """
    document = _Document(read_tree(text))
    own = document.own_clip
    if own:
        return Reading(own, "")
    found = document.read()
    return Reading(found.clip.text(), found.said)


def read_document(text: str, say: Say | None = None) -> Incoming:
    """A whole SVG document, with its sheet.

    Args:
        text: of the document.
        say: sets its text in faces; None: that is left out.

    Raises:
        Refusal: as `read_svg`; as `read_live`.

    """
    return _Document(read_tree(text), say).read()


def read_each(text: str) -> Each:
    """The symbols of an SVG document, or where it has none its outermost items, by themselves.

    A symbol in which a clip of our own travels is that.

    Raises:
        Refusal: as `read_svg`, and as `read_clip`.

    """
    document = _Document(read_tree(text))
    if document.own_clip:
        return Each((("", read_clip(document.own_clip)),), "")
    symbols = [e for e in document.root.below() if e.name == "symbol"]
    if symbols:
        clips = [(_called(s.attributes, "Outline"), document.symbol(s)) for s in symbols]
        found = tuple((name, clip) for name, clip in clips if clip is not None)
        if found:
            return Each(found, document.incoming(Clip((), ())).said)
    whole = document.read()
    drawing = whole.clip.drawing()
    tops = whole.clip.tops
    return Each(tuple((drawing.items[t].name, clip_of(drawing, (t,))) for t in tops), whole.said)


class _Document:
    """A document while it is read."""

    def __init__(self, root: Element, say: Say | None = None) -> None:
        self.root = root
        self._say = say
        self._ids: dict[str, Element] = {}
        self._rules = Rules()
        for element in root.below():
            self._ids.setdefault(element.attributes.get("id", ""), element)
            if element.name == "style":
                self._rules.add(element.text)
        self._first = _Level(Affine(), FIRST_PAINT, view_size(root.attributes, 100 + 100j))
        self._start()

    def _start(self) -> None:
        self._items: dict[str, Item] = {}
        self._places: list[tuple[str, str]] = []
        self._left: Counter[str] = Counter()
        self._anchors = 0

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
            every = [i for layer in drawing.tree.children() for i in drawing.tree.children(layer)]
            clip = clip_of(drawing, every) if every else Clip((), ())
            return replace(self.incoming(clip), live=drawing)
        self._walk(self.root, self._first, self.root.attributes)
        clip = self._found()
        if not clip.items:
            told = self.incoming(clip).said
            raise Refusal(
                "nothing_drawn", f"There is no form in the SVG. {told} Nothing was changed."
            )
        return self.incoming(clip)

    def incoming(self, clip: Clip) -> Incoming:
        """What is known of the document, with some items."""
        if self._rules.unread:
            self._left["rules of style sheets"] = self._rules.unread
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
        """A symbol by itself; None where it has no form."""
        own = _clip_in(symbol)
        if own:
            return read_clip(own)
        self._items, self._places = {}, []
        level = self._inner(symbol, self._first, symbol.attributes)
        for child in symbol.children:
            self._walk(child, level, child.attributes)
        clip = self._found()
        return clip if clip.items else None

    def _walk(self, element: Element, around: _Level, attributes: _Attributes) -> None:
        """An element and all that it holds; told with attributes that a use may add to."""
        if element.name in _LEFT_OUT and not (element.name == "text" and self._say):
            self._left[_LEFT_OUT[element.name]] += 1
            return
        if element.name not in _KNOWN and element.name not in FORMS:
            return
        declared = self._declared(element)
        if declared.get("display") == "none":
            return
        self._note(declared)
        level = self._entered(element, around, declared, attributes)
        if element.name == "use":
            self._use(element, level)
        elif element.name in FORMS:
            self._draw(element, level, declared)
        elif element.name == "text":
            self._write(element, level, declared)
        else:
            held = element.children[:1] if element.name == "switch" else element.children
            for child in held:
                self._walk(child, level, child.attributes)

    def _entered(
        self,
        element: Element,
        around: _Level,
        declared: Mapping[str, str],
        attributes: _Attributes,
    ) -> _Level:
        paint = _handed_down(around.paint, declared)
        place = around.place.after(read_transform(attributes.get("transform")))
        level = replace(around, place=place, paint=paint)
        if element.name == "use":
            at = complex(read_length(attributes.get("x")), read_length(attributes.get("y")))
            level = replace(level, place=place.after(shift(at)), uses=around.uses + 1)
        elif element.name == "svg":
            outermost = element is self.root
            place = place.after(view_map(attributes, outermost=outermost))
            level = replace(level, place=place, view=view_size(attributes, level.view))
        clip = self._clip(declared.get("clip-path", ""), level)
        if clip is not None:
            level = replace(level, clips=(*level.clips, clip))
        if element.name in ("g", "use", "svg") and element is not self.root:
            finish = _finish(declared)
            name = _called(attributes, "Group")
            plain = element.name != "g" and finish == PLAIN and name == "Group"
            level = level if plain else self._group(level, name, finish)
        return level

    def _inner(self, element: Element, level: _Level, attributes: _Attributes) -> _Level:
        """Where what a symbol holds is placed."""
        place = level.place.after(view_map(attributes, outermost=True))
        return replace(level, place=place, view=view_size(attributes, level.view))

    def _use(self, element: Element, level: _Level) -> None:
        used = self._ids.get(element.link)
        if used is None or level.uses > DEEPEST_USE:
            self._left["uses of what is not there"] += 1
            return
        sizes = {k: v for k, v in element.attributes.items() if k in ("width", "height")}
        if used.name == "symbol":
            declared = self._declared(used)
            paint = _handed_down(level.paint, declared)
            inner = self._inner(used, replace(level, paint=paint), {**used.attributes, **sizes})
            for child in used.children:
                self._walk(child, inner, child.attributes)
            return
        more = sizes if used.name == "svg" else {}
        self._walk(used, level, {**used.attributes, **more})

    def _declared(self, element: Element) -> dict[str, str]:
        """Paint and display of an element: attributes, then style sheets, then its own style."""
        attributes = element.attributes
        wanted = PAINT | FONT | _TOLD
        found = {k: v for k, v in attributes.items() if k in wanted or k.startswith("stop-")}
        found |= self._rules.of(element)
        return found | read_declarations(attributes.get("style", ""))

    def _note(self, declared: Mapping[str, str]) -> None:
        """Count what is done to an element that has no form here."""
        for name, kind in _UNSEEN.items():
            if declared.get(name, "none") != "none":
                self._left[kind] += 1
        if any(declared.get(m, "none") != "none" for m in _MARKERS):
            self._left["markers"] += 1

    def _group(self, level: _Level, name: str, finish: Finish) -> _Level:
        group = Group(id=self._new_id(), name=name, finish=finish)
        self._enter(group, level.group)
        return replace(level, group=group.id)

    def _new_id(self) -> str:
        if len(self._items) >= MOST_ITEMS:
            raise too_much("has too many parts")
        return f"s{len(self._items) + 1}"

    def _enter(self, item: Item, group: str) -> None:
        self._items[item.id] = item
        self._places.append((item.id, group))

    def _draw(self, element: Element, level: _Level, declared: Mapping[str, str]) -> None:
        if level.paint.get("visibility") in ("hidden", "collapse"):
            return
        made = FORMS[element.name](without_percent(element.attributes, level.view))
        if made is None or abs(level.place.determinant) == 0.0:
            return
        if isinstance(made, Outline):
            self._count(made.contours)
            odd = level.paint.get("fill-rule") == "evenodd"
            made = replace(made, rule="evenodd" if odd else "nonzero")
        style = read_style(level.paint, lambda text, paint: self._ink(text, paint, level.view))
        made = replace(made, style=replace(style, finish=_finish(declared)))
        label = element.name.capitalize() if isinstance(made, Shape) else "Outline"
        name = _called(element.attributes, label)
        self._keep(moved_item(made, Way(level.place, grows=True)), name, level)

    def _write(self, element: Element, level: _Level, declared: Mapping[str, str]) -> None:
        """The lines of a text, each as words."""
        if self._say is None or level.paint.get("visibility") in ("hidden", "collapse"):
            return
        if abs(level.place.determinant) == 0.0:
            return

        def left(kind: str) -> None:
            self._left[kind] += 1

        for line in SetText(self._say, self._declared, left).lines(element, level.paint):
            style = read_style(line.paint, lambda text, paint: self._ink(text, paint, level.view))
            style = replace(style, finish=_finish(declared))
            name = " ".join(line.lettering.text.split())[:LONGEST_NAME]
            if line.along is not None:
                self._lay(line, style, name, level)
                continue
            made = Words(
                id="s", name=name, style=style, lettering=line.lettering, place=shift(line.at)
            )
            self._count(word_contours(made))
            self._keep(moved_item(made, Way(level.place, grows=True)), name, level)

    def _lay(self, line: Line, style: Style, name: str, level: _Level) -> None:
        """A line of text along a path."""
        contours = path_of(line, self._ids)
        if not contours:
            self._left["text along paths that are not there"] += 1
            return
        edge, path = laid(line, contours)
        self._count(lettered(contours, edge).contours)
        words = Assembly(id="s", name=name, style=style, edge=edge)
        way = Way(level.place, grows=True)
        holder = self._keep(moved_item(words, way), name, level)
        self._enter(replace(moved_item(path, way), id=self._new_id()), holder)

    def _keep(self, item: DrawnItem | Assembly, name: str, level: _Level) -> str:
        """An item in its group, cut by the clip paths around it; its id."""
        group = level.group
        cuts: list[tuple[str, tuple[Contour, ...]]] = []
        for clip in level.clips:
            cut = Assembly(id=self._new_id(), name=name, operation="keeps", style=item.style)
            self._enter(cut, group)
            group = cut.id
            cuts.append((cut.id, clip))
        if cuts and item.style.shown:
            self._left["strokes cut by clip paths (they follow the cut)"] += 1
        kept = self._new_id()
        self._enter(replace(item, id=kept, name=name), group)
        for cut_id, clip in reversed(cuts):
            self._count(clip)
            outline = Outline(id=self._new_id(), name="Clip path", contours=clip)
            self._enter(replace(outline, style=Style(fill=GREY, strokes=())), cut_id)
        return kept

    def _count(self, contours: tuple[Contour, ...]) -> None:
        count = sum(len(c.anchors) for c in contours)
        self._anchors += count
        if self._anchors > MOST_READ or count > MOST_ANCHORS:
            raise too_much("has too many anchors")

    def _clip(self, text: str, level: _Level) -> tuple[Contour, ...] | None:
        """The contours of a clip path on the sheet; None where there is none that can be read."""
        link = read_link(text)
        path = self._ids.get(link) if link else None
        if path is None or path.name != "clipPath":
            return None
        if path.attributes.get("clipPathUnits") == "objectBoundingBox":
            self._left["clip paths in parts of a box"] += 1
            return None
        place = level.place.after(read_transform(path.attributes.get("transform")))
        found: list[Contour] = []
        for child in path.children:
            drawn = self._ids.get(child.link, child) if child.name == "use" else child
            if drawn.name not in FORMS:
                continue
            made = FORMS[drawn.name](without_percent(drawn.attributes, level.view))
            by = place.after(read_transform(child.attributes.get("transform")))
            if made is not None:
                found += (moved_contour(c, by) for c in item_contours(made))
        closed = tuple(replace(c, closed=True) for c in found if len(c.anchors) > 1)
        return closed or None

    def _ink(self, text: str, paint: Mapping[str, str], view: complex) -> Paint | None:
        """What a paint's text comes to."""
        link = read_link(text)
        if link is None:
            ink, known = read_ink(text, paint)
            if not known:
                self._left["colours (grey instead)"] += 1
            return ink
        element = self._ids.get(link)
        if element is not None and element.name in KINDS:
            return read_gradient(element, self._ids.get, self._declared, view=view)
        fallback = text.partition(")")[2].strip()
        if element is None and fallback:
            return read_ink(fallback, paint)[0]
        self._left["patterns and gradients that cannot be read (grey instead)"] += 1
        return GREY

    def _found(self) -> Clip:
        """What was drawn; groups that hold nothing are left out, of one item the item stays."""
        held: dict[str, list[str]] = {}
        for item_id, container in self._places:
            held.setdefault(container, []).append(item_id)

        def places(container: str, into: str) -> Iterator[tuple[str, str]]:
            for item_id in held.get(container, ()):
                inside = list(places(item_id, item_id))
                if isinstance(self._items[item_id], Group):
                    tops = [i for i, c in inside if c == item_id]
                    plain = self._items[item_id] == _plain(self._items[item_id])
                    if len(tops) == 1 and plain:
                        yield from ((i, into if c == item_id else c) for i, c in inside)
                        continue
                    if not tops:
                        continue
                yield item_id, into
                yield from inside

        kept = tuple(places("", ""))
        return Clip(tuple(self._items[i] for i, _ in kept), kept)


def _clip_in(element: Element) -> str:
    """The clip of our own that travels directly in an element."""
    for child in element.children:
        if child.name == "metadata" and child.attributes.get("id") == CLIP_ID:
            return child.text
    return ""


def _handed_down(around: Mapping[str, str], declared: Mapping[str, str]) -> dict[str, str]:
    """How what an element holds is painted and set."""
    return {**around, **{k: v for k, v in declared.items() if k in PAINT or k in FONT}}


def _size(root: Element) -> complex:
    """The width and height that a document says it has, in sheet units; 0 where it says none."""
    size = laid_size(root.attributes)
    return size if size.real > 0.0 and size.imag > 0.0 else 0j


def _finish(declared: Mapping[str, str]) -> Finish:
    opacity = read_length(declared.get("opacity"), whole=1.0, otherwise=1.0)
    blend = declared.get("mix-blend-mode", "normal")
    mixed = cast(Blend, blend) if blend in get_args(Blend) else "normal"
    return Finish(min(max(opacity, 0.0), 1.0), mixed)


def _plain(item: Item) -> Item:
    """The group as it would be if it said nothing but what it holds."""
    return replace(item, name="Group", finish=PLAIN) if isinstance(item, Group) else item


def _called(attributes: _Attributes, label: str) -> str:
    """The name that an element says it has, or what it is."""
    for key in ("aria-label", "id"):
        name = attributes.get(key, "").strip()[:LONGEST_NAME]
        if name and any(c.isprintable() and not c.isspace() for c in name):
            return name
    return label
