"""DXF by ezdxf: lines, arcs, circles, ellipses, polylines, splines, hatches, text, blocks.

Sizes, colours and layers are taken over; points, pictures and so on are left out and told.
"""

import io
from collections.abc import Iterable, Iterator
from dataclasses import replace

from buildup.contours.anchors import Contour, anchor_count
from buildup.drawing.clips import Clip
from buildup.drawing.itemtypes import FillRule, Group, Item, Outline, TextItem
from buildup.drawing.paint import Stroke, Style
from buildup.errors import Refusal
from buildup.formats.anchorcounts import MOST_READ, Simplifier, too_many
from buildup.formats.importnotes import Report
from buildup.formats.incoming import Incoming
from buildup.formats.svg.svgitems import MOST_ITEMS
from buildup.formats.svg.text.svgfonts import Say
from buildup.forms.contours import item_contours
from buildup.forms.placement import ItemMap, moved_item
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import shift
from common.messages import refusal
from ezdxf import colors, path
from ezdxf.document import Drawing as Document
from ezdxf.entities.dxfentity import DXFEntity
from ezdxf.entities.dxfgfx import DXFGraphic
from ezdxf.entities.insert import Insert
from ezdxf.entities.polygon import DXFPolygon
from ezdxf.enums import InsertUnits
from ezdxf.lldxf.const import DXFError
from ezdxf.lldxf.tagger import binary_tags_loader
from ezdxf.protocols import SupportsVirtualEntities, virtual_entities
from ezdxf.recover import read as recovered
from ezdxf.units import conversion_factor

from imports.dxf.dxfhatches import hatched
from imports.dxf.dxfpaths import contours_of, placing
from imports.dxf.dxftext import item_of, words_in

MM = 96.0 / 25.4
HAIR = 0.25 * MM
"""The width of lines that say none."""
WHITE = 7
"""The colour of a drafting table at night: black on paper (ACI)."""
MOST_LOOKED_AT = 3 * MOST_ITEMS
"""Entities of the sheet and of blocks, as often as those are inserted."""
BINARY = b"\r\n\x1a\0"
"""With what the first line of the binary form ends."""
DEEPEST = 40
"""Blocks in blocks."""
STUMBLES = (
    DXFError,
    OSError,
    ValueError,
    TypeError,
    LookupError,
    AttributeError,
    ArithmeticError,
    RecursionError,
)
"""What the reader raises at files that are not what they say."""
FILLED = frozenset({"SOLID", "TRACE"})
CURVES = frozenset(
    {"LINE", "ARC", "CIRCLE", "ELLIPSE", "LWPOLYLINE", "POLYLINE", "SPLINE", "HELIX"}
)
KINDS = FILLED | CURVES
TEXTS = frozenset({"TEXT", "MTEXT", "ATTRIB", "ATTDEF"})
LEFT = {**dict.fromkeys(TEXTS, "text"), "POINT": "points", "IMAGE": "pictures"}
Made = Outline | TextItem


def read_dxf(data: bytes, say: Say | None = None, simplifier: Simplifier | None = None) -> Incoming:
    """A DXF file, its upper left corner at that of the sheet.

    Args:
        data: the file.
        say: sets its text; None: that is left out.
        simplifier: of its outlines; None: they come as they are.

    Raises:
        Refusal: `not_dxf`, `too_much`, `nothing_drawn`.
    """
    document = _document(data)
    reading = _Reading(document, _scale(document), say, simplifier or Simplifier())
    try:
        for number, entity in enumerate(_Blocks().lines(document.modelspace())):
            if number >= MOST_ITEMS:
                raise _too_much("parts")
            reading.read(entity)
    except STUMBLES:
        raise _not_dxf() from None
    notes = reading.report.notes({})
    if not reading.layers:
        text = Incoming(Clip((), ()), 0j, "mm", "", None, notes).message
        raise refusal("nothing_drawn.dxf", left_out=text)
    clip, size = _laid(reading.layers)
    notes = reading.report.notes({i.id: i.id for i in clip.items})
    return Incoming(clip=clip, size=size, unit="mm", name="", live=None, notes=notes)


class _Reading:
    """What was read of a document so far: items by layers, what was left out or changed."""

    def __init__(
        self, document: Document, scale: float, say: Say | None, simplifier: Simplifier
    ) -> None:
        self.layers: dict[str, list[Made]] = {}
        self.report = Report()
        self._document = document
        self._scale = scale
        self._place = placing(scale)
        self._say = say
        self._simplifier = simplifier
        self._anchors = 0
        self._count = 0

    def read(self, entity: DXFEntity) -> None:
        """An entity that is no insertion."""
        kind, heard = entity.dxftype(), self.report.heard
        if not isinstance(entity, DXFGraphic):
            self.report.leave(LEFT.get(kind, kind.lower()))
            return
        item: Made | None = None
        if kind in KINDS:
            item = self._drawn(entity)
        elif isinstance(entity, DXFPolygon):
            item = self._hatched(entity)
        elif kind in TEXTS and self._say is not None:
            item = self._text(entity, self._say)
        else:
            self.report.leave(LEFT.get(kind, kind.lower()))
        if item is not None:
            self._count += 1
            named = replace(item, id=f"d{self._count}")
            self.layers.setdefault(entity.dxf.layer, []).append(named)
            self.report.belongs(named.id, since=heard)

    def _drawn(self, entity: DXFGraphic) -> Outline | None:
        contours = tuple(contours_of(path.make_path(entity), self._place))
        style = _style(self._document, entity)
        if entity.dxftype() in FILLED:
            style = Style(fill=style.strokes[0].paint, strokes=())
        return self._outline(entity, contours, style)

    def _outline(
        self, entity: DXFGraphic, contours: tuple[Contour, ...], style: Style
    ) -> Outline | None:
        contours = self._simplifier.taken(contours)
        self._anchors += anchor_count(contours)
        if self._anchors > MOST_READ:
            raise too_many()
        if not contours:
            return None
        rule: FillRule = "evenodd" if isinstance(entity, DXFPolygon) else "nonzero"
        name = entity.dxftype().capitalize()
        return Outline(id="d", name=name, contours=contours, rule=rule, style=style)

    def _hatched(self, entity: DXFPolygon) -> Outline | None:
        found = hatched(entity, self._place, _style(self._document, entity))
        if found.changed:
            self.report.change(found.changed)
        if found.left:
            self.report.leave(found.left)
        return self._outline(entity, found.contours, found.style)

    def _text(self, entity: DXFGraphic, say: Say) -> TextItem | None:
        text = words_in(entity)
        if text is None:
            return None
        item = item_of(text, self._place, self._scale, _style(self._document, entity), say)
        if item is None:
            self.report.leave("text")
        else:
            self.report.change("text (set in another font)")
        return item


class _Blocks:
    """Takes blocks apart, and counts what it looks at: an empty block draws nothing, but costs."""

    def __init__(self) -> None:
        self._left = MOST_LOOKED_AT

    def lines(self, entities: Iterable[DXFEntity], depth: int = 0) -> Iterator[DXFEntity]:
        """The entities that are no insertion, each where it is inserted.

        Raises:
            Refusal: `too_much`.
        """
        if depth > DEEPEST:
            raise _too_much("nested blocks")
        for entity in entities:
            self._spend(1)
            if isinstance(entity, Insert) and entity.mcount > 1:
                self._spend(entity.mcount)
                yield from self.lines(entity.multi_insert(), depth + 1)
            elif isinstance(entity, Insert):
                block = entity.block()
                self._spend(0 if block is None else len(block))
                yield from entity.attribs
                yield from self.lines(virtual_entities(entity), depth + 1)
            elif isinstance(entity, SupportsVirtualEntities):
                yield from self.lines(virtual_entities(entity), depth + 1)
            else:
                yield entity

    def _spend(self, count: int) -> None:
        self._left -= count
        if self._left < 0:
            raise _too_much("parts")


def _document(data: bytes) -> Document:
    if b"SECTION" not in data:
        raise _not_dxf()
    try:
        if data[18:22] == BINARY:
            return Document.load(binary_tags_loader(data, errors="ignore"))
        document, _ = recovered(io.BytesIO(data), errors="ignore")
    except STUMBLES:
        raise _not_dxf() from None
    return document


def _not_dxf() -> Refusal:
    return refusal("not_dxf")


def _too_much(what: str) -> Refusal:
    return refusal("too_much.dxf", what=what)


def _scale(document: Document) -> float:
    """Sheet units in a unit of the file; one that says none is in millimetres."""
    try:
        units = InsertUnits(document.units)
        if units == InsertUnits.Unitless:
            return MM
        return float(conversion_factor(units, InsertUnits.Millimeters)) * MM
    except (KeyError, ValueError, TypeError, ArithmeticError):
        return MM


def _style(document: Document, entity: DXFGraphic) -> Style:
    """A line in the colour of the entity, or of its layer."""
    rgb = entity.rgb
    if rgb is None:
        index = abs(int(entity.dxf.get("color", colors.BYLAYER)))
        if index in (colors.BYLAYER, colors.BYBLOCK) and entity.dxf.layer in document.layers:
            layer = document.layers.get(entity.dxf.layer)
            rgb = layer.rgb
            index = abs(int(layer.color))
        if rgb is None:
            rgb = (0, 0, 0) if index == WHITE or not 1 <= index <= 255 else colors.aci2rgb(index)
    weight = int(entity.dxf.get("lineweight", -1))
    width = weight / 100.0 * MM if weight > 0 else HAIR
    ink = "#{:02X}{:02X}{:02X}".format(*rgb)
    return Style(fill=None, strokes=(Stroke(paint=ink, width=width),))


def _laid(layers: dict[str, list[Made]]) -> tuple[Clip, complex]:
    """All items from the sheet's corner on, a group for each layer, and how large that is."""
    box = Box.union([_box(made) for row in layers.values() for made in row])
    by = ItemMap(shift(-complex(box.left, box.top)))
    items: list[Item] = []
    positions: list[tuple[str, str]] = []
    for number, (name, row) in enumerate(layers.items(), 1):
        group = Group(id=f"l{number}", name=name[:100] or "0")
        items.append(group)
        positions.append((group.id, ""))
        for made in row:
            items.append(moved_item(made, by))
            positions.append((made.id, group.id))
    return Clip(tuple(items), tuple(positions)), complex(box.width, box.height)


def _box(made: Made) -> Box:
    """Around an item, its handles as well."""
    contours = item_contours(made)
    return Box.around(p for c in contours for p in _places(c)) if contours else _point(made)


def _point(made: Made) -> Box:
    at = made.place.origin if isinstance(made, TextItem) else 0j
    return Box.around((at,))


def _places(contour: Contour) -> Iterator[complex]:
    yield from (a.at for a in contour.anchors)
    for segment in contour.segments:
        yield from segment
