"""Text of many scripts: directions, fonts that stand in, axes, features, letters set apart."""

from unittest import TestCase

import uharfbuzz as hb
from bidi import get_display
from buildup.contours.extent import box_of
from buildup.contours.pathreader import read_path
from buildup.drawing.itemtypes import TextItem
from buildup.drawing.text import Lettering
from buildup.forms.textlayout import letters_along, row_length, straight, word_contours
from django.contrib.auth import get_user_model
from django.test import TestCase as DatabaseTestCase
from hypothesis import given
from hypothesis import strategies as st
from imports.services import items_of

from fonts import bidi, shipped
from fonts.families import facts, laid_out
from fonts.fontruns import font_runs
from fonts.shaping import TextSettings

PLAIN = TextSettings()
SERIF = "source-serif-4-regular"
LINES = (
    "plain",
    "ab שלום (גד) 12 cd",
    "שלום reed 123, ab!",
    "مرحبا 12.5 reed",
    "1 + 2 = שלוש",
    "  ab  ",
    "a\u200fb\u200e ש",
)


def as_seen(line: str, *, rtl: bool) -> str:
    """A line from left to right, by the runs it is in."""
    runs = bidi.runs(line, rtl=rtl)
    return "".join(line[r.start : r.end][:: -1 if r.rtl else 1] for r in runs)


def words(text: str, *, tracking: float = 0.0) -> Lettering:
    """A text as it is set where nothing is said."""
    made = laid_out(0, SERIF, text, PLAIN)
    return Lettering(text=text, font=SERIF, font_name="", shaped=made, tracking=tracking)


def letters_of(text: str, settings: TextSettings = PLAIN, *, font: str = SERIF) -> list[str]:
    """The letters of the glyphs of a text's first line from left to right."""
    return [g.letters for g in laid_out(0, font, text, settings).lines[0] if g.letters]


class Directions(TestCase):
    """Beside another implementation of Unicode's algorithm: that of the Rust crate unicode-bidi."""

    def test_lines_are_seen_as_the_other_sees_them(self):
        for line in LINES:
            for rtl in (False, True):
                with self.subTest(line=line, rtl=rtl):
                    self.assertEqual(as_seen(line, rtl=rtl), get_display(line, base_dir="LR"[rtl]))

    @given(st.text("ab12 .,של", max_size=12), st.booleans())
    def test_so_are_any(self, line: str, rtl: bool):
        self.assertEqual(as_seen(line, rtl=rtl), get_display(line, base_dir="LR"[rtl]))

    @given(st.text("ab 1(שם\u202b\u202c\u2067\u2069\u200f", max_size=16), st.booleans())
    def test_runs_hold_each_character_once(self, line: str, rtl: bool):
        numbers = [n for r in bidi.runs(line, rtl=rtl) for n in range(r.start, r.end)]
        self.assertEqual(len(numbers), len(set(numbers)))
        directing = "\u202b\u202c\u2067\u2069"
        self.assertLessEqual({n for n, c in enumerate(line) if c not in directing}, set(numbers))

    def test_isolates_are_taken_as_embeddings(self):
        self.assertEqual(as_seen("ab \u2067שלום 1\u2069 c", rtl=False), "ab 1 םולש c")
        self.assertEqual(as_seen("ab \u2068שלום 1\u2069 c", rtl=False), "ab 1 םולש c")
        self.assertEqual(as_seen("ab \u2068cd 1\u2069 c", rtl=False), "ab cd 1 c")

    def test_the_whole_is_read_as_its_first_letter_or_as_is_said(self):
        for text, direction, rtl in (
            ("שלום reed", "auto", True),
            ("reed שלום", "auto", False),
            ("reed", "rtl", True),
            ("שלום", "ltr", False),
        ):
            made = laid_out(0, SERIF, text, TextSettings(direction=direction))
            self.assertIs(made.rtl, rtl)

    def test_glyphs_stand_as_they_are_seen(self):
        self.assertEqual("".join(letters_of("ab שלום")), "ab םולש")
        self.assertEqual("".join(letters_of("שלום ab")), "ab םולש")
        settings = TextSettings(direction="ltr")
        self.assertEqual("".join(letters_of("שלום ab", settings)), "םולש ab")

    def test_the_start_of_what_is_read_from_right_to_left_is_its_right_end(self):
        said = words("שלום")
        letters = list(letters_along(said, [straight(0.0)]))
        right = max(a.at.real for letter in letters for c in letter.contours for a in c.anchors)
        self.assertLess(right, said.size * 0.1)
        self.assertEqual(said.begins, -1.0)


class Scripts(TestCase):
    """Runs of one script and one font."""

    def test_a_line_is_parted_by_script_and_font(self):
        fonts = [shipped.typeface(SERIF), *(f.font for f in shipped.fallbacks(SERIF))]
        runs = list(font_runs("Reed Рид, שלום ★", fonts, rtl=False))
        self.assertEqual(
            [(r.text, r.script, r.font, r.rtl) for r in runs],
            [
                ("Reed ", "Latn", 0, False),
                ("Рид", "Cyrl", 0, False),
                (", ", "Cyrl", 0, False),
                ("שלום", "Hebr", 2, True),
                (" ", "Hebr", 2, False),
                ("★", "Hebr", 5, False),
            ],
        )

    def test_arabic_is_joined_as_harfbuzz_joins_it(self):
        text = "سلام"
        made = laid_out(0, SERIF, text, PLAIN)
        font = hb.Font(hb.Face(shipped.typeface("noto-naskh-arabic-regular")._parts[0]()))
        buffer = hb.Buffer()
        buffer.add_str(text)
        buffer.guess_segment_properties()
        hb.shape(font, buffer)
        self.assertEqual(len(made.lines[0]), len(buffer.glyph_infos))
        wide = sum(p.x_advance for p in buffer.glyph_positions)
        self.assertAlmostEqual(sum(g.wide for g in made.lines[0]), wide)
        self.assertTrue(all(g.joined for g in made.lines[0][:-1]))

    def test_tracking_parts_no_joined_letters(self):
        joined = words("سلام", tracking=200.0)
        self.assertAlmostEqual(row_length(joined, 0), row_length(words("سلام"), 0))
        parted = words("Reed", tracking=200.0)
        apart = row_length(parted, 0) - row_length(words("Reed"), 0)
        self.assertAlmostEqual(apart, 3 * 0.2 * parted.size)

    def test_marks_stay_with_their_letters(self):
        made = laid_out(0, SERIF, "שָׁלוֹם", PLAIN)
        joined = [g for g in made.lines[0] if g.joined]
        self.assertTrue(joined)
        tight = words("שָׁלוֹם")
        loose = words("שָׁלוֹם", tracking=100.0)
        apart = row_length(loose, 0) - row_length(tight, 0)
        self.assertAlmostEqual(apart, 3 * 0.1 * tight.size)


class Fallbacks(TestCase):
    """Fonts that stand in."""

    def test_what_stood_in_is_said(self):
        made = laid_out(0, "dancing-script-regular", "Reed ★ שם", PLAIN)
        told = {f.font_name: f.characters for f in made.fallbacks}
        self.assertEqual(told, {"Noto Serif Hebrew": ("ש", "ם"), "Noto Sans Symbols 2": ("★",)})
        self.assertEqual(made.missing, ())

    def test_what_nobody_has_is_missing(self):
        made = laid_out(0, SERIF, "R\U00012000\ue000", PLAIN)
        self.assertEqual(made.missing, ("\U00012000", "\ue000"))
        self.assertEqual(made.fallbacks, ())

    def test_another_em_is_brought_to_the_fonts_own(self):
        own = laid_out(0, "noto-serif-hebrew-regular", "ש", PLAIN)
        stood_in = laid_out(0, "fraunces-regular", "ש", PLAIN)
        self.assertAlmostEqual(
            stood_in.lines[0][0].wide / stood_in.em, own.lines[0][0].wide / own.em
        )
        (form,), (own_form,) = stood_in.forms, own.forms
        scale = stood_in.em / own.em
        for made, told in zip(read_path(form), read_path(own_form), strict=True):
            for one, other in zip(made.anchors, told.anchors, strict=True):
                self.assertLess(abs(one.at - other.at * scale), 1e-2)


class Settings(TestCase):
    """Axes, features, and letters that stand apart."""

    def test_a_variable_font_says_its_axes(self):
        axes = {
            a.tag: (a.least, a.default, a.most) for a in shipped.typeface("fraunces-regular").axes
        }
        self.assertEqual(axes["wght"], (100.0, 400.0, 900.0))
        self.assertEqual(set(axes), {"opsz", "wght", "SOFT", "WONK"})
        self.assertEqual(facts(0, SERIF, "Source Serif 4", "serif").axes, ())

    def test_an_axis_makes_letters_wider_as_harfbuzz_does(self):
        face = hb.Face(shipped.typeface("fraunces-regular")._parts[0]())
        wide = []
        for weight in (100.0, 400.0, 900.0):
            font = hb.Font(face)
            font.set_variations({"wght": weight, "opsz": 9.0, "SOFT": 0.0, "WONK": 1.0})
            glyph = font.get_nominal_glyph(ord("R"))
            made = laid_out(0, "fraunces-regular", "R", TextSettings(axes={"wght": weight}))
            self.assertAlmostEqual(made.lines[0][0].wide, font.get_glyph_h_advance(glyph))
            wide.append(made.lines[0][0].wide)
        self.assertEqual(wide, sorted(set(wide)))
        plain = laid_out(0, "fraunces-regular", "R", PLAIN)
        self.assertEqual(plain.lines[0][0].wide, wide[1])

    def test_axes_that_are_not_there_change_nothing(self):
        settings = TextSettings(axes={"wght": 700.0, "ABCD": 3.0})
        self.assertEqual(laid_out(0, SERIF, "Reed", settings), laid_out(0, SERIF, "Reed", PLAIN))

    def test_a_font_says_the_features_that_people_set(self):
        told = {f.tag for f in facts(0, SERIF, "Source Serif 4", "serif").features}
        self.assertIn("tnum", told)
        self.assertTrue(told.isdisjoint({"locl", "ccmp", "kern", "liga"}))

    def test_a_feature_sets_figures_otherwise(self):
        settings = TextSettings(features={"frac": 1})
        plain, fraction = (
            sum(g.wide for g in laid_out(0, SERIF, "1/2", s).lines[0]) for s in (PLAIN, settings)
        )
        self.assertLess(fraction, plain)

    def test_letters_that_stand_apart_have_no_ligatures(self):
        made = laid_out(0, SERIF, "fil", PLAIN)
        self.assertEqual([g.letters for g in made.lines[0]], ["fi", "l"])
        self.assertEqual([g.letters for g in made.spaced[0]], ["f", "i", "l"])
        asked = laid_out(0, SERIF, "fil", TextSettings(features={"liga": 1}))
        self.assertEqual(asked.spaced, ())
        self.assertEqual(laid_out(0, SERIF, "Reed", PLAIN).spaced, ())
        self.assertEqual(len(words("fil", tracking=40.0).lines[0]), 3)
        self.assertEqual(len(words("fil").lines[0]), 2)


class Endpoint(DatabaseTestCase):
    """The API's part of it."""

    def test_fonts_say_axes_and_features_and_text_is_laid_out_by_them(self):
        self.client.force_login(get_user_model().objects.create_user("ada"))
        told = {f["key"]: f for f in self.client.get("/api/v1/fonts").json()}
        self.assertEqual(told["fraunces-regular"]["axes"][1]["name"], "Weight")
        body = {
            "text": "R1",
            "font": "fraunces-regular",
            "axes": [{"tag": "wght", "value": 900.0}],
            "features": [{"tag": "tnum", "value": 1}],
            "direction": "rtl",
        }
        url = "/api/v1/queries/text-layout"
        made = self.client.post(url, body, content_type="application/json").json()
        self.assertTrue(made["rtl"])
        light = self.client.post(url, body | {"axes": []}, content_type="application/json").json()
        self.assertGreater(made["lines"][0][0]["wide"], light["lines"][0][0]["wide"])


class ReadFromSvg(DatabaseTestCase):
    """Text of SVG that says how it runs and how it is set in its font."""

    def read(self, attributes: str, content: str) -> list[TextItem]:
        head = '<svg xmlns="http://www.w3.org/2000/svg" width="400" height="200">'
        data = f'{head}<text x="300" y="90" {attributes}>{content}</text></svg>'.encode()
        found = items_of(self.user.pk, name="a.svg", data=data, drawing_id=None)
        return [i for i in found.clip.items if isinstance(i, TextItem)]

    def setUp(self):
        self.user = get_user_model().objects.create_user("ada")

    def test_runs_from_right_to_left_end_where_they_are_placed(self):
        attributes = 'direction="rtl" font-family="Noto Serif Hebrew"'
        for anchor, (least, most) in {"start": (0, 301), "end": (299, 400)}.items():
            content = 'שלום <tspan fill="red">רב</tspan>'
            first, second = self.read(f'{attributes} text-anchor="{anchor}"', content)
            boxes = [box_of(word_contours(item)) for item in (first, second)]
            self.assertLess(boxes[1].right, boxes[0].left)
            self.assertTrue(all(least <= b.left and b.right <= most for b in boxes), anchor)
            self.assertEqual({i.lettering.direction for i in (first, second)}, {"rtl"})

    def test_one_run_is_aligned_at_its_right_end(self):
        (item,) = self.read('direction="rtl" font-family="serif"', "Reed")
        box = box_of(word_contours(item))
        self.assertTrue(290 < box.right <= 301, box)

    def test_features_and_axes_are_those_that_it_asks_for(self):
        style = "font-variation-settings: 'wght' 250; font-variant-numeric: tabular-nums"
        (item,) = self.read(f'font-family="Fraunces" style="{style}"', "Reed 12")
        said = item.lettering
        self.assertEqual([(a.tag, a.value) for a in said.axes], [("wght", 250.0)])
        self.assertEqual([(f.tag, f.value) for f in said.features], [("tnum", 1)])
        self.assertEqual(said.direction, "auto")
