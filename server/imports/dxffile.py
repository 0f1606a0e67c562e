"""DXF by ezdxf: lines, arcs, circles, ellipses, polylines with bulges, splines, blocks.

Sizes, colours and layers are taken over; text, hatches, dimensions and so on are left out and told.
"""

import io
from collections import Counter
from collections.abc import Iterable, Iterator

from buildup.contours.anchors import Contour
from buildup.contours.pathreader import PathReader
from buildup.drawing.clips import Clip
from buildup.drawing.itemtypes import Group, Item, Outline
from buildup.drawing.paint import Stroke, Style
from buildup.errors import Refusal
from buildup.formats.importnotes import left_out
from buildup.formats.incoming import Incoming
from buildup.formats.svg.svgitems import MOST_ITEMS, MOST_READ
from buildup.forms.contours import moved_contours
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import shift
from common.messages import refusal
from ezdxf import colors, path
from ezdxf.document import Drawing as Document
from ezdxf.entities.dxfentity import DXFEntity
from ezdxf.entities.dxfgfx import DXFGraphic
from ezdxf.entities.insert import Insert
from ezdxf.enums import InsertUnits
from ezdxf.lldxf.const import DXFError
from ezdxf.math import Vec3
from ezdxf.path import Curve3To, Curve4To
from ezdxf.protocols import SupportsVirtualEntities, virtual_entities
from ezdxf.recover import read as recovered
from ezdxf.units import conversion_factor

MM = 96.0 / 25.4
HAIR = 0.25 * MM
"""The width of lines that say none."""
WHITE = 7
"""The colour of a drafting table at night: black on paper (ACI)."""
MOST_LOOKED_AT = 3 * MOST_ITEMS
"""Entities of the sheet and of blocks, as often as those are inserted."""
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
KINDS = frozenset(
    {"LINE", "ARC", "CIRCLE", "ELLIPSE", "LWPOLYLINE", "POLYLINE", "SPLINE", "HELIX", "SOLID"}
)
LEFT = {"TEXT": "text", "MTEXT": "text", "HATCH": "hatches", "POINT": "points", "IMAGE": "pictures"}


def read_dxf(data: bytes) -> Incoming:
    """A DXF file, its upper left corner at that of the sheet.

    Raises:
        Refusal: `not_dxf`, `too_much`, `nothing_drawn`.
    """
    document = _document(data)
    scale = _scale(document)
    left: Counter[str] = Counter()
    layers: dict[str, list[Outline]] = {}
    anchors = 0
    try:
        for number, entity in enumerate(_Blocks().lines(document.modelspace())):
            if number >= MOST_ITEMS:
                raise _too_much("parts")
            if entity.dxftype() not in KINDS or not isinstance(entity, DXFGraphic):
                left[LEFT.get(entity.dxftype(), entity.dxftype().lower())] += 1
                continue
            contours = tuple(_contours(entity, scale))
            anchors += sum(len(c.anchors) for c in contours)
            if anchors > MOST_READ:
                raise _too_much("anchors")
            if contours:
                outline = Outline(
                    id=f"d{number + 1}",
                    name=entity.dxftype().capitalize(),
                    contours=contours,
                    style=_style(document, entity),
                )
                layers.setdefault(entity.dxf.layer, []).append(outline)
    except STUMBLES:
        raise _not_dxf() from None
    told = left_out(left)
    if not layers:
        said = Incoming(Clip((), ()), 0j, "mm", "", None, told).said
        raise refusal("nothing_drawn.dxf", left_out=said)
    clip, size = _laid(layers)
    return Incoming(clip=clip, size=size, unit="mm", name="", live=None, notes=told)


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


def _contours(entity: DXFGraphic, scale: float) -> Iterator[Contour]:
    """The paths of an entity in sheet units, y down."""

    def place(v: Vec3) -> complex:
        return complex(v.x * scale, -v.y * scale)

    made = path.make_path(entity)
    for part in made.sub_paths() if made.has_sub_paths else (made,):
        if len(part) == 0:
            continue
        reader = PathReader()
        reader.move(place(part.start))
        for step in part.commands():
            end = place(step.end)
            if isinstance(step, Curve4To):
                reader.curve(place(step.ctrl1), place(step.ctrl2), end)
            elif isinstance(step, Curve3To):
                reader.quadratic(place(step.ctrl), end)
            else:
                reader.line(end)
        if part.is_closed:
            reader.close()
        yield from reader.done()


def _style(document: Document, entity: DXFGraphic) -> Style:
    """A line in the colour of the entity, or of its layer."""
    told = entity.rgb
    if told is None:
        index = abs(int(entity.dxf.get("color", colors.BYLAYER)))
        if index in (colors.BYLAYER, colors.BYBLOCK) and entity.dxf.layer in document.layers:
            layer = document.layers.get(entity.dxf.layer)
            told = layer.rgb
            index = abs(int(layer.color))
        if told is None:
            told = (0, 0, 0) if index == WHITE or not 1 <= index <= 255 else colors.aci2rgb(index)
    weight = int(entity.dxf.get("lineweight", -1))
    width = weight / 100.0 * MM if weight > 0 else HAIR
    ink = "#{:02X}{:02X}{:02X}".format(*told)
    return Style(fill=None, strokes=(Stroke(paint=ink, width=width),))


def _laid(layers: dict[str, list[Outline]]) -> tuple[Clip, complex]:
    """All lines from the sheet's corner on, a group for each layer, and how large that is."""
    every = [o for row in layers.values() for o in row]
    box = Box.union([Box.around(p for c in o.contours for p in _places(c)) for o in every])
    by = shift(-complex(box.left, box.top))
    items: list[Item] = []
    positions: list[tuple[str, str]] = []
    for number, (name, row) in enumerate(layers.items(), 1):
        group = Group(id=f"l{number}", name=name[:100] or "0")
        items.append(group)
        positions.append((group.id, ""))
        for outline in row:
            contours = moved_contours(outline.contours, by)
            items.append(
                Outline(id=outline.id, name=outline.name, contours=contours, style=outline.style)
            )
            positions.append((outline.id, group.id))
    return Clip(tuple(items), tuple(positions)), complex(box.width, box.height)


def _places(contour: Contour) -> Iterator[complex]:
    for segment in contour.segments:
        yield from segment
