"""Lengths as they are typed."""

import unittest

from buildup.drawing.units import UNITS, read_length, read_number
from buildup.errors import Refusal

IN, MM, PT = 96, 96 / 25.4, 96 / 72

READ = [
    ("75", "px", 75),
    ("75", "mm", 75 * MM),
    ("12 mm", "px", 12 * MM),
    ("1/8 in", "mm", IN / 8),
    ('1/8"', "mm", IN / 8),
    ("-3,5", "px", -3.5),
    ("10 + 2 mm", "pt", 10 * PT + 2 * MM),
    ("(10+2)*3", "px", 36),
    ("2*(1 in + 4)", "px", 2 * (IN + 4)),
    ("1 in / 4", "px", IN / 4),
    ("3 × 2 pc", "px", 6 * 16),
    (".5cm", "px", 5 * MM),
    ("+-2", "px", -2),
]
REFUSED = [
    "",
    "mm",
    "12 mm mm",
    "1/0",
    "6 / (2 in)",
    "two",
    "1e9",
    "9" * 30,
    "(1",
    "1)",
    "1 2",
    "((" * 60,
    "nan",
    "∞",
]


class LengthTest(unittest.TestCase):
    def test_what_is_typed_is_read(self):
        for text, unit, expected in READ:
            with self.subTest(text):
                self.assertAlmostEqual(read_length(text, unit=unit), expected, places=9)

    def test_what_cannot_be_read_is_refused_with_a_sentence(self):
        for text in REFUSED:
            with self.subTest(text), self.assertRaises(Refusal) as caught:
                read_length(text, unit="mm")
            self.assertTrue(caught.exception.sentence.endswith("."))

    def test_css_lengths(self):
        """W3C CSS Values and Units 3: 1 in = 96 px = 72 pt = 6 pc = 2.54 cm = 25.4 mm."""
        per_inch = {"px": 96, "pt": 72, "pc": 6, "cm": 2.54, "mm": 25.4, "in": 1}
        self.assertEqual(set(per_inch), set(UNITS))
        for name, count in per_inch.items():
            self.assertAlmostEqual(UNITS[name].size * count, 96)

    def test_the_place_of_a_mistake_is_told(self):
        for text, where in (
            ("12 & 3", "“&” at character 4"),
            ("1/0 in", "divides by zero"),
            ("3*(2+", "incomplete"),
            ("4 mm 5", "“5” at character 6"),
            ("9" * 30, "far too large"),
            ("1" * 10_000_000, "longer than 80 characters"),
        ):
            with self.assertRaises(Refusal) as caught:
                read_length(text, unit="mm")
            self.assertIn(where, caught.exception.sentence)

    def test_percent_of_the_present_value(self):
        self.assertAlmostEqual(read_length("50%", unit="mm", present=80), 40)
        self.assertAlmostEqual(read_length("110 % + 2 px", unit="mm", present=80), 90)
        self.assertAlmostEqual(read_number("200 %", present=12), 24)
        self.assertEqual(read_number("38.2 %"), 38.2)

    def test_plain_numbers(self):
        self.assertEqual(read_number("360/8°"), 45)
        with self.assertRaises(Refusal):
            read_number("4 mm")
