"""The pages of a PDF by PDFium: their paths, with colours and widths, in the size of each.

Text, pictures, gradients and clip paths are left out and told by kind and count.
"""

import ctypes
from collections import Counter
from collections.abc import Iterator
from contextlib import closing
from dataclasses import replace

import pypdfium2
import pypdfium2.raw as pdfium
from buildup.contours.pathreader import PathReader
from buildup.drawing.clips import Clip
from buildup.drawing.itemtypes import Outline
from buildup.drawing.paint import Finish, Stroke, Style
from buildup.errors import Refusal
from buildup.formats.importnotes import left_out
from buildup.formats.incoming import Incoming
from buildup.formats.svg.svgitems import MOST_ITEMS, MOST_READ
from buildup.forms.placement import ItemMap, moved_item
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine
from common.messages import refusal

PX = 96.0 / 72.0
"""Sheet units in a point."""
DEEPEST = 20
"""Forms in forms."""
MOST_LOOKED_AT = 5 * MOST_ITEMS
"""Objects of all pages and of the forms on them, as often as they are used."""
MOST_PAGES = 50
CLOSE = 0.5
"""Units of the page within which a clip path holds all of something."""
LEFT = {
    pdfium.FPDF_PAGEOBJ_TEXT: "text",
    pdfium.FPDF_PAGEOBJ_IMAGE: "pictures",
    pdfium.FPDF_PAGEOBJ_SHADING: "gradients",
}


def read_pdf(data: bytes) -> Incoming:
    """The pages of a PDF on which something is drawn, the first with those after it.

    Raises:
        Refusal: `not_pdf`, `too_much`, `nothing_drawn`.
    """
    try:
        with closing(pypdfium2.PdfDocument(data)) as document:
            pages, count = _pages(document), len(document)
    except (pypdfium2.PdfiumError, IndexError):
        raise refusal("not_pdf") from None
    drawn = [p for p in pages if p.clip.items]
    blank = [p for p in pages if not p.clip.items]
    first, *further = drawn or blank
    told = Counter(n for page in (*drawn[:1], *blank) for n in _kinds(page))
    told["pages without paths"] = len(blank) if drawn else 0
    told[f"pages after the {MOST_PAGES}th"] = count - len(pages)
    found = replace(first, notes=left_out(told), further=tuple(further))
    if not drawn:
        raise refusal("nothing_drawn.pdf", left_out=found.said)
    return found


def _too_much() -> Refusal:
    return refusal("too_much.pdf")


def _kinds(page: Incoming) -> Iterator[str]:
    """What was left out of a page, each kind as often as it was."""
    for kind, count in page.left:
        yield from (kind for _ in range(count))


def _pages(document: pypdfium2.PdfDocument) -> list[Incoming]:
    """The first pages, whatever is on them."""
    reading = _Reading()
    return [_page(document[n], reading) for n in range(max(min(len(document), MOST_PAGES), 1))]


def _page(page: pypdfium2.PdfPage, reading: "_Reading") -> Incoming:
    with closing(page):
        width, height = page.get_size()
        flipped = Affine(PX + 0j, -PX * 1j, complex(0.0, height * PX))
        count = pdfium.FPDFPage_CountObjects(page)
        things = (pdfium.FPDFPage_GetObject(page, k) for k in range(count))
        items, left = reading.page(things, flipped)
    clip = Clip(items, tuple((i.id, "") for i in items))
    return Incoming(clip, complex(width, height) * PX, "mm", "", None, left_out(left))


class _Reading:
    """What was read of a page so far, and how much of all of them."""

    def __init__(self) -> None:
        self._count = self._anchors = self._looked = 0
        self._begin()

    def _begin(self) -> None:
        self._items: list[Outline] = []
        self.left: Counter[str] = Counter()

    def page(
        self, things: "Iterator[pdfium.FPDF_PAGEOBJECT]", by: Affine
    ) -> tuple[tuple[Outline, ...], Counter[str]]:
        """The items of a page, and what was left out of it."""
        self._begin()
        self.objects(things, by, 0)
        return tuple(self._items), self.left

    def objects(self, objects: "Iterator[pdfium.FPDF_PAGEOBJECT]", by: Affine, depth: int) -> None:
        """Objects of a page or of a form, laid on the sheet by a map."""
        for thing in objects:
            self._looked += 1
            if self._looked > MOST_LOOKED_AT:
                raise _too_much()
            kind = pdfium.FPDFPageObj_GetType(thing)
            there = by.after(_matrix(thing))
            if kind == pdfium.FPDF_PAGEOBJ_FORM and depth < DEEPEST:
                count = pdfium.FPDFFormObj_CountObjects(thing)
                held = (pdfium.FPDFFormObj_GetObject(thing, k) for k in range(max(count, 0)))
                self.objects(held, there, depth + 1)
            elif kind == pdfium.FPDF_PAGEOBJ_PATH:
                self._path(thing, there)
            else:
                self.left[LEFT.get(kind, "other content")] += 1

    def _path(self, thing: "pdfium.FPDF_PAGEOBJECT", by: Affine) -> None:
        mode, strokes = ctypes.c_int(), pdfium.FPDF_BOOL()
        pdfium.FPDFPath_GetDrawMode(thing, mode, strokes)
        style = _style(thing, filled=mode.value != pdfium.FPDF_FILLMODE_NONE, stroked=bool(strokes))
        reader = PathReader()
        _draw(thing, reader)
        contours = reader.done()
        if not contours or (style.fill is None and not style.shown):
            return
        self._anchors += sum(len(c.anchors) for c in contours)
        self._count += 1
        if self._count > MOST_ITEMS or self._anchors > MOST_READ:
            raise _too_much()
        self.left += Counter({"clip paths": 1} if _is_cut(thing) else {})
        odd = mode.value == pdfium.FPDF_FILLMODE_ALTERNATE
        outline = Outline(
            id=f"p{len(self._items) + 1}",
            name="Outline",
            contours=contours,
            rule="evenodd" if odd else "nonzero",
            style=style,
        )
        moved = moved_item(outline, ItemMap(by, grows=True))
        assert isinstance(moved, Outline)  # noqa: S101
        self._items.append(moved)


def _is_cut(thing: "pdfium.FPDF_PAGEOBJECT") -> bool:
    """Whether anything may be cut off: a clip path is no rectangle, or does not hold all of it."""
    left, low, right, high = (ctypes.c_float() for _ in range(4))
    pdfium.FPDFPageObj_GetBounds(thing, left, low, right, high)
    own = Box(left.value, low.value, right.value, high.value)
    clip = pdfium.FPDFPageObj_GetClipPath(thing)
    for path in range(pdfium.FPDFClipPath_CountPaths(clip)):
        positions = []
        for k in range(pdfium.FPDFClipPath_CountPathSegments(clip, path)):
            segment = pdfium.FPDFClipPath_GetPathSegment(clip, path, k)
            x, y = ctypes.c_float(), ctypes.c_float()
            pdfium.FPDFPathSegment_GetPoint(segment, x, y)
            positions.append(complex(x.value, y.value))
        box = Box.around(positions) if positions else Box(0.0, 0.0, 0.0, 0.0)
        corners = {*box.corners} >= set(positions)
        if not corners or not box.grown(CLOSE).holds(own):
            return True
    return False


def _matrix(thing: "pdfium.FPDF_PAGEOBJECT") -> Affine:
    told = pdfium.FS_MATRIX()
    if not pdfium.FPDFPageObj_GetMatrix(thing, told):
        return Affine()
    return Affine(complex(told.a, told.b), complex(told.c, told.d), complex(told.e, told.f))


def _draw(thing: "pdfium.FPDF_PAGEOBJECT", reader: PathReader) -> None:
    """A path's segments, told to a reader."""
    curve: list[complex] = []
    for k in range(pdfium.FPDFPath_CountSegments(thing)):
        segment = pdfium.FPDFPath_GetPathSegment(thing, k)
        x, y = ctypes.c_float(), ctypes.c_float()
        pdfium.FPDFPathSegment_GetPoint(segment, x, y)
        at = complex(x.value, y.value)
        kind = pdfium.FPDFPathSegment_GetType(segment)
        if kind == pdfium.FPDF_SEGMENT_MOVETO:
            reader.move(at)
        elif kind == pdfium.FPDF_SEGMENT_LINETO:
            reader.line(at)
        else:
            curve.append(at)
            if len(curve) == 3:
                reader.curve(*curve)
                curve.clear()
        if pdfium.FPDFPathSegment_GetClose(segment):
            reader.close()


def _style(thing: "pdfium.FPDF_PAGEOBJECT", *, filled: bool, stroked: bool) -> Style:
    fill, faint = _colour(thing, pdfium.FPDFPageObj_GetFillColor)
    ink, thin = _colour(thing, pdfium.FPDFPageObj_GetStrokeColor)
    width = ctypes.c_float()
    pdfium.FPDFPageObj_GetStrokeWidth(thing, width)
    cap = pdfium.FPDFPageObj_GetLineCap(thing)
    join = pdfium.FPDFPageObj_GetLineJoin(thing)
    stroke = Stroke(
        paint=ink if stroked else None,
        width=max(width.value, 0.0),
        cap=("butt", "round", "square")[cap if 0 <= cap <= 2 else 0],
        join=("miter", "round", "bevel")[join if 0 <= join <= 2 else 0],
        opacity=thin,
    )
    paint = fill if filled else None
    return Style(fill=paint, fill_opacity=faint, strokes=(stroke,), finish=Finish())


def _colour(thing: "pdfium.FPDF_PAGEOBJECT", ask: "ctypes._NamedFuncPointer") -> tuple[str, float]:
    """A colour and how much of it shows."""
    parts = [ctypes.c_uint() for _ in range(4)]
    if not ask(thing, *parts):
        return "#000000", 1.0
    red, green, blue, alpha = (p.value for p in parts)
    return f"#{red:02X}{green:02X}{blue:02X}", round(alpha / 255.0, 4)
