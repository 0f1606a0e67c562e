"""Fonts of a PDF (ISO 32000-1, 9.6 to 9.8): which glyphs a string shows, and their outlines."""

import io
import re
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any

import pikepdf
from buildup.drawing.numerals import short
from buildup.geometry.transforms import Affine
from fontTools import agl
from fontTools.cffLib import CFFFontSet
from fontTools.encodings.MacRoman import MacRoman
from fontTools.encodings.StandardEncoding import StandardEncoding
from fontTools.pens.svgPathPen import SVGPathPen
from fontTools.pens.transformPen import TransformPen
from fontTools.t1Lib import T1Font
from fontTools.ttLib import TTFont

from imports.pdf.pdfvalues import matrix_in, name_in, number_in, numbers_in, part

DECIMALS = 6
"""Of a place on an outline."""
EM = 1000.0
"""Units of an em in which widths are told (9.7.3)."""


@dataclass(frozen=True)
class Shown:
    """A glyph of a string.

    Args:
        code: as the string tells it.
        width: how far it moves on, in ems (of Type 3: in the font's own units).
        is_space: a single byte 32, to which the word space is added.
        text: the character it stands for, where that is known.
    """

    code: int
    width: float
    is_space: bool
    text: str


Path = Callable[[int, Affine], str | None]


def _no_path(_code: int, _by: Affine) -> None:
    """The outline of no glyph."""


@dataclass
class Font:
    """A font of a document.

    Args:
        path: the path data of a glyph by its code, under a map of ems, y up; None: there is none.
        is_embedded: it brings outlines, or draws its glyphs itself.
        procedures: of a Type 3 font: what draws each code.
        matrix: of a Type 3 font.
        name: as it is called.
    """

    path: Path
    is_embedded: bool
    widths: Mapping[int, float]
    otherwise: float
    wide: bool
    name: str
    resources: Any = None
    procedures: Mapping[int, Any] = field(default_factory=dict)
    matrix: Affine | None = None
    texts: Mapping[int, str] = field(default_factory=dict)

    def shown(self, data: bytes) -> Iterator[Shown]:
        """The glyphs of a string."""
        step = 2 if self.wide else 1
        for k in range(0, len(data) - step + 1, step):
            code = int.from_bytes(data[k : k + step], "big")
            width = self.widths.get(code, self.otherwise)
            yield Shown(code, width, not self.wide and code == 32, self.texts.get(code, ""))


def font_in(value: Any) -> Font | None:
    """A font by its dictionary; None: it is none that can be read."""
    kind = name_in(part(value, "Subtype"))
    try:
        if kind == "Type0":
            return _composite(value)
        if kind == "Type3":
            return _drawn(value)
        return _simple(value)
    except (pikepdf.PdfError, ValueError, TypeError, KeyError, IndexError, AttributeError):
        return None


def _simple(value: Any) -> Font:
    first = int(number_in(part(value, "FirstChar")))
    listed = numbers_in(part(value, "Widths"))
    widths = {first + k: w / EM for k, w in enumerate(listed)}
    descriptor = part(value, "FontDescriptor")
    names = _names(part(value, "Encoding"), _is_symbolic(descriptor))
    program = _program(descriptor)
    path = None if program is None else _path_of_codes(program, names)
    texts = {code: agl.toUnicode(name) for code, name in names.items()}
    return Font(
        path=path or _no_path,
        is_embedded=path is not None,
        widths=widths,
        otherwise=number_in(part(descriptor, "MissingWidth"), 500.0 if not listed else 0.0) / EM,
        wide=False,
        name=_called(value),
        texts={**texts, **_unicode(value)},
    )


def _drawn(value: Any) -> Font:
    first = int(number_in(part(value, "FirstChar")))
    widths = {first + k: w for k, w in enumerate(numbers_in(part(value, "Widths")))}
    drawn = part(value, "CharProcs")
    names = _names(part(value, "Encoding"), symbolic=False)
    found = {c: p for c, n in names.items() if (p := part(drawn, n)) is not None}
    return Font(
        path=_no_path,
        is_embedded=True,
        widths=widths,
        otherwise=0.0,
        wide=False,
        name="",
        resources=part(value, "Resources"),
        procedures=found,
        matrix=matrix_in(part(value, "FontMatrix")),
    )


def _composite(value: Any) -> Font | None:
    inner = part(value, "DescendantFonts")[0]
    if name_in(part(value, "Encoding")) not in ("Identity-H", "Identity-V"):
        return None
    descriptor = part(inner, "FontDescriptor")
    program = _program(descriptor)
    table = part(inner, "CIDToGIDMap")
    data = table.read_bytes() if isinstance(table, pikepdf.Stream) else b""
    path: Path | None = None
    if program is not None:

        def glyph(cid: int, by: Affine) -> str | None:
            listed = data[2 * cid : 2 * cid + 2]
            return program.path(
                program.by_cid(int.from_bytes(listed, "big") if listed else cid), by
            )

        path = glyph
    return Font(
        path=path or _no_path,
        is_embedded=path is not None,
        widths=_wide_widths(part(inner, "W")),
        otherwise=number_in(part(inner, "DW"), EM) / EM,
        wide=True,
        name=_called(value),
        texts=_unicode(value),
    )


def _wide_widths(listed: Any) -> dict[int, float]:
    """Widths by CID (9.7.4.3): `first [w w …]` or `first last w`."""
    found: dict[int, float] = {}
    values = list(listed) if isinstance(listed, pikepdf.Array) else []
    while len(values) >= 2:
        first = int(number_in(values[0]))
        if isinstance(values[1], pikepdf.Array):
            found |= {first + k: w / EM for k, w in enumerate(numbers_in(values[1]))}
            values = values[2:]
        elif len(values) >= 3:
            last = min(int(number_in(values[1])), first + 65_535)
            found |= dict.fromkeys(range(first, last + 1), number_in(values[2]) / EM)
            values = values[3:]
        else:
            break
    return found


def _called(value: Any) -> str:
    """The name of a font without the mark of a subset."""
    return re.sub(r"^[A-Z]{6}\+", "", name_in(part(value, "BaseFont")))


def _is_symbolic(descriptor: Any) -> bool:
    return bool(int(number_in(part(descriptor, "Flags"))) & 4)


def _names(encoding: Any, symbolic: bool) -> dict[int, str]:
    """Glyph names by code (9.6.6)."""
    base = name_in(encoding) or name_in(part(encoding, "BaseEncoding"))
    tables = {"WinAnsiEncoding": _win_ansi(), "MacRomanEncoding": dict(enumerate(MacRoman))}
    found = dict(tables.get(base, {} if symbolic else dict(enumerate(StandardEncoding))))
    code = 0
    differences = part(encoding, "Differences")
    for entry in differences if isinstance(differences, pikepdf.Array) else ():
        if isinstance(entry, pikepdf.Name):
            found[code] = name_in(entry)
            code += 1
        else:
            code = int(number_in(entry))
    return {c: n for c, n in found.items() if n and n != ".notdef"}


def _win_ansi() -> dict[int, str]:
    found = {}
    for code in range(32, 256):
        text = bytes([code]).decode("cp1252", "replace")
        found[code] = agl.UV2AGL.get(ord(text), "bullet" if code > 126 else "")
    return found | {0xA0: "space", 0xAD: "hyphen"}


_RANGE = re.compile(rb"begin(bfchar|bfrange)(.*?)end\1", re.DOTALL)
_HEX = re.compile(rb"<([0-9A-Fa-f\s]*)>|(\[)|(\])")


def _unicode(value: Any) -> dict[int, str]:
    """Characters by code, where the font tells them (9.10.3)."""
    table = part(value, "ToUnicode")
    if not isinstance(table, pikepdf.Stream):
        return {}
    found: dict[int, str] = {}
    for kind, body in _RANGE.findall(table.read_bytes()[:1_000_000]):
        words = [bytes.fromhex(w.decode()) for w, _, _ in _HEX.findall(body) if w.strip()]
        step = 2 if kind == b"bfchar" else 3
        if b"[" in body:
            continue
        for k in range(0, len(words) - step + 1, step):
            low = int.from_bytes(words[k], "big")
            text = words[k + step - 1].decode("utf-16-be", "ignore")
            high = low if step == 2 else min(int.from_bytes(words[k + 1], "big"), low + 255)
            for code in range(low, high + 1):
                found[code] = text[:-1] + chr(ord(text[-1]) + code - low) if text else ""
    return found


@dataclass
class _Program:
    """A font program: outlines by the name of a glyph, in ems."""

    glyphs: Any
    scale: float
    order: list[str]
    cmap: Mapping[int, str]
    symbols: Mapping[int, str]
    by_cid: Callable[[int], str]
    encoding: Mapping[int, str]

    def path(self, name: str, by: Affine) -> str | None:
        """The path data of a glyph under a map of ems; empty for one that shows nothing."""
        if name not in self.glyphs:
            return None
        pen = SVGPathPen(self.glyphs, ntos=lambda v: short(v, DECIMALS))
        across, down, at = by.across * self.scale, by.down * self.scale, by.origin
        six = (across.real, across.imag, down.real, down.imag, at.real, at.imag)
        self.glyphs[name].draw(TransformPen(pen, six))
        return str(pen.getCommands())


def _program(descriptor: Any) -> _Program | None:
    """The font program that is embedded, if there is one that can be read."""
    for key, read in (("FontFile2", _truetype), ("FontFile3", _compact), ("FontFile", _type1)):
        stream = part(descriptor, key)
        if isinstance(stream, pikepdf.Stream):
            try:
                return read(stream.read_bytes())
            except Exception:  # whatever a font of a stranger makes its reader stumble over
                return None
    return None


def _truetype(data: bytes) -> _Program:
    font = TTFont(io.BytesIO(data), lazy=True)
    order = font.getGlyphOrder()
    cmap: dict[int, str] = {}
    symbols: dict[int, str] = {}
    if "cmap" in font:
        for table in font["cmap"].tables:
            if (table.platformID, table.platEncID) in ((3, 1), (3, 10), (0, 3), (0, 4)):
                cmap |= table.cmap
            elif table.format in (0, 4, 6):
                symbols |= {code & 0xFF: name for code, name in table.cmap.items()}
    scale = 1.0 / font["head"].unitsPerEm
    return _Program(font.getGlyphSet(), scale, order, cmap, symbols, _at(order), {})


def _at(order: list[str]) -> Callable[[int], str]:
    return lambda number: order[number] if 0 <= number < len(order) else ".notdef"


def _compact(data: bytes) -> _Program:
    if data[:4] in (b"OTTO", b"true", b"\0\1\0\0"):
        font = TTFont(io.BytesIO(data), lazy=False)
        if "CFF " not in font:
            return _truetype(data)
        cff = font["CFF "].cff
    else:
        cff = CFFFontSet()
        cff.decompile(io.BytesIO(data), None, isCFF2=False)
    top = cff[cff.fontNames[0]]
    order = list(top.getGlyphOrder())
    by_cid = _at(order)
    if hasattr(top, "ROS"):
        known = {int(n[3:]): n for n in order if n.startswith("cid")}
        by_cid = lambda cid: known.get(cid, ".notdef")  # noqa: E731
    matrix = getattr(top, "FontMatrix", None) or [0.001]
    listed = getattr(top, "Encoding", None)
    names = listed if isinstance(listed, list) else StandardEncoding
    encoding = {c: n for c, n in enumerate(names) if n and n != ".notdef"}
    return _Program(top.CharStrings, float(matrix[0]), order, {}, {}, by_cid, encoding)


def _type1(data: bytes) -> _Program:
    font = T1Font.__new__(T1Font)
    font.data, font.encoding = data, "ascii"
    font.parse()
    matrix = font.font.get("FontMatrix", [0.001])
    listed = font.font.get("Encoding")
    names = listed if isinstance(listed, list) else StandardEncoding
    encoding = {c: n for c, n in enumerate(names) if n and n != ".notdef"}
    glyphs = font.getGlyphSet()
    return _Program(glyphs, float(matrix[0]), list(glyphs.keys()), {}, {}, _at([]), encoding)


def _path_of_codes(program: _Program, names: Mapping[int, str]) -> Path:
    """How a code of a simple font finds its glyph (9.6.6.4)."""

    def glyph(code: int, by: Affine) -> str | None:
        name = names.get(code)
        found = None
        if name is not None:
            text = agl.toUnicode(name)
            candidates = [program.cmap.get(ord(text)) if len(text) == 1 else None, name]
            found = next((c for c in candidates if c in program.glyphs), None)
        if found is None:
            for table in (program.encoding, program.symbols):
                if table.get(code) in program.glyphs:
                    found = table[code]
                    break
        if found is None and program.cmap.get(code) in program.glyphs:
            found = program.cmap[code]
        return None if found is None else program.path(found, by)

    return glyph
