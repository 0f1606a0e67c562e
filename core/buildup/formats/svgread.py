"""What another program has copied as SVG (W3C SVG 2), as a clip: forms, groups, plain paint.

Read in one pass by Expat within limits of its own; nothing is fetched, nothing is run, no entity
is expanded. What has no form here (pictures, text, scripts, uses of symbols) is left out and named.
"""

from collections import Counter
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, replace
from itertools import islice
from typing import NoReturn
from xml.parsers import expat

from buildup.drawing.checks import LONGEST_NAME, MOST_ANCHORS, NO_TEXT
from buildup.drawing.clips import LONGEST_CLIP, Clip, clip_of, read_clip
from buildup.drawing.model import Anchor, Contour, DrawnItem, Frame, Group, Item, Outline, Shape
from buildup.drawing.paint import PLAIN, Finish
from buildup.errors import Refusal
from buildup.formats.svgpaths import numbers, read_path
from buildup.formats.svgvalues import (
    FIRST_PAINT,
    PAINT,
    read_classes,
    read_declarations,
    read_length,
    read_style,
    read_transform,
)
from buildup.geometry.tolerances import SMALLEST
from buildup.geometry.transforms import Affine, shift
from buildup.shapes.placement import Way, moved_item

MOST_ELEMENTS = 20_000
MOST_READ = 60_000
"""Anchors in all."""
DEEPEST = 100
"""Elements in each other."""
CLIP_ID = "copied-items"
"""The id of the metadata element in which a clip of our own travels."""

_SVG = "http://www.w3.org/2000/svg "
_HOLDS = frozenset({"svg", "g", "a", "switch"})
_LEFT_OUT = {
    "text": "text",
    "image": "pictures",
    "use": "uses of symbols",
    "script": "scripts",
    "foreignObject": "what is no SVG",
}
_Attributes = Mapping[str, str]


@dataclass(frozen=True)
class Reading:
    """What was read: a clip's text, and a sentence on what was left out (empty: nothing)."""

    clip: str
    said: str


@dataclass
class _Level:
    """An element that is open: where what it holds is placed, and how that is painted."""

    place: Affine
    paint: Mapping[str, str]
    group: Group | None = None
    skips: bool = False
    """Nothing in it is read."""


@dataclass(frozen=True)
class Each:
    """The outermost items of a document, each with its name, and what was left out."""

    clips: tuple[tuple[str, Clip], ...]
    said: str


def read_svg(text: str) -> Reading:
    """The forms of an SVG document, or the clip of our own that travels in one.

    Raises:
        Refusal: `too_much`, `not_svg`, `entities`, or `nothing_drawn` where it holds no form.

    """
    document = _read(text, symbols=False)
    if document.clip:
        return Reading(document.clip, "")
    clip = document.found()
    if not clip.items:
        raise _nothing(document)
    return Reading(clip.text(), document.said)


def read_each(text: str) -> Each:
    """The symbols of an SVG document, or where it has none its outermost items, by themselves.

    A symbol in which a clip of our own travels is that.

    Raises:
        Refusal: as `read_svg`, and as `read_clip`.

    """
    document = _read(text, symbols=True)
    whole = document.found()
    tops = [t for t in whole.tops if t in document.symbols] or whole.tops
    if document.clip:
        return Each((("", read_clip(document.clip)),), "")
    if not tops:
        raise _nothing(document)
    drawing = whole.drawing()
    clips = (
        read_clip(own) if (own := document.symbols.get(t)) else clip_of(drawing, (t,)) for t in tops
    )
    names = (drawing.items[t].name for t in tops)
    return Each(tuple(zip(names, clips, strict=True)), document.said)


def _nothing(document: "_Document") -> Refusal:
    return Refusal(
        "nothing_drawn",
        f"There is no form in the SVG that was copied. {document.said} Nothing was changed.",
    )


def _read(text: str, *, symbols: bool) -> "_Document":
    if len(text) > LONGEST_CLIP:
        raise _too_much("is longer than 6 million characters")
    document = _Document(symbols=symbols)
    parser = expat.ParserCreate(namespace_separator=" ")
    parser.buffer_text = True
    parser.StartElementHandler = document.start
    parser.EndElementHandler = document.end
    parser.CharacterDataHandler = document.characters
    parser.EntityDeclHandler = _no_entities
    try:
        parser.Parse(NO_TEXT.sub("", text).lstrip(), True)
    except expat.ExpatError as problem:
        raise _not_svg(None if document.elements == 0 else problem.lineno) from None
    if not document.is_svg and not document.clip:
        raise _not_svg(None)
    return document


def _not_svg(line: int | None) -> Refusal:
    if line is None:
        what = "What was copied is neither items of a drawing nor SVG, so it cannot be pasted here."
    else:
        what = f"The SVG that was copied breaks off or is wrong in line {line}. Copy it again."
    return Refusal("not_svg", f"{what} Nothing was changed.")


def _too_much(why: str) -> Refusal:
    return Refusal(
        "too_much",
        f"What was copied {why}, more than can be pasted at once. Nothing was changed; "
        "copy it in parts.",
    )


def _no_entities(*_: object) -> NoReturn:
    raise Refusal(
        "entities",
        "The SVG that was copied declares entities, which can hide anything, so it is not read. "
        "Nothing was changed; have the other program write it plainly.",
    )


class _Document:
    """One pass through a document."""

    def __init__(self, *, symbols: bool) -> None:
        self._holds = _HOLDS | {"symbol"} if symbols else _HOLDS
        self.symbols: dict[str, str] = {}
        """What travels in each symbol, by the id of its group."""
        self.elements = 0
        self.is_svg = False
        self.clip = ""
        self._levels: list[_Level] = []
        self._items: dict[str, Item] = {}
        self._places: list[tuple[str, str]] = []
        self._left: Counter[str] = Counter()
        self._anchors = 0
        self._classes: dict[str, dict[str, str]] = {}
        self._text: list[str] | None = None
        self._reads = ""

    def start(self, name: str, attributes: _Attributes) -> None:
        """An element opens."""
        self.elements += 1
        if self.elements > MOST_ELEMENTS or len(self._levels) >= DEEPEST:
            raise _too_much("has too many parts")
        plain = name.removeprefix(_SVG)
        own = name.startswith(_SVG) or " " not in name
        around = self._levels[-1] if self._levels else _Level(Affine(), FIRST_PAINT)
        self.is_svg |= plain == "svg" and not self._levels
        level = _Level(around.place, around.paint, around.group, skips=around.skips)
        self._levels.append(level)
        if level.skips:
            return
        if own and plain == "metadata" and attributes.get("id") == CLIP_ID:
            self._text, self._reads = [], "clip"
        elif own and plain == "style":
            self._text, self._reads = [], "style"
        if not own or plain not in self._holds | _FORMS.keys():
            if own and plain in _LEFT_OUT:
                self._left[_LEFT_OUT[plain]] += 1
            level.skips = True
            return
        declared = self._declared(attributes)
        level.skips = declared.get("display") == "none"
        level.paint = {**around.paint, **{k: v for k, v in declared.items() if k in PAINT}}
        level.place = around.place.after(read_transform(attributes.get("transform")))
        if plain == "svg":
            level.place = level.place.after(_viewed(attributes, outermost=len(self._levels) == 1))
        elif plain in ("g", "symbol") and not level.skips:
            self._open_group(level, around, attributes, declared)
            if plain == "symbol" and level.group is not None:
                self.symbols[level.group.id] = ""
        elif plain in _FORMS and not level.skips:
            self._draw(plain, level, attributes)

    def characters(self, text: str) -> None:
        """Text between elements."""
        if self._text is not None:
            self._text.append(text)

    def end(self, _name: str) -> None:
        """An element closes."""
        self._levels.pop()
        if self._text is None:
            return
        text, self._text = "".join(self._text), None
        around = self._levels[-1].group if self._levels else None
        if self._reads == "clip" and around is not None and around.id in self.symbols:
            self.symbols[around.id] = text.strip()
            self._levels[-1].skips = True  # what shows of it is the same
        elif self._reads == "clip":
            self.clip = text.strip()
        else:
            self._classes |= read_classes(text)

    def found(self) -> Clip:
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
                    if len(tops) == 1 and plain and item_id not in self.symbols:
                        yield from ((i, into if c == item_id else c) for i, c in inside)
                        continue
                    if not tops and not self.symbols.get(item_id):
                        continue
                yield item_id, into
                yield from inside

        kept = tuple(places("", ""))
        return Clip(tuple(self._items[i] for i, _ in kept), kept)

    @property
    def said(self) -> str:
        """What was left out."""
        if not self._left:
            return ""
        return f"Left out: {', '.join(sorted(self._left))}."

    def _declared(self, attributes: _Attributes) -> dict[str, str]:
        """Paint and display of an element: attributes, then classes, then its own style."""
        found = {k: v for k, v in attributes.items() if k in PAINT or k in ("display", "opacity")}
        for name in attributes.get("class", "").split():
            found |= self._classes.get(name, {})
        return found | read_declarations(attributes.get("style", ""))

    def _open_group(
        self, level: _Level, around: _Level, attributes: _Attributes, declared: Mapping[str, str]
    ) -> None:
        opacity = min(max(read_length(declared.get("opacity"), whole=1.0, otherwise=1.0), 0.0), 1.0)
        number = len(self._items) + 1
        name = _called(attributes, "Group")
        level.group = Group(id=f"s{number}", name=name, finish=Finish(opacity))
        self._enter(level.group, around.group)

    def _enter(self, item: Item, group: Group | None) -> None:
        self._items[item.id] = item
        self._places.append((item.id, "" if group is None else group.id))

    def _draw(self, name: str, level: _Level, attributes: _Attributes) -> None:
        if level.paint.get("visibility") in ("hidden", "collapse"):
            return
        scale = abs(level.place.determinant) ** 0.5
        style, whole = read_style(level.paint, scale)
        if not whole:
            self._left["gradients and patterns (grey instead)"] += 1
        made = _FORMS[name](attributes)
        if made is None or scale == 0.0:
            return
        count = sum(len(c.anchors) for c in made.contours) if isinstance(made, Outline) else 0
        self._anchors += count
        if self._anchors > MOST_READ or count > MOST_ANCHORS:
            raise _too_much("has too many anchors")
        odd = level.paint.get("fill-rule") == "evenodd"
        item = moved_item(made, Way(level.place, grows=True))
        label = name.capitalize() if isinstance(made, Shape) else "Outline"
        item = replace(
            item, id=f"s{len(self._items) + 1}", name=_called(attributes, label), style=style
        )
        if isinstance(item, Outline):
            item = replace(item, rule="evenodd" if odd else "nonzero")
        self._enter(item, level.group)


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


def _viewed(attributes: _Attributes, *, outermost: bool) -> Affine:
    """The map of an `svg` element: its view box laid into its size, as large as it fits whole."""
    at = 0j
    if not outermost:
        at = complex(read_length(attributes.get("x")), read_length(attributes.get("y")))
    box = tuple(numbers(attributes.get("viewBox", "")))
    if len(box) != 4 or min(box[2:]) <= 0.0:
        return shift(at)
    width = read_length(attributes.get("width"), whole=box[2], otherwise=box[2])
    height = read_length(attributes.get("height"), whole=box[3], otherwise=box[3])
    scale = min(width / box[2], height / box[3])
    if not scale > 0.0:
        return shift(at)
    return Affine(scale + 0j, scale * 1j, at - scale * complex(box[0], box[1]))


def _outline(contours: tuple[Contour, ...]) -> Outline | None:
    return Outline(id="s", name="Outline", contours=contours) if contours else None


def _path(attributes: _Attributes) -> DrawnItem | None:
    return _outline(read_path(attributes.get("d", "")))


def _points(attributes: _Attributes, *, closed: bool) -> DrawnItem | None:
    flat = tuple(islice(numbers(attributes.get("points", "")), 2 * MOST_ANCHORS + 2))
    places = [complex(x, y) for x, y in zip(flat[::2], flat[1::2], strict=False)]
    return _outline((Contour(tuple(map(Anchor, places)), closed),)) if len(places) > 1 else None


def _line(attributes: _Attributes) -> DrawnItem | None:
    x1, y1, x2, y2 = (read_length(attributes.get(k)) for k in ("x1", "y1", "x2", "y2"))
    return _outline((Contour((Anchor(complex(x1, y1)), Anchor(complex(x2, y2)))),))


def _shape(kind: str, centre: complex, size: complex, **dials: float) -> DrawnItem | None:
    if min(size.real, size.imag) < SMALLEST:
        return None
    frame = Frame(size.real, size.imag, shift(centre))
    return Shape(id="s", name=kind, shape=kind, dials=dials, frame=frame)


def _rect(attributes: _Attributes) -> DrawnItem | None:
    x, y, width, height = (read_length(attributes.get(k)) for k in ("x", "y", "width", "height"))
    rounds = [read_length(attributes.get(k), otherwise=-1.0) for k in ("rx", "ry")]
    radius = max(0.0, min((r for r in rounds if r >= 0.0), default=0.0))
    size = complex(width, height)
    return _shape("rectangle", complex(x, y) + size / 2.0, size, radius=radius)


def _ellipse(attributes: _Attributes) -> DrawnItem | None:
    cx, cy, r = (read_length(attributes.get(k)) for k in ("cx", "cy", "r"))
    rx = read_length(attributes.get("rx"), otherwise=r)
    ry = read_length(attributes.get("ry"), otherwise=r)
    return _shape("ellipse", complex(cx, cy), 2.0 * complex(rx, ry))


_FORMS: Mapping[str, Callable[[_Attributes], DrawnItem | None]] = {
    "path": _path,
    "rect": _rect,
    "circle": _ellipse,
    "ellipse": _ellipse,
    "line": _line,
    "polyline": lambda a: _points(a, closed=False),
    "polygon": lambda a: _points(a, closed=True),
}
"""What each element draws; None: nothing."""
