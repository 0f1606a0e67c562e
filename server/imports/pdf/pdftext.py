"""Text of a PDF (ISO 32000-1, 9.4): the outlines of its glyphs, or text in another font."""

from collections.abc import Sequence
from typing import TYPE_CHECKING, Any

from buildup.formats.svg.svgtree import TEXT, Element
from buildup.geometry.transforms import Affine, shift

from imports.pdf.pdffonts import Font, Shown
from imports.pdf.pdfinks import ink_value
from imports.pdf.pdfobjects import glyph
from imports.pdf.pdfsamefont import Placed, is_bold, is_italic
from imports.pdf.pdfstate import TextState
from imports.pdf.pdfvalues import matrix_text, number_in, number_text

if TYPE_CHECKING:
    from imports.pdf.pdfcontent import Content

FALLBACK = "text in fonts that are not embedded (set in another font)"
FAMILIES = {"Times": "serif", "Courier": "monospace"}
"""What stands for the fonts that every reader brings (9.6.2.2); others are without serifs."""


class TextMaker:
    """Text while it is shown.

    Args:
        content: what it is part of.
    """

    def __init__(self, content: "Content") -> None:
        self._content = content
        self._place = self._line = Affine()
        self._clips: list[Element] = []

    def begin(self) -> None:
        """Operator BT."""
        self._place = self._line = Affine()
        self._clips = []

    def end(self) -> None:
        """Operator ET: text that clips does so from here."""
        if self._clips:
            self._content.clip_to(*self._clips)
        self._clips = []

    def place(self, by: Affine) -> None:
        """Operator Tm."""
        self._place = self._line = by

    def move(self, *by: complex) -> None:
        """Operator Td."""
        for one in by[:1]:
            self.place(self._line.after(shift(one)))

    def move_and_lead(self, *by: complex) -> None:
        """Operator TD."""
        for one in by[:1]:
            self._content.set_text(leading=-one.imag)
            self.move(one)

    def next_line(self) -> None:
        """Operator T*."""
        self.move(complex(0.0, -self._state.leading))

    def show_next(self, value: Any) -> None:
        """Operator '."""
        self.next_line()
        self.show([value])

    def spaced(self, operands: list[Any]) -> None:
        """Operator "."""
        if len(operands) == 3:
            words, letters = (number_in(o) for o in operands[:2])
            self._content.set_text(word_spacing=words, spacing=letters)
            self.show_next(operands[2])

    def show(self, parts: list[Any]) -> None:
        """Operators Tj and TJ: strings, and numbers that move on."""
        font = self._state.font
        if font is None:
            self._content.leave("text in fonts that cannot be read")
            return
        if not font.is_embedded:
            self._set(parts, font)
            return
        begin = self._matrix()
        outlines, row, along = [], list[Placed](), 0.0
        for value in parts:
            data = _bytes_of(value)
            if data is None:
                along += self._kern(value)
                continue
            for shown in font.shown(data):
                self._content.sheet.marks.spend()
                outlines.append(self._outline(shown, font))
                row.append(Placed(shown.text, along))
                along += self._on(shown, font)
        family = self._family(row, font, along)
        if family:
            self._say("".join(p.text for p in row), begin, font, f"{family}, sans-serif")
        else:
            self._paint("".join(outlines))

    def _family(self, row: Sequence[Placed], font: Font, end: float) -> str:
        """The font that is here and in which a row of glyphs can be text; empty for none."""
        text = self._state
        if text.mode or font.matrix is not None or text.spacing or text.word_spacing:
            return ""
        return self._content.sheet.fonts.family(row, font, end)

    @property
    def _state(self) -> TextState:
        return self._content.state.text

    def _matrix(self) -> Affine:
        """From ems to user space."""
        text = self._state
        grown = Affine(complex(text.size * text.stretch), text.size * 1j, 1j * text.rise)
        return self._place.after(grown)

    def _kern(self, value: Any) -> float:
        """Move on by a number; by how many ems that is."""
        text = self._state
        ems = -number_in(value) / 1000.0
        self._place = self._place.after(shift(complex(ems * text.size * text.stretch)))
        return ems

    def _on(self, shown: Shown, font: Font) -> float:
        """Move on by a glyph; by how many ems that is, without further space."""
        text = self._state
        width = (
            shown.width if font.matrix is None else font.matrix.vector(complex(shown.width)).real
        )
        spaces = text.spacing + (text.word_spacing if shown.is_space else 0.0)
        by = (width * text.size + spaces) * text.stretch
        self._place = self._place.after(shift(complex(by)))
        return width

    def _outline(self, shown: Shown, font: Font) -> str:
        """The path data of a glyph in user space; one that is content by itself is painted."""
        if font.matrix is not None:
            self._drawn(shown, font, font.matrix)
            return ""
        data = font.path(shown.code, self._matrix())
        if data is None and shown.text.strip():
            self._content.leave("glyphs that are missing in their font")
        return data or ""

    def _paint(self, data: str) -> None:
        """Outlines as the rendering mode says (9.3.6)."""
        mode = self._state.mode
        rule = "nonzero" if mode in (0, 2, 4, 6) else ""
        self._content.painted(data, fill=rule, stroke=mode in (1, 2, 5, 6))
        if mode >= 4 and data:
            values = {"d": data, "transform": matrix_text(self._content.state.place)}
            self._clips.append(Element("path", values, 0))

    def _drawn(self, shown: Shown, font: Font, matrix: Affine) -> None:
        """A glyph of a Type 3 font is content by itself (9.6.5)."""
        procedure = font.procedures.get(shown.code)
        if procedure is not None and self._state.mode != 3:
            glyph(self._content, procedure, self._matrix().after(matrix), font.resources)

    def _set(self, parts: list[Any], font: Font) -> None:
        """A line in a font that is not embedded, as text in one that is here."""
        begin, words = self._matrix(), ""
        for value in parts:
            data = _bytes_of(value)
            if data is None:
                self._kern(value)
                continue
            for shown in font.shown(data):
                self._content.sheet.marks.spend()
                words += shown.text
                self._on(shown, font)
        if not words.strip() or self._state.mode == 3:
            return
        self._content.change(FALLBACK)
        family = next((f for n, f in FAMILIES.items() if n in font.name), "sans-serif")
        self._say(words, begin, font, family)

    def _say(self, words: str, begin: Affine, font: Font, family: str) -> None:
        """A line of text in a font that is here."""
        content = self._content
        values = {
            "transform": matrix_text(content.state.place.after(begin).after(Affine(1 + 0j, -1j))),
            "font-size": "1",
            "font-family": family,
            "fill": ink_value(content, content.state.fill),
            "fill-opacity": number_text(content.state.fill_opacity),
        }
        if is_bold(font):
            values["font-weight"] = "bold"
        if is_italic(font):
            values["font-style"] = "italic"
        held = Element("text", values, 0)
        element = Element(TEXT, {}, 0, text=words)
        element.parent = held
        held.children.append(element)
        content.add(held)


def _bytes_of(value: Any) -> bytes | None:
    """A string's bytes; None: it is none."""
    try:
        return None if isinstance(value, int | float) else bytes(value)
    except (TypeError, ValueError):
        return None
