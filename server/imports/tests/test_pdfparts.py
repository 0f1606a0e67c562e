"""Parts of the reader of PDF by themselves: functions, colours, fonts, paths, matrices."""

import math
import unittest

import pikepdf
from buildup.errors import Refusal
from buildup.geometry.transforms import Affine
from pikepdf import Array, Dictionary, Name

from imports.pdf.pdfcolours import CMYK, RGB, of_lab, space_in
from imports.pdf.pdffonts import font_in
from imports.pdf.pdffunctions import Unreadable, bends_of, function_in
from imports.pdf.pdfpaths import PathMaker
from imports.pdf.pdfstate import CAPS, among
from imports.pdf.pdfvalues import (
    FARTHEST,
    MOST_MARKS,
    Marks,
    matrix_in,
    matrix_text,
    number_in,
    part,
    within,
)
from imports.tests.test_pdfpages import Document, made

HOLDER = Document()
"""Of all that is built here: streams end with their document."""


def built(value):
    return made(HOLDER, value)


def streamed(data, **values):
    return built(("stream", data if isinstance(data, bytes) else data.encode(), values))


def calculator(program, inputs=1, outputs=1):
    return streamed(
        program, FunctionType=4, Domain=[-100, 100] * inputs, Range=[-1000, 1000] * outputs
    )


class FunctionTest(unittest.TestCase):
    def test_calculated_as_the_standard_says(self):
        # ISO 32000-1, table 42; each as PostScript has it (PLRM 3, 8.2)
        cases = (
            ("{ 2 add 3 mul }", [4], [18]),
            ("{ dup mul sqrt }", [-7], [7]),
            ("{ 30 add sin }", [0], [0.5]),
            ("{ cos }", [60], [0.5]),
            ("{ 1 atan }", [1], [45]),
            ("{ neg 0 atan }", [1], [270]),
            ("{ exp }", [2, 9], [512]),
            ("{ idiv }", [-7, 2], [-3]),
            ("{ cvi exch cvi exch mod }", [-5, 3], [-2]),
            ("{ ceiling exch floor exch }", [2.5, 2.5], [2, 3]),
            ("{ round exch truncate }", [-2.7, 6.5], [7, -2]),
            ("{ ln exch log }", [100, math.e], [1, 2]),
            ("{ gt { 1 } { 2 } ifelse }", [3, 2], [1]),
            ("{ dup 0 lt { neg } if }", [-3], [3]),
            ("{ 3 1 roll }", [1, 2, 3], [3, 1, 2]),
            ("{ 3 -1 roll }", [1, 2, 3], [2, 3, 1]),
            ("{ 1 index }", [5, 6], [5, 6, 5]),
            ("{ 2 copy }", [5, 6], [5, 6, 5, 6]),
            ("{ exch pop }", [5, 6], [6]),
            ("{ cvi 3 and exch cvi 4 or exch }", [1, 6], [5, 2]),
            ("{ cvi 2 bitshift exch cvi -1 bitshift }", [12, 5], [20, 6]),
            ("{ true false xor { 8 } { 9 } ifelse exch pop }", [1], [8]),
        )  # fmt: skip
        for program, values, expected in cases:
            with self.subTest(program):
                function = function_in(calculator(program, len(values), len(expected)))
                for found, wanted in zip(function(values), expected, strict=True):
                    self.assertAlmostEqual(found, wanted, places=9)

    def test_what_is_broken_is_unreadable(self):
        for value in (
            built({"FunctionType": 9, "Domain": [0, 1]}),
            built({"FunctionType": 3, "Domain": [0, 1], "Functions": [], "Bounds": [],
                   "Encode": []}),
            streamed(b"\x00", FunctionType=0, Domain=[0, 1], Range=[0, 1], Size=[900],
                     BitsPerSample=8),
            calculator("no braces"),
            calculator("{ { }"),
            Dictionary(),
        ):  # fmt: skip
            with self.subTest(str(value)[:60]), self.assertRaises(Unreadable):
                function_in(value)
        for program in ("{ pop pop }", "{ 0 div }", "{ 9 index }", "{ -1 sqrt }"):
            with self.subTest(program), self.assertRaises(Unreadable):
                function_in(calculator(program))([1])

    def test_samples_are_joined_by_lines_in_each_direction(self):
        grid = bytes([0, 100, 200, 255])  # the first value varies fastest (7.10.2)
        value = streamed(
            grid, FunctionType=0, Domain=[0, 1, 0, 1], Range=[0, 255], Size=[2, 2], BitsPerSample=8
        )
        function = function_in(value)
        for at, wanted in (((0, 0), 0), ((1, 0), 100), ((0, 1), 200), ((1, 1), 255)):
            self.assertAlmostEqual(function(at)[0], wanted)
        self.assertAlmostEqual(function((0.5, 0.5))[0], (0 + 100 + 200 + 255) / 4)
        self.assertAlmostEqual(function((9, -9))[0], 100)

    def test_where_it_bends(self):
        ramp = {"FunctionType": 2, "Domain": [0, 1], "N": 1}
        stitched = {"FunctionType": 3, "Domain": [0, 1], "Functions": [ramp, ramp],
                    "Bounds": [0.3], "Encode": [0, 1, 0, 1]}  # fmt: skip
        bent = stitched | {"Functions": [ramp, ramp | {"N": 2}]}
        for value, wanted in ((ramp, []), (ramp | {"N": 3}, None), (stitched, [0.3]), (bent, None)):
            self.assertEqual(bends_of(built(value)), wanted)


class ColourTest(unittest.TestCase):
    def test_inks_are_those_of_print(self):
        self.assertEqual(CMYK.hex([0, 0, 0, 0]), "#FFFFFF")
        for inks, least, most in (
            ([1, 0, 0, 0], "#0090D0", "#20B8FF"),  # cyan is no screen cyan (common practice)
            ([0, 0, 0, 1], "#000000", "#303030"),
        ):
            found = CMYK.hex(inks)
            for k in (1, 3, 5):
                self.assertLessEqual(least[k : k + 2], found[k : k + 2])
                self.assertLessEqual(found[k : k + 2], most[k : k + 2])

    def test_lab(self):
        white = (0.9505, 1.0, 1.089)
        for values, wanted in (((100, 0, 0), (1, 1, 1)), ((0, 0, 0), (0, 0, 0))):
            for found, part_of in zip(of_lab(values, white), wanted, strict=True):
                self.assertAlmostEqual(found, part_of, delta=0.002)
        # L*a*b* 53.24, 80.09, 67.20 is the red of sRGB (IEC 61966-2-1, by its matrix)
        red = of_lab((53.24, 80.09, 67.20), white)
        for found, wanted in zip(red, (1, 0, 0), strict=True):
            self.assertAlmostEqual(found, wanted, delta=0.01)

    def test_too_few_values_and_spaces_that_are_none(self):
        self.assertEqual(RGB.hex([1]), "#FF0000")
        self.assertEqual(RGB.hex([2, -1, 0.5, 7]), "#FF0080")
        for value in (Name.Nothing, Array([]), Array([Name.Indexed, Name.DeviceRGB]), 7, None):
            self.assertIsNone(space_in(value, Dictionary()))
        loop = Dictionary(ColorSpace=Dictionary(A=Name.B, B=Name.A))
        self.assertIsNone(space_in(Name.A, loop))


class FontTest(unittest.TestCase):
    def test_widths_of_composite_fonts(self):
        value = built({
            "Subtype": "/Type0", "Encoding": "/Identity-H", "BaseFont": "/ABCDEF+Reed",
            "DescendantFonts": [{"DW": 800, "W": [3, [100, 200], 10, 12, 300]}],
        })  # fmt: skip
        font = font_in(value)
        self.assertEqual((font.name, font.is_embedded), ("Reed", False))
        codes = bytes([0, 3, 0, 4, 0, 5, 0, 11, 0])
        self.assertEqual([g.width for g in font.shown(codes)], [0.1, 0.2, 0.8, 0.3])

    def test_characters_that_a_font_tells(self):
        table = streamed(
            "2 beginbfchar <01> <0052> <02> <00650064> endbfchar "
            "1 beginbfrange <10> <12> <0041> endbfrange"
        )
        value = built({"Subtype": "/Type1", "BaseFont": "/Reed", "FirstChar": 1, "Widths": [500]})
        value.ToUnicode = table
        texts = [g.text for g in font_in(value).shown(bytes([1, 2, 16, 18]))]
        self.assertEqual(texts, ["R", "ed", "A", "C"])
        self.assertEqual([g.is_space for g in font_in(value).shown(b" !")], [True, False])

    def test_fonts_that_are_none(self):
        for value in (None, Dictionary(Subtype=Name.Type0), Dictionary(Subtype=Name.Type3)):
            found = font_in(value)
            self.assertTrue(found is None or not list(found.procedures))


class PathTest(unittest.TestCase):
    def test_segments_before_any_point_are_none(self):
        path = PathMaker()
        path.line(1 + 1j)
        path.curve(1j, 2j, 3j)
        path.close()
        self.assertEqual((path.data, path.only_box), ("", None))

    def test_a_box_by_itself_is_known(self):
        path = PathMaker()
        path.box(10, 20, -5, 8)
        self.assertEqual((path.only_box.left, path.only_box.bottom), (5, 28))
        path.line(0j)
        self.assertIsNone(path.only_box)

    def test_closed_once(self):
        path = PathMaker()
        path.move(1j)
        path.line(2 + 1j)
        path.close()
        path.close()
        path.line(3j)
        self.assertEqual(path.data, "M0.0 1.0L2.0 1.0ZL0.0 3.0")


class ValueTest(unittest.TestCase):
    def test_numbers_and_matrices(self):
        for value, wanted in (("x", 0.0), (None, 0.0), (math.nan, 0.0), (1e99, FARTHEST), (2, 2.0)):
            self.assertEqual(number_in(value), wanted)
        by = matrix_in(Array([1, 2, 3, 4, 5, 6]))
        self.assertEqual(by, Affine(1 + 2j, 3 + 4j, 5 + 6j))
        self.assertEqual(matrix_text(by), "matrix(1.0 2.0 3.0 4.0 5.0 6.0)")
        self.assertEqual(matrix_in(Array([1, 2])), Affine())
        self.assertEqual(within([5, -5, 9], [0, 1, -1, 1]), [1, -1, 9])
        self.assertIsNone(part(Dictionary(A=1), "A", "B"))
        self.assertEqual([among(v, CAPS) for v in (-1, 1, 9)], [0, 1, 2])

    def test_work_is_counted_and_objects_are_made_once(self):
        marks, made_of = Marks(), []
        document = pikepdf.new()
        thing = document.make_indirect(Dictionary(A=1))

        def make(value, more):
            made_of.append(more)
            return more

        for more in (1, 1, 2):
            marks.once(thing, make, more)
        marks.once(Dictionary(), make, 1)
        self.assertEqual(made_of, [1, 2, 1])
        marks.spend(MOST_MARKS)
        with self.assertRaises(Refusal):
            marks.spend()
