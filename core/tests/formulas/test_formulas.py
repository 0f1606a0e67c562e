"""Formulas: grammar, kinds, functions, order and names; values beside an independent evaluator."""

import itertools
import math
import unittest

from asteval import Interpreter
from buildup.errors import Refusal
from buildup.formulas.evaluating import Formula, evaluated
from buildup.formulas.functions import FUNCTIONS
from buildup.formulas.grammar import DEEPEST, LONGEST_FORMULA
from buildup.formulas.quantitykinds import ANGLE, COUNT, LENGTH, NUMBER, PERCENTAGE, Kind, Measured
from buildup.formulas.renaming import items_renamed, renamed
from buildup.formulas.working import Quantity, is_name, names_in, readings_in, worked_out
from hypothesis import given
from hypothesis import strategies as st

MM = 96 / 25.4
KNOWN = {
    "r": Quantity(6 * MM, LENGTH),
    "gap": Quantity(12 * MM, LENGTH),
    "a": Quantity(30.0, ANGLE),
    "n": Quantity(12.0, COUNT),
    "half": Quantity(0.5, PERCENTAGE),
    "x": Quantity(1.5, NUMBER),
    "größe": Quantity(10.0, LENGTH),
    "長さ": Quantity(20.0, LENGTH),
}


def value(text: str, unit: str = "mm") -> Quantity:
    return worked_out(text, KNOWN, unit=unit)


class ValueTest(unittest.TestCase):
    def test_each_with_its_kind(self):
        cases = {
            "2*r + 1 mm": (13 * MM, Kind.LENGTH),
            "= 2 * r + 1": (13 * MM, Kind.LENGTH),
            "1 + 2*r": (13 * MM, Kind.LENGTH),
            "r * r": (36 * MM * MM, Kind.AREA),
            "sqrt(r*r)": (6 * MM, Kind.LENGTH),
            "gap / r": (2.0, Kind.NUMBER),
            "360° / n": (30.0, Kind.ANGLE),
            "a + 15": (45.0, Kind.ANGLE),
            "a + 15 deg": (45.0, Kind.ANGLE),
            "n + 1": (13.0, Kind.COUNT),
            "n * 1.5": (18.0, Kind.NUMBER),
            "n / 5": (2.4, Kind.NUMBER),
            "round(n / 5)": (2.0, Kind.COUNT),
            "12": (12.0, Kind.COUNT),
            "1.5": (1.5, Kind.NUMBER),
            "50%": (0.5, Kind.PERCENTAGE),
            "half / 2": (0.25, Kind.PERCENTAGE),
            "half + 25%": (0.75, Kind.PERCENTAGE),
            "r * half": (3 * MM, Kind.LENGTH),
            "r * 50%": (3 * MM, Kind.LENGTH),
            "1/8 in": (12.0, Kind.LENGTH),
            '1/8"': (12.0, Kind.LENGTH),
            "10 mm / 2 mm": (5.0, Kind.NUMBER),
            "1,000 mm": (1000 * MM, Kind.LENGTH),
            "1,5 mm": (1.5 * MM, Kind.LENGTH),
            "max(r, 1 mm, 20)": (20 * MM, Kind.LENGTH),
            "min(r; gap)": (6 * MM, Kind.LENGTH),
            "min(1,5)": (1.0, Kind.COUNT),
            "hypot(3 mm, 4)": (5 * MM, Kind.LENGTH),
            "abs(-r)": (6 * MM, Kind.LENGTH),
            "round(7.5 mm)": (8 * MM, Kind.LENGTH),
            "round(7.3 mm; 0.5 mm)": (7.5 * MM, Kind.LENGTH),
            "floor(-1.5)": (-2.0, Kind.COUNT),
            "ceil(33.3%)": (0.34, Kind.PERCENTAGE),
            "round(2.5) + round(-2.5)": (0.0, Kind.COUNT),
            "sin(30)": (0.5, Kind.NUMBER),
            "cos(2*a)": (0.5, Kind.NUMBER),
            "tan(45°)": (1.0, Kind.NUMBER),
            "größe + 長さ": (30.0, Kind.LENGTH),
            "r / phi": (6 * MM / ((1 + math.sqrt(5)) / 2), Kind.LENGTH),
            "−r × 2 ÷ 4": (-3 * MM, Kind.LENGTH),
            "-(-(x))": (1.5, Kind.NUMBER),
        }
        for text, (expected, kind) in cases.items():
            with self.subTest(text):
                found = value(text)
                self.assertAlmostEqual(found.value, expected, places=9)
                self.assertIs(found.measured.kind, kind)

    def test_a_number_without_a_unit_is_in_the_unit_it_was_typed_in(self):
        self.assertEqual(value("1 + 1 in", "in").value, 192.0)
        self.assertEqual(value("r*0 + 1", "cm").value, 96 / 2.54)
        self.assertEqual(value("round(1.4 in)", "in").value, 96.0)

    def test_what_cannot_be_is_refused_with_its_place(self):
        cases = {
            "": "incomplete",
            "2*": "incomplete",
            "2 r": "unexpected",
            "2 * (r": "incomplete",
            "r)": "unexpected",
            "r $ 2": "unexpected",
            "body.": "incomplete",
            "sin()": "unexpected",
            "r + a": "kinds",
            "r + n": "kinds",
            "n + 50%": "kinds",
            "half + 1": "kinds",
            "max(r; a)": "kinds",
            "unknown + 1": "unknown",
            "area(2)": "function",
            "sin(1; 2)": "arguments",
            "sin(r)": "angle",
            "tan(90)": "upright",
            "sqrt(-1)": "root",
            "1/0": "by_zero",
            "r / (n - 12)": "by_zero",
            "round(r; 0 mm)": "step",
            "1000000000 mm": "large",
            "body.width": "no_reading",
            "(" * (DEEPEST + 1) + "1" + ")" * (DEEPEST + 1): "deep",
            "1" * (LONGEST_FORMULA + 1): "long",
        }
        for text, why in cases.items():
            with self.subTest(text), self.assertRaises(Refusal) as caught:
                value(text)
            with self.subTest(text):
                self.assertEqual(caught.exception.code, "bad_formula")
                self.assertIn(_FOUND[why], caught.exception.sentence)
        with self.assertRaises(Refusal) as caught:
            value("r * 2 $ 3")
        self.assertIn("“$” at character 7", caught.exception.sentence)
        with self.assertRaises(Refusal):
            _ = value("r * r * r").measured.kind

    def test_what_is_named_and_read(self):
        text = "body.width / 2 + r - max(gap; r) + pi + f_hole.length"
        self.assertEqual(names_in(text), ("r", "gap"))
        self.assertEqual(readings_in(text), (("body", "width"), ("f_hole", "length")))
        given = {"body.width": Quantity(100.0, LENGTH)}
        self.assertEqual(worked_out("body.width / 2", given, unit="mm"), Quantity(50.0, LENGTH))


_FOUND = {
    "incomplete": "is not complete",
    "unexpected": "was not expected",
    "kinds": "cannot be",
    "unknown": "Nothing is called",
    "function": "There is no function",
    "arguments": "too few or too many",
    "angle": "needs an angle",
    "upright": "no tangent",
    "root": "square root",
    "by_zero": "divides by zero",
    "step": "multiples",
    "large": "far too large",
    "no_reading": "cannot be read here",
    "deep": "parentheses",
    "long": "characters",
}

_NUMBERS = st.integers(0, 99).map(str) | st.floats(0.01, 99.0).map(lambda f: f"{f:.3f}")


def _grown(inner: st.SearchStrategy[str]) -> st.SearchStrategy[str]:
    pair = st.tuples(inner, st.sampled_from("+-*/"), inner).map(" ".join)
    called = st.tuples(st.sampled_from(["sin", "cos", "abs", "sqrt", "floor", "ceil"]), inner)
    several = st.tuples(st.sampled_from(["min", "max", "hypot"]), inner, inner)
    return (
        pair.map(lambda p: f"({p})")
        | called.map(lambda c: f"{c[0]}({c[1]})")
        | several.map(lambda c: f"{c[0]}({c[1]}, {c[2]})")
        | inner.map(lambda i: f"-{i}" if not i.startswith("-") else i)
    )


class OutsideTest(unittest.TestCase):
    """Beside asteval (pypi.org/project/asteval), which evaluates by Python's own grammar."""

    def setUp(self):
        degrees = {
            "sin": lambda d: math.sin(math.radians(d)),
            "cos": lambda d: math.cos(math.radians(d)),
        }
        self.other = Interpreter(minimal=True)
        self.other.symtable.update(degrees, hypot=math.hypot, floor=math.floor, ceil=math.ceil)

    @given(st.recursive(_NUMBERS, _grown, max_leaves=12))
    def test_plain_arithmetic(self, text):
        expected = self.other(text, show_errors=False)
        failed = bool(self.other.error)
        self.other.error = []
        try:
            found = worked_out(text, {}, unit="px").value
        except Refusal as problem:
            if problem.sentence.startswith(("A formula has", "There are too many")):
                return
            self.assertTrue(failed or not abs(expected) <= 1e6, (text, expected))
            return
        if "floor" in text or "ceil" in text:
            return  # a last bit decides between two whole numbers
        self.assertAlmostEqual(found, expected, delta=1e-7 * max(1.0, abs(expected)), msg=text)


class OrderTest(unittest.TestCase):
    TABLE = (
        Formula("lobe", "width / phi", "mm"),
        Formula("width", "gap * 10", "mm"),
        Formula("gap", "r * 2", "mm"),
        Formula("r", "6", "mm"),
    )

    def test_the_order_in_which_they_stand_does_not_matter(self):
        with_length = (*self.TABLE[:3], Formula("r", "6 mm", "mm"))
        first = evaluated(with_length).known
        self.assertAlmostEqual(first["width"].value, 120 * MM)
        for table in itertools.permutations(with_length):
            self.assertEqual(dict(evaluated(table).known), dict(first))

    def test_a_circle_is_refused_with_the_way_round(self):
        found = evaluated(
            (Formula("a", "b + 1", "mm"), Formula("b", "c", "mm"), Formula("c", "2*a", "mm"))
        )
        self.assertEqual(set(found.refused), {"a", "b", "c"})
        self.assertIn("a → b → c → a", found.refused["a"].sentence)
        self.assertIn("b → c → a → b", found.refused["b"].sentence)
        self.assertIn("x → x", evaluated((Formula("x", "x", "mm"),)).refused["x"].sentence)

    def test_what_follows_one_without_a_value_says_so(self):
        table = (Formula("a", "1/0", "mm"), Formula("b", "a*2", "mm"), Formula("c", "3", "mm"))
        found = evaluated(table)
        self.assertEqual(found.known, {"c": Quantity(3.0, Measured(plain=Kind.COUNT))})
        self.assertIn("“a”", found.refused["b"].sentence)

    def test_a_chain_as_long_as_the_table(self):
        chain = [Formula(f"m{n}", f"m{n + 1} + 1", "mm") for n in range(2000)]
        found = evaluated((*chain, Formula("m2000", "1", "mm")))
        self.assertEqual(found.known["m0"].value, 2001.0)


class NameTest(unittest.TestCase):
    def test_what_a_measure_can_be_called(self):
        for name in ("r", "r2", "größe", "長さ", "_x", "R"):
            self.assertTrue(is_name(name), name)
        for name in ("", "2r", "a b", "a.b", "mm", "IN", "deg", "pi", "x" * 41, *FUNCTIONS):
            self.assertFalse(is_name(name), name)

    def test_a_name_changes_and_nothing_else(self):
        self.assertEqual(renamed("2*r + rr - r.r", {"r": "s"}), "2*s + rr - r.r")
        self.assertEqual(renamed("a + b", {"a": "b", "b": "a"}), "b + a")
        self.assertEqual(renamed("a + +", {"a": "b"}), "a + +")
        self.assertEqual(items_renamed("r + r.width", {"r": "body"}), "r + body.width")

    @given(st.recursive(st.sampled_from(["r", "gap", "2", "1 mm"]), _grown, max_leaves=8))
    def test_back_again_it_is_the_same_text(self, text):
        there = renamed(text, {"r": "a_longer_name"})
        self.assertEqual(renamed(there, {"a_longer_name": "r"}), text)
