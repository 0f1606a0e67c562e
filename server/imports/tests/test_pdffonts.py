"""Text of PDFs in fonts that are embedded and here as well: it comes in as text."""

import io
from functools import partial

from buildup.drawing.itemtypes import Outline, TextItem
from django.conf import settings
from django.contrib.auth import get_user_model
from django.test import TestCase
from fonts import shipped
from fonts.families import laid_out, set_text
from fonts.shaping import TextSettings
from fontTools.ttLib import TTFont

from imports.pdffile import read_pdf
from imports.tests.test_pdfpages import ABOUT, APART, Document, apart, streamed

KEY = "source-sans-3-regular"
WORDS = "Reed Tuner AV To"


def unicode_of(cmap) -> bytes:
    lines = "".join(f"<{glyph:04x}> <{code:04x}>\n" for code, glyph in cmap.items())
    return f"{len(cmap)} beginbfchar\n{lines}endbfchar".encode()


class SameFontTest(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.user = get_user_model().objects.create_user("mira")

    def setUp(self):
        self.say = partial(set_text, self.user.pk)
        font = TTFont(settings.WEB / "faces" / shipped.FACES[KEY].files[0])
        order = font.getReverseGlyphMap()
        self.glyphs = {c: order[n] for c, n in font.getBestCmap().items() if c < 0x7F}
        self.em = font["head"].unitsPerEm
        self.wide = {g: font["hmtx"][font.getGlyphName(g)][0] for g in self.glyphs.values()}
        font.flavor = None
        out = io.BytesIO()
        font.save(out)
        self.program = out.getvalue()
        self.asked = []

    def fonts(self, name):
        scale = 1000.0 / self.em
        inner = {
            "Type": "/Font", "Subtype": "/CIDFontType0", "BaseFont": f"/ABCDEF+{name}", "DW": 0,
            "W": [v for g, w in self.wide.items() for v in (g, [w * scale])],
            "CIDSystemInfo": {"Registry": b"Reed", "Ordering": b"Identity", "Supplement": 0},
            "FontDescriptor": ABOUT | {"FontFile3": streamed(self.program, Subtype="/OpenType")},
        }  # fmt: skip
        outer = {
            "Type": "/Font", "Subtype": "/Type0", "BaseFont": f"/ABCDEF+{name}",
            "Encoding": "/Identity-H", "DescendantFonts": [inner],
            "ToUnicode": streamed(unicode_of(self.glyphs)),
        }  # fmt: skip
        return {"Font": {"F": outer}}

    def shown(self, words, *, nudge=0.0):
        """The operand that shows words as HarfBuzz places them, all letters nudged apart."""
        (line,) = laid_out(self.user.pk, KEY, words, TextSettings()).lines
        parts = []
        for letter, glyph in zip(words, line, strict=True):
            number = self.glyphs[ord(letter)]
            kern = (glyph.wide - self.wide[number]) * 1000.0 / self.em
            parts.append(f"<{number:04x}> {-kern - nudge:.3f}")
        return f"[{' '.join(parts)}] TJ"

    def read(self, content, name="SourceSans3-Regular"):
        data = Document().page(f"BT /F 12 Tf 10 60 Td {content} ET", self.fonts(name)).data

        def say(*told):
            self.asked.append(told)
            return self.say(*told)

        return data, read_pdf(data, say)

    def test_it_is_text_where_every_letter_stands_where_it_did(self):
        data, found = self.read(self.shown(WORDS))
        (item,) = found.clip.items
        self.assertIsInstance(item, TextItem)
        self.assertEqual((item.lettering.text, item.lettering.font), (WORDS, KEY))
        self.assertEqual(found.notes, ())
        self.assertLess(apart(data, found), APART)

    def test_it_stays_outlines_where_letters_stand_otherwise(self):
        for content in (
            self.shown(WORDS, nudge=30.0),
            f"2 Tc {self.shown(WORDS)}",
            f"1 Tr {self.shown(WORDS)}",
        ):
            with self.subTest(content[:9]):
                data, found = self.read(content)
                self.assertEqual({type(i) for i in found.clip.items}, {Outline})
                self.assertLess(apart(data, found), APART)

    def test_a_font_that_is_not_here_is_asked_for_once(self):
        _, found = self.read(f"{self.shown('Reed')} 0 -20 Td {self.shown('Tuner')}", "Nobody-Bold")
        self.assertEqual({type(i) for i in found.clip.items}, {Outline})
        ((words, wish),) = self.asked
        self.assertEqual((words, wish.families), ("Reed", ("Nobody-Bold", "Nobody")))
        self.assertTrue(wish.bold)
